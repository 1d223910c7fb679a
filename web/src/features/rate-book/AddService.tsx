import { Plus } from 'lucide-react';
import { Suspense, useState } from 'react';
import { SignButton } from '../../ui/Button.tsx';
import { later } from '../../ui/later.ts';

const ServiceDialog = later(() => import('./ServiceDialog.tsx'), 'ServiceDialog');

export function AddService() {
  const [open, setOpen] = useState(false);
  return (
    <>
      <SignButton label="Add a service" className="m-1" onClick={() => setOpen(true)}>
        <Plus size={16} aria-hidden />
      </SignButton>
      <Suspense>{open && <ServiceDialog onClose={() => setOpen(false)} />}</Suspense>
    </>
  );
}
