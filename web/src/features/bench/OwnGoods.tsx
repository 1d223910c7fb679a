import { useId, useState } from 'react';
import { useBench } from '../../bench/BenchProvider.tsx';
import { useDraft } from '../../draft/DraftProvider.tsx';
import { Button } from '../../ui/Button.tsx';
import { orNone, readMass, readMoney, readSize } from '../../ui/readers.ts';

type Faults = { price?: string; weight?: string; size?: string };
const NOTHING = { name: '', price: '', weight: '', size: '' };

function Field({
  label,
  value,
  onChange,
  fault,
  hint,
}: {
  label: string;
  value: string;
  onChange: (text: string) => void;
  fault?: string | undefined;
  hint: string;
}) {
  const id = useId();
  return (
    <div className="min-w-0 flex-1">
      <label htmlFor={id} className="block text-xs text-ash">
        {label}
      </label>
      <input
        id={id}
        value={value}
        placeholder={hint}
        autoComplete="off"
        aria-invalid={fault !== undefined}
        aria-describedby={fault === undefined ? undefined : `${id}-fault`}
        onChange={(event) => onChange(event.target.value)}
        className={`h-8 w-full rounded-md border px-2 placeholder:text-ash ${fault === undefined ? 'border-line-strong bg-paper' : 'border-fault bg-fault-soft'}`}
      />
      {fault !== undefined && (
        <p id={`${id}-fault`} role="alert" className="mt-0.5 text-xs text-fault">
          {fault}
        </p>
      )}
    </div>
  );
}

/** Goods the shop does not list: a price, a weight and, where known, a size. */
export function OwnGoods({ onAdded }: { onAdded: () => void }) {
  const { send } = useBench();
  const { shop } = useDraft().book;
  const [typed, setTyped] = useState(NOTHING);
  const [faults, setFaults] = useState<Faults>({});
  const add = () => {
    const price = readMoney(shop)(typed.price);
    const weight = readMass(shop)(typed.weight);
    const size = orNone(readSize(shop))(typed.size);
    setFaults({
      ...(!price.ok && { price: price.message }),
      ...(!weight.ok && { weight: weight.message }),
      ...(!size.ok && { size: size.message }),
    });
    if (!price.ok || !weight.ok || !size.ok) return;
    const name = typed.name.trim().slice(0, 200);
    send({
      kind: 'addGoods',
      line: {
        quantity: 1,
        unitPrice: price.value,
        weight: weight.value,
        delivered: true,
        ...(size.value !== undefined && { size: size.value }),
        ...(name !== '' && { name }),
      },
    });
    setTyped(NOTHING);
    onAdded();
  };
  return (
    <form
      aria-label="Goods of your own"
      className="space-y-2 border-line border-t bg-bone p-3"
      onSubmit={(event) => {
        event.preventDefault();
        add();
      }}
    >
      <p className="text-sm font-semibold">Or describe goods of your own</p>
      <Field label="Name, if you like" hint="A vase" value={typed.name} onChange={(name) => setTyped({ ...typed, name })} />
      <div className="flex gap-2">
        <Field label="Price" hint="90.00" value={typed.price} fault={faults.price} onChange={(price) => setTyped({ ...typed, price })} />
        <Field
          label="Weight"
          hint={shop.units === 'metric' ? '1.2 kg' : '2 lb 4 oz'}
          value={typed.weight}
          fault={faults.weight}
          onChange={(weight) => setTyped({ ...typed, weight })}
        />
      </div>
      <Field
        label="Size, if known"
        hint={shop.units === 'metric' ? '30 x 20 x 10 cm' : '12 x 8 x 4 in'}
        value={typed.size}
        fault={faults.size}
        onChange={(size) => setTyped({ ...typed, size })}
      />
      <Button type="submit">Put in the cart</Button>
    </form>
  );
}
