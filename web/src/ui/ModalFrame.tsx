import { X } from 'lucide-react';
import { Dialog } from 'radix-ui';
import { type ReactNode, useState } from 'react';
import { SignButton } from './Button.tsx';
import { returnFocus } from './keepFocus.ts';

export interface ModalProps {
  open: boolean;
  onOpenChange: (open: boolean) => void;
  title: string;
  /** A sentence under the title. */
  about?: string;
  wide?: boolean;
  children: ReactNode;
}

/** The first field is in hand when a dialog opens, what stands in it marked to be typed over; without fields, the way out. */
function toFirstField(event: Event): void {
  const dialog = event.currentTarget;
  const field =
    dialog instanceof HTMLElement ? dialog.querySelector<HTMLInputElement>('input:not([type=file], [disabled]), select, textarea') : null;
  if (!field) return;
  event.preventDefault();
  field.focus();
  if (field instanceof HTMLInputElement) field.select();
}

export function ModalFrame({ open, onOpenChange, title, about, wide = false, children }: ModalProps) {
  // What had the focus before the dialog; its field takes it later than this is drawn.
  const [before] = useState(() => document.activeElement);
  return (
    <Dialog.Root open={open} onOpenChange={onOpenChange}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-shade" />
        <Dialog.Content
          className={`fixed top-[8vh] left-1/2 z-50 max-h-[84vh] -translate-x-1/2 overflow-auto rounded-lg border border-line-strong bg-paper p-5 max-w-[calc(100vw-1rem)] ${wide ? 'w-[760px]' : 'w-[460px]'}`}
          onOpenAutoFocus={toFirstField}
          onCloseAutoFocus={(event) => {
            event.preventDefault();
            returnFocus(before);
          }}
          {...(about === undefined && { 'aria-describedby': undefined })}
        >
          <div className="mb-3 flex items-start justify-between gap-4">
            <div>
              <Dialog.Title className="font-serif text-lg font-semibold">{title}</Dialog.Title>
              {about !== undefined && <Dialog.Description className="text-sm text-ash">{about}</Dialog.Description>}
            </div>
            <Dialog.Close asChild>
              <SignButton label="Close">
                <X size={16} aria-hidden />
              </SignButton>
            </Dialog.Close>
          </div>
          {children}
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
