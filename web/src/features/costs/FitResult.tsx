import type { Card } from '@ostrakon/core';
import { Suspense, useMemo } from 'react';
import { useDraft } from '../../draft/DraftProvider.tsx';
import { Button } from '../../ui/Button.tsx';
import { later } from '../../ui/later.ts';
import { resultWords } from '../../words/resultWords.ts';
import { useFormat } from '../../words/useWords.ts';
import { byWeightAlone, fitPoints, type MeasuredOrder, type Outcome, outcomeOf } from './fitting.ts';

const FitChart = later(() => import('./FitChart.tsx'), 'FitChart');

/** What a card says, tier by tier. */
function Tiers({ card, name }: { card: Card; name: string }) {
  const format = useFormat();
  if (card.kind !== 'weightTiers') {
    return (
      <p className="text-sm">
        {name}: {card.kind === 'flat' ? resultWords(card.result, format) : 'prices of another kind'}
      </p>
    );
  }
  return (
    <table className="w-full text-sm">
      <caption className="pb-1 text-start font-semibold">{name}</caption>
      <tbody>
        {card.tiers.map(({ upTo, result }) => (
          <tr key={upTo} className="border-line border-t">
            <td className="py-0.5">up to {upTo}</td>
            <td className="text-end">{resultWords(result, format, card.measure)}</td>
          </tr>
        ))}
        <tr className="border-line border-t text-ash">
          <td className="py-0.5">above</td>
          <td className="text-end">{resultWords(card.above, format, card.measure)}</td>
        </tr>
      </tbody>
    </table>
  );
}

const leftOf = ({ charged, cost }: Outcome) => charged - cost;

/** The two cards over the same orders. */
function Compared({ was, would }: { was: Outcome; would: Outcome }) {
  const format = useFormat();
  const rows: (readonly [string, string, string])[] = [
    ['Charged, without tax', format.money(was.charged), format.money(would.charged)],
    ['Carriage costs', format.money(was.cost), format.money(would.cost)],
    ['Left', format.money(leftOf(was)), format.money(leftOf(would))],
    ['Orders below cost', String(was.below), String(would.below)],
    ['Orders without a price', String(was.unpriced), String(would.unpriced)],
  ];
  return (
    <table className="w-full text-sm">
      <caption className="pb-1 text-start font-semibold">
        What {format.count(was.priced + was.unpriced, 'order')} would have brought in
      </caption>
      <thead>
        <tr className="text-end text-ash">
          <td />
          <th scope="col" className="font-normal">
            Today’s prices
          </th>
          <th scope="col" className="font-normal">
            Proposed
          </th>
        </tr>
      </thead>
      <tbody>
        {rows.map(([name, before, after]) => (
          <tr key={name} className="border-line border-t text-end">
            <th scope="row" className="py-1 text-start font-normal">
              {name}
            </th>
            <td>{before}</td>
            <td className={before === after ? '' : 'font-semibold'}>{after}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

/** A proposed card beside the present one, and what either would have brought in. */
export function FitResult({
  present,
  proposed,
  orders,
  taxRate,
  onTake,
}: {
  present: Card;
  proposed: Card;
  orders: readonly MeasuredOrder[];
  taxRate: number;
  onTake: () => void;
}) {
  const { shop } = useDraft().book;
  const format = useFormat();
  const measure = proposed.kind === 'weightTiers' ? proposed.measure : 'packedWeight';
  const points = useMemo(
    () => fitPoints({ present, proposed }, orders, { measure, taxRate, rounding: shop.pricing.rounding }),
    [present, proposed, orders, measure, taxRate, shop],
  );
  const [was, would] = useMemo(() => {
    const outcome = (card: Card) => outcomeOf(card, orders, taxRate, shop.pricing.rounding);
    return [outcome(present), outcome(proposed)] as const;
  }, [present, proposed, orders, taxRate, shop]);
  return (
    <section aria-label="Proposal" className="space-y-4 rounded-lg border border-line-strong bg-paper p-4">
      <div className="flex items-start justify-between gap-4">
        <p className="font-serif">
          Leaves <span className="font-semibold">{format.money(leftOf(would))}</span> once carriage is paid; today’s prices leave{' '}
          {format.money(leftOf(was))}.
        </p>
        <Button look="main" className="shrink-0" onClick={onTake}>
          Take these prices over
        </Button>
      </div>
      <div className="grid grid-cols-2 items-start gap-6">
        <Tiers card={present} name="Today’s prices" />
        <Tiers card={proposed} name="Proposed prices" />
      </div>
      <Suspense fallback={<div className="h-64" />}>
        <FitChart points={points} measure={measure} />
      </Suspense>
      <Compared was={was} would={would} />
      {!byWeightAlone(present) && (
        <p className="text-sm text-ochre">
          Today’s prices depend on more than weight; they are compared by orders of one item without value.
        </p>
      )}
      <p className="text-sm text-ash">
        {taxRate > 0 ? `Prices include ${format.percent(taxRate)} tax. ` : ''}Charges and reductions are not counted on either side.
      </p>
    </section>
  );
}
