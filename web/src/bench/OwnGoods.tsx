import { useState } from 'react';
import { useDraft } from '../draft/DraftProvider.tsx';
import { Button } from '../ui/Button.tsx';
import { LabelledInput } from '../ui/LabelledInput.tsx';
import { orNone, readMass, readMoney, readSize } from '../ui/readers.ts';
import { useBench } from './BenchProvider.tsx';

type Faults = { price?: string; weight?: string; size?: string };
const NOTHING = { name: '', price: '', weight: '', size: '' };

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
      <LabelledInput quiet label="Name, if you like" hint="A vase" value={typed.name} onType={(name) => setTyped({ ...typed, name })} />
      <div className="flex gap-2">
        <LabelledInput
          quiet
          label="Price"
          hint="90.00"
          value={typed.price}
          fault={faults.price}
          read={readMoney(shop)}
          onType={(price) => setTyped({ ...typed, price })}
        />
        <LabelledInput
          quiet
          label="Weight"
          hint={shop.units === 'metric' ? '1.2 kg' : '2 lb 4 oz'}
          value={typed.weight}
          fault={faults.weight}
          read={readMass(shop)}
          onType={(weight) => setTyped({ ...typed, weight })}
        />
      </div>
      <LabelledInput
        quiet
        label="Size, if known"
        hint={shop.units === 'metric' ? '30 x 20 x 10 cm' : '12 x 8 x 4 in'}
        value={typed.size}
        fault={faults.size}
        read={readSize(shop)}
        onType={(size) => setTyped({ ...typed, size })}
      />
      <Button type="submit">Put in the cart</Button>
    </form>
  );
}
