import type { DeskConsignment } from '@ostrakon/core/contract';
import { useDesk } from './Desk.tsx';

/** What the buyer paid for delivery, what it costs, and what is left. */
export function WhatIsLeft({ part }: { part: DeskConsignment }) {
  const { format } = useDesk();
  const { price, tax, carriage, packaging, givenBack, kind } = part;
  const minus = (amount: number) => (amount === 0 ? format.money(0) : format.money(-amount));
  const rows: (readonly [string, string])[] = [['Buyer paid for delivery', format.money(price)]];
  if (tax > 0) rows.push(['Tax in it', minus(tax)]);
  if (givenBack > 0) rows.push(['To give back', minus(givenBack)]);
  if (carriage !== null && kind !== 'counter') rows.push(['Carriage', minus(carriage)]);
  if (packaging > 0) rows.push(['Packaging', minus(packaging)]);
  const known = carriage !== null || kind === 'counter';
  const left = price - tax - givenBack - (carriage ?? 0) - packaging;
  return (
    <section aria-label="What is left of it" className="border-line border-t px-4 py-3">
      <h3 className="mb-1 font-semibold">What is left of it</h3>
      <dl className="grid grid-cols-[1fr_auto] gap-x-4 text-sm tabular-nums">
        {rows.map(([name, amount]) => (
          <div key={name} className="contents">
            <dt>{name}</dt>
            <dd className="text-end">{amount}</dd>
          </div>
        ))}
        <dt className="border-line-strong border-t pt-1 font-semibold">{known ? 'Margin' : 'Before carriage'}</dt>
        <dd className={`border-line-strong border-t pt-1 text-end font-semibold ${left < 0 ? 'text-fault' : 'text-glaze'}`}>
          {format.money(left)}
        </dd>
      </dl>
      {!known && <p className="mt-1 text-sm text-ash">What its carriage costs is not known: no carrier is asked for it.</p>}
    </section>
  );
}
