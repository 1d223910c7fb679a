import { Place } from '@ostrakon/core';
import { useState } from 'react';
import { Link } from 'react-router';
import { useDraft } from '../../draft/DraftProvider.tsx';
import { Button } from '../../ui/Button.tsx';
import { LabelledInput } from '../../ui/LabelledInput.tsx';
import { readDistance } from '../../ui/readers.ts';
import { Select } from '../../ui/Select.tsx';

type Faults = { beyond?: string; within?: string };

/** A circle around a location, or a ring of one: beyond the inner distance, up to the outer one. */
export function CircleForm({ onAdd }: { onAdd: (place: Place) => { ok: true } | { ok: false; message: string } }) {
  const { locations, shop } = useDraft().book;
  const placed = locations.filter(({ point }) => point !== null);
  const [location, setLocation] = useState(placed[0]?.id ?? '');
  const [typed, setTyped] = useState({ beyond: '', within: '' });
  const [faults, setFaults] = useState<Faults>({});
  if (placed.length === 0) {
    return (
      <section aria-label="Circle around a location">
        <h2 className="font-serif text-lg font-semibold">Circle around a location</h2>
        <p className="text-sm text-ash">
          No location has coordinates yet.{' '}
          <Link to="/shop/locations" className="text-clay underline">
            Give one its coordinates
          </Link>
        </p>
      </section>
    );
  }
  const add = () => {
    const beyond = typed.beyond.trim() === '' ? ({ ok: true, value: null } as const) : readDistance(shop)(typed.beyond);
    const within = readDistance(shop)(typed.within);
    const found: Faults = { ...(!beyond.ok && { beyond: beyond.message }), ...(!within.ok && { within: within.message }) };
    setFaults(found);
    if (!beyond.ok || !within.ok) return;
    const checked = Place.safeParse({ kind: 'circle', location, beyond: beyond.value, within: within.value });
    if (!checked.success) return setFaults({ within: `${checked.error.issues[0]?.message}.` });
    const taken = onAdd(checked.data);
    if (taken.ok) setTyped({ beyond: typed.within, within: '' });
    else setFaults({ within: `${taken.message}.` });
  };
  const field = (name: 'beyond' | 'within', label: string, hint: string) => (
    <LabelledInput
      label={label}
      hint={hint}
      value={typed[name]}
      fault={faults[name]}
      onType={(text) => setTyped({ ...typed, [name]: text })}
    />
  );
  const metric = shop.units === 'metric';
  return (
    <section aria-label="Circle around a location">
      <h2 className="font-serif text-lg font-semibold">Circle around a location</h2>
      <form
        className="mt-1 space-y-2"
        onSubmit={(event) => {
          event.preventDefault();
          add();
        }}
      >
        <Select label="Location in the middle" value={location} onChange={(event) => setLocation(event.target.value)}>
          {placed.map(({ id: one, name }) => (
            <option key={one} value={one}>
              {name}
            </option>
          ))}
        </Select>
        <div className="flex gap-2">
          {field('beyond', 'Beyond, if a ring', metric ? '12 km' : '8 mi')}
          {field('within', 'Up to', metric ? '35 km' : '20 mi')}
        </div>
        <Button type="submit">Add the circle</Button>
      </form>
    </section>
  );
}
