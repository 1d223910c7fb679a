import type { LabelMade, RateAsk } from '@ostrakon/core';
import { useState } from 'react';
import { carrierApi } from '../../api/carrierApi.ts';
import { useDraft } from '../../draft/DraftProvider.tsx';
import { Button } from '../../ui/Button.tsx';
import { LabelledInput } from '../../ui/LabelledInput.tsx';
import { useFormat } from '../../words/useWords.ts';

export interface Choice {
  readonly ask: RateAsk;
  readonly carrier: string;
  readonly service: string;
  readonly name: string;
}

/** Makes a test label of the choice and opens it. */
export function PrintLabel({ choice, origin }: { choice: Choice; origin: string | null }) {
  const { locations, shop } = useDraft().book;
  const format = useFormat();
  const [to, setTo] = useState({ name: 'Test receiver', street: '1 Test Street', city: 'Testing' });
  const [made, setMade] = useState<LabelMade | null>(null);
  const [fault, setFault] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const from = locations.find(({ id }) => id === origin);
  const [parcel] = choice.ask.parcels;
  const print = async () => {
    if (!from || !parcel) return;
    setBusy(true);
    setFault(null);
    const { ask } = choice;
    try {
      setMade(
        await carrierApi.label({
          account: ask.account,
          service: choice.service,
          from: { name: shop.name, street: from.street, city: from.city, ...ask.from },
          to: { ...to, ...ask.to },
          residential: ask.residential,
          parcel: { ...parcel, count: 1 },
          declaredValue: ask.declaredValue,
          reference: 'Test',
          once: `test-${Date.now().toString(36)}-${Math.random().toString(36).slice(2, 8)}`,
        }),
      );
    } catch (error) {
      setFault((error as Error).message);
    }
    setBusy(false);
  };
  return (
    <section aria-label="Print a test label" className="mt-4 max-w-2xl rounded-lg border border-line-strong bg-paper p-4">
      <h2 className="font-serif text-lg font-semibold">
        Test label: {choice.name} by {choice.carrier}
      </h2>
      <p className="text-sm text-ash">For the first parcel. It is marked as a test and nothing is sent.</p>
      <div className="mt-2 grid grid-cols-3 gap-3">
        <LabelledInput label="Receiver" value={to.name} onType={(name) => setTo({ ...to, name })} />
        <LabelledInput label="Street" value={to.street} onType={(street) => setTo({ ...to, street })} />
        <LabelledInput label="Town" value={to.city} onType={(city) => setTo({ ...to, city })} />
      </div>
      {fault !== null && (
        <p role="alert" className="mt-2 text-sm text-fault">
          {fault}
        </p>
      )}
      <div className="mt-3 flex items-center gap-4">
        <Button look="main" disabled={busy || !from} onClick={() => void print()}>
          {busy ? 'Asking…' : 'Make a test label'}
        </Button>
        {made && (
          <p role="status" className="text-sm">
            Tracking number <span className="font-semibold">{made.tracking}</span>, {format.money(made.cost)} for this parcel.{' '}
            <a href={made.pdf} target="_blank" rel="noreferrer" className="text-clay underline">
              Open the label to print
            </a>
          </p>
        )}
      </div>
    </section>
  );
}
