import { Toaster } from 'sonner';

/** Where passing messages appear. */
export function Toasts() {
  return (
    <Toaster
      position="bottom-left"
      toastOptions={{ className: 'font-sans! text-base! rounded-lg! border-line-strong! bg-paper! text-ink!' }}
    />
  );
}
