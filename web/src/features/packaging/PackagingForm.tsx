import { newId, Packaging, PackagingKind, type Shop, sizeText } from '@ostrakon/core';
import { useId, useState } from 'react';
import { useDraft, useDraftSession } from '../../draft/DraftProvider.tsx';
import { Button } from '../../ui/Button.tsx';
import { LabelledInput } from '../../ui/LabelledInput.tsx';
import { Modal } from '../../ui/Modal.tsx';
import { orNone, readMass, readMoney, readSize } from '../../ui/readers.ts';
import { Select } from '../../ui/Select.tsx';
import type { Read } from '../../ui/useTypedField.ts';
import { useFormat } from '../../words/useWords.ts';
import { packagingKinds } from './packagingWords.ts';

type Typed = Record<'name' | 'inside' | 'outside' | 'tare' | 'mostLoad' | 'cost', string>;
type Faults = Partial<Record<keyof Typed, string>>;

interface Around {
  readonly held: Packaging | undefined;
  readonly shop: Shop;
  readonly taken: readonly Packaging[];
}

/** The packaging that was typed, or what is wrong with it, field by field. */
function readPackaging(typed: Typed, kind: PackagingKind, { held, shop, taken }: Around): { value: Packaging } | { faults: Faults } {
  const inside = readSize(shop)(typed.inside);
  const read = {
    inside,
    outside: typed.outside.trim() === '' ? inside : readSize(shop)(typed.outside),
    tare: readMass(shop)(typed.tare),
    mostLoad: orNone(readMass(shop))(typed.mostLoad),
    cost: typed.cost.trim() === '' ? ({ ok: true, value: 0 } as const) : readMoney(shop)(typed.cost),
  };
  const faults: Faults = typed.name.trim() === '' ? { name: 'Write a name.' } : {};
  for (const [field, one] of Object.entries(read)) if (!one.ok) faults[field as keyof Typed] = one.message;
  if (typed.outside.trim() === '') delete faults.outside;
  if (Object.keys(faults).length > 0) return { faults };
  const values = Object.fromEntries(Object.entries(read).map(([field, one]) => [field, one.ok ? (one.value ?? null) : null]));
  const id = held?.id ?? newId(typed.name, taken, 'packaging');
  const checked = Packaging.safeParse({
    id,
    name: typed.name,
    kind,
    inUse: held?.inUse ?? true,
    ...values,
    ...(held?.carrier && { carrier: held.carrier }),
  });
  if (checked.success) return { value: checked.data };
  for (const issue of checked.error.issues) faults[issue.path[0] as keyof Typed] ??= `${issue.message}.`;
  return { faults };
}

/** A new piece of packaging, or one being changed. */
export function PackagingForm({ held, onClose }: { held: Packaging | undefined; onClose: () => void }) {
  const { shop, packing } = useDraft().book;
  const session = useDraftSession();
  const format = useFormat();
  const id = useId();
  const [kind, setKind] = useState<PackagingKind>(held?.kind ?? 'carton');
  const [typed, setTyped] = useState<Typed>({
    name: held?.name ?? '',
    inside: held ? sizeText(held.inside, shop.locale) : '',
    outside: held ? sizeText(held.outside, shop.locale) : '',
    tare: held ? format.typed(held.tare) : '',
    mostLoad: held?.mostLoad ? format.typed(held.mostLoad) : '',
    cost: held ? format.plain(held.cost) : '',
  });
  const [faults, setFaults] = useState<Faults>({});
  const take = () => {
    const outcome = readPackaging(typed, kind, { held, shop, taken: packing.packaging });
    if ('faults' in outcome) return setFaults(outcome.faults);
    const taken = session.dispatch({ name: held ? 'setPackaging' : 'addPackaging', args: outcome.value });
    if (taken.ok) onClose();
    else setFaults({ name: `${taken.message}.` });
  };
  const readers: Partial<Record<keyof Typed, (text: string) => Read<unknown>>> = {
    cost: readMoney(shop),
    inside: readSize(shop),
    outside: readSize(shop),
    tare: readMass(shop),
    mostLoad: readMass(shop),
  };
  const field = (name: keyof Typed, label: string, hint: string) => (
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
    <Modal open onOpenChange={(open) => !open && onClose()} title={held ? held.name : 'Add packaging'}>
      <form
        className="grid grid-cols-2 gap-x-4 gap-y-2.5"
        onSubmit={(event) => {
          event.preventDefault();
          take();
        }}
      >
        <div className="col-span-2">{field('name', 'Name', 'Medium carton')}</div>
        <div>
          <label htmlFor={`${id}-kind`} className="text-sm">
            Kind
          </label>
          <Select
            id={`${id}-kind`}
            label="Kind"
            className="mt-0.5"
            value={kind}
            onChange={(event) => setKind(event.target.value as PackagingKind)}
          >
            {PackagingKind.options.map((option) => (
              <option key={option} value={option}>
                {packagingKinds[option]}
              </option>
            ))}
          </Select>
        </div>
        {field('cost', `Cost of one, ${shop.currency}`, format.plain(160))}
        {field(
          'inside',
          kind === 'tube' ? 'Inside: length x diameter x diameter' : 'Inside size',
          metric ? '40 x 30 x 25 cm' : '16 x 12 x 10 in',
        )}
        {field('outside', 'Outside size, if larger', metric ? '41 x 31 x 26 cm' : '17 x 13 x 11 in')}
        {field('tare', 'Tare: its weight when empty', metric ? '480 g' : '1 lb')}
        {field('mostLoad', 'Greatest load, if stated', metric ? '20 kg' : '44 lb')}
        <div className="col-span-2 flex justify-end gap-2 pt-2">
          <Button onClick={onClose}>Cancel</Button>
          <Button look="main" type="submit">
            {held ? 'Save' : 'Add packaging'}
          </Button>
        </div>
      </form>
    </Modal>
  );
}
