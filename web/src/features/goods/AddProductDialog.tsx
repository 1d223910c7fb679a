import { decimalTyped, newId, PRODUCT_DEFAULTS, Product, type Shop } from '@ostrakon/core';
import { useState } from 'react';
import { useDraft } from '../../draft/DraftProvider.tsx';
import { Button } from '../../ui/Button.tsx';
import { LabelledInput } from '../../ui/LabelledInput.tsx';
import { Modal } from '../../ui/Modal.tsx';
import { orNone, readMass, readMoney, readSize } from '../../ui/readers.ts';
import type { Read } from '../../ui/useTypedField.ts';
import type { Goods } from './useGoods.ts';

type Faults = Partial<Record<'name' | 'id' | 'price' | 'weight' | 'size', string>>;
const EMPTY = { name: '', id: '', price: '', weight: '', size: '' };

/** The product that was typed, or what is wrong with it, field by field. */
function readProduct(typed: typeof EMPTY, shop: Shop, products: readonly Product[]): { product?: Product; faults: Faults } {
  const read = {
    price: readMoney(shop)(typed.price),
    weight: orNone(readMass(shop))(typed.weight),
    size: orNone(readSize(shop))(typed.size),
  };
  const faults: Faults = {};
  for (const [field, one] of Object.entries(read)) if (!one.ok) faults[field as keyof Faults] = one.message;
  const id = typed.id.trim() === '' ? newId(typed.name, products, 'product') : typed.id.trim();
  const { price, weight, size } = read;
  const checked = Product.safeParse({
    ...PRODUCT_DEFAULTS,
    id,
    name: typed.name,
    price: price.ok ? price.value : 0,
    weight: (weight.ok && weight.value) || null,
    size: (size.ok && size.value) || null,
  });
  for (const issue of checked.error?.issues ?? []) faults[issue.path[0] as keyof Faults] ??= `${issue.message}.`;
  if (products.some((held) => held.id === id)) faults.id = 'A product has this article number already.';
  return checked.success && Object.keys(faults).length === 0 ? { product: checked.data, faults } : { faults };
}

/** A new product; what is not asked here is set in the table. */
export function AddProductDialog({
  products,
  change,
  onClose,
}: {
  products: readonly Product[];
  change: Goods['change'];
  onClose: () => void;
}) {
  const { shop } = useDraft().book;
  const [typed, setTyped] = useState(EMPTY);
  const [faults, setFaults] = useState<Faults>({});
  const readers: Partial<Record<keyof typeof EMPTY, (text: string) => Read<unknown>>> = {
    price: readMoney(shop),
    weight: readMass(shop),
    size: readSize(shop),
  };
  const add = () => {
    const { product, faults: found } = readProduct(typed, shop, products);
    setFaults(found);
    if (!product) return;
    void change({ put: [product] }, `adding ${product.name}`);
    onClose();
  };
  const field = (name: keyof typeof EMPTY, label: string, hint: string) => (
    <LabelledInput
      label={label}
      hint={hint}
      value={typed[name]}
      fault={faults[name]}
      read={readers[name]}
      onType={(text) => setTyped({ ...typed, [name]: text })}
    />
  );
  const metric = shop.units === 'metric';
  return (
    <Modal open onOpenChange={(open) => !open && onClose()} title="Add a product">
      <form
        className="space-y-2.5"
        onSubmit={(event) => {
          event.preventDefault();
          add();
        }}
      >
        {field('name', 'Name', 'Wool blanket')}
        {field('id', 'Article number, made from the name if left empty', 'STONE-10')}
        {field('price', `Price, ${shop.currency}`, decimalTyped('24.50', shop.locale))}
        {field('weight', 'Weight of one, if known', metric ? '10 kg' : '22 lb')}
        {field('size', 'Size of one, if known', metric ? '28 x 20 x 14 cm' : '11 x 8 x 6 in')}
        <div className="flex justify-end pt-2">
          <Button look="main" type="submit">
            Add product
          </Button>
        </div>
      </form>
    </Modal>
  );
}
