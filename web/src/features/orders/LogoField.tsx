import { Logo } from '@ostrakon/core/contract';
import { useId, useState } from 'react';
import { Button } from '../../ui/Button.tsx';
import { FileField } from '../../ui/FileField.tsx';

const readAsUrl = (file: File): Promise<string> =>
  new Promise((resolve, reject) => {
    const reader = new FileReader();
    reader.onload = () => resolve(String(reader.result));
    reader.onerror = () => reject(reader.error);
    reader.readAsDataURL(file);
  });

async function isPicture(url: string): Promise<boolean> {
  const picture = new Image();
  picture.src = url;
  return picture.decode().then(
    () => true,
    () => false,
  );
}

/** The shop's mark at the top of its slips. */
export function LogoField({ logo, onChange }: { logo: string | null; onChange: (logo: string | null) => void }) {
  const id = useId();
  const [fault, setFault] = useState<string | null>(null);
  const take = async (file: File) => {
    const read = Logo.safeParse(await readAsUrl(file));
    if (!read.success) return setFault(`${read.error.issues[0]?.message ?? 'This is no picture'}.`);
    if (!(await isPicture(read.data))) return setFault('This picture cannot be read. Save it anew as PNG or JPEG.');
    setFault(null);
    onChange(read.data);
  };
  return (
    <div>
      <label htmlFor={id} className="block text-sm">
        The mark of your shop, at its top
      </label>
      <div className="flex flex-wrap items-center gap-3">
        {logo !== null && <img src={logo} alt="The mark of your shop" className="max-h-12 max-w-40 rounded border border-line bg-white" />}
        <FileField id={id} accept="image/png,image/jpeg" onFile={(file) => void take(file)} />
        {logo !== null && (
          <Button look="quiet" onClick={() => onChange(null)}>
            Take it off
          </Button>
        )}
      </div>
      {fault !== null && (
        <p role="alert" className="text-sm text-fault">
          {fault}
        </p>
      )}
    </div>
  );
}
