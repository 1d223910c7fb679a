import { Plus } from 'lucide-react';
import { useState } from 'react';
import { SignButton } from '../../ui/Button.tsx';
import { ServiceDialog } from './ServiceDialog.tsx';

export function AddService() {
  const [open, setOpen] = useState(false);
  return (
    <>
      <SignButton label="Add a service" className="m-1" onClick={() => setOpen(true)}>
        <Plus size={16} aria-hidden />
      </SignButton>
      {open && <ServiceDialog onClose={() => setOpen(false)} />}
    </>
  );
}
