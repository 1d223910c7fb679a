import { type Card, massToMicrograms } from '@ostrakon/core';
import { Suspense, useMemo, useState } from 'react';
import { useDraft } from '../../draft/DraftProvider.tsx';
import { Button } from '../../ui/Button.tsx';
import { later } from '../../ui/later.ts';
import { Segments } from '../../ui/Segments.tsx';
import type { Format } from '../../words/format.ts';
import { perWords, resultWords } from '../../words/resultWords.ts';
import { useFormat } from '../../words/useWords.ts';
import { byWeightAlone, fitPoints, type Outcome, outcomeOf, type WeightMeasureName } from './fitting.ts';
import type { Proposal, Shape } from './useFit.ts';

const FitChart = later(() => import('./FitChart.tsx'), 'FitChart');

/** What a card says, tier by tier. */
function Tiers({ card, name }: { card: Card; name: string }) {
  const format = useFormat();
  if (card.kind === 'startedUnits') {
    return (
      <p className="text-sm">
        <span className="block pb-1 font-semibold">{name}</span>
        {format.money(card.base)} and {format.money(card.each)} for each {perWords(card.per.unit, card.per.measure, format)} started
      </p>
    );
  }
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

/** Today's prices and both proposals over the same orders. */
interface Outcomes {
  readonly was: Outcome;
  readonly tiers: Outcome;
  readonly line: Outcome;
}

/** What a started unit of a line is: "kg". */
const unitOf = ({ line }: Proposal, format: Format) =>
  line.kind === 'startedUnits' ? perWords(line.per.unit, line.per.measure, format) : '';

/** All of them over the same orders. */
function Compared({ was, tiers, line, unit }: Outcomes & { unit: string }) {
  const format = useFormat();
  const row = (name: string, of: (outcome: Outcome) => string) => [name, of(was), of(tiers), of(line)] as const;
  const rows = [
    row('Charged, without tax', ({ charged }) => format.money(charged)),
    row('Carriage costs', ({ cost }) => format.money(cost)),
    row('Left', (outcome) => format.money(leftOf(outcome))),
    row('Orders below cost', ({ below }) => String(below)),
    row('Orders without a price', ({ unpriced }) => String(unpriced)),
  ];
  return (
    <table className="w-full text-sm">
      <caption className="pb-1 text-start font-semibold">
        What {format.count(was.priced + was.unpriced, 'order')} would have brought in
      </caption>
      <thead>
        <tr className="text-end text-ash">
          <td />
          {['Today’s prices', 'Tiers', `Base and so much for each ${unit}`].map((name) => (
            <th key={name} scope="col" className="font-normal">
              {name}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {rows.map(([name, ...values]) => (
          <tr key={name} className="border-line border-t text-end">
            <th scope="row" className="py-1 text-start font-normal">
              {name}
            </th>
            {values.map((value, at) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: the three columns never change places
              <td key={at} className={at === 0 || value === values[0] ? '' : 'font-semibold'}>
                {value}
              </td>
            ))}
          </tr>
        ))}
      </tbody>
    </table>
  );
}

/** Several outcomes as one. */
const added = (outcomes: readonly Outcome[]): Outcome =>
  outcomes.reduce(
    (sum, one) => ({
      charged: sum.charged + one.charged,
      cost: sum.cost + one.cost,
      priced: sum.priced + one.priced,
      below: sum.below + one.below,
      unpriced: sum.unpriced + one.unpriced,
    }),
    { charged: 0, cost: 0, priced: 0, below: 0, unpriced: 0 },
  );

/** One zone: both sets of prices, and how they lie beside the cost. */
function OneZone({ proposal, shape }: { proposal: Proposal; shape: Shape }) {
  const { shop } = useDraft().book;
  const { orders, taxRate, lane } = proposal;
  const [present, proposed] = [lane.card, proposal[shape]];
  const measure = (proposal.tiers.kind === 'weightTiers' ? proposal.tiers.measure : 'packedWeight') as WeightMeasureName;
  const points = useMemo(
    () => fitPoints({ present, proposed }, orders, { measure, taxRate, rounding: shop.pricing.rounding }),
    [present, proposed, orders, measure, taxRate, shop],
  );
  return (
    <>
      <div className="grid grid-cols-2 items-start gap-6">
        <Tiers card={present} name="Today’s prices" />
        <Tiers card={proposed} name="Proposed prices" />
      </div>
      <Suspense fallback={<div className="h-64" />}>
        <FitChart points={points} measure={measure} />
      </Suspense>
    </>
  );
}

/** All zones of a service: the prices of each, side by side. */
function AllZones({ proposals, shape }: { proposals: readonly Proposal[]; shape: Shape }) {
  const format = useFormat();
  const [first] = proposals;
  const all = proposals.flatMap(({ tiers }) => (tiers.kind === 'weightTiers' ? tiers.tiers.map(({ upTo }) => upTo) : []));
  const bounds = [...new Set(all)].sort((a, b) => massToMicrograms(a) - massToMicrograms(b));
  const cellsOf = ({ tiers, line }: Proposal): readonly string[] => {
    if (shape === 'line') return line.kind === 'startedUnits' ? [format.plain(line.base), format.plain(line.each)] : [];
    return tiers.kind === 'weightTiers'
      ? bounds.map((bound) => {
          // A bound that is not one of this zone's lies in a tier of it.
          const tier = tiers.tiers.find(({ upTo }) => massToMicrograms(upTo) >= massToMicrograms(bound));
          return resultWords(tier?.result ?? tiers.above, format, tiers.measure);
        })
      : [];
  };
  const heads =
    shape === 'line'
      ? ['Base', `each started ${first ? unitOf(first, format) : ''}`]
      : bounds.map((bound) => `up to ${format.typed(bound)}`);
  return (
    <div className="overflow-x-auto">
      <table className="w-full text-sm">
        <caption className="pb-1 text-start font-semibold">Proposed prices, {format.currency}</caption>
        <thead>
          <tr className="text-end text-ash">
            <td />
            {heads.map((head) => (
              <th key={head} scope="col" className="px-2 font-normal whitespace-nowrap">
                {head}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {proposals.map((proposal) => (
            <tr key={proposal.zone.id} className="border-line border-t text-end">
              <th scope="row" className="py-1 text-start font-normal">
                {proposal.zone.name}
              </th>
              {cellsOf(proposal).map((cell, at) => (
                <td key={heads[at]} className="px-2">
                  {cell}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}

/** What is proposed beside today's prices, and what either would have brought in. */
export function FitResult({ proposals, onTake }: { proposals: readonly Proposal[]; onTake: (shape: Shape) => void }) {
  const { shop } = useDraft().book;
  const format = useFormat();
  const [shape, setShape] = useState<Shape>('tiers');
  const outcomes = useMemo((): Outcomes => {
    const all = (cardOf: (proposal: Proposal) => Card) =>
      added(proposals.map((one) => outcomeOf(cardOf(one), one.orders, one.taxRate, shop.pricing.rounding)));
    return { was: all(({ lane }) => lane.card), tiers: all(({ tiers }) => tiers), line: all(({ line }) => line) };
  }, [proposals, shop]);
  const [only, ...others] = proposals;
  const unit = only ? unitOf(only, format) : '';
  const shapes = [['tiers', 'Tiers'] as const, ['line', `A base and so much for each started ${unit}`] as const];
  const [was, would] = [leftOf(outcomes.was), leftOf(outcomes[shape])];
  return (
    <section aria-label="Proposal" className="space-y-4 rounded-lg border border-line-strong bg-paper p-4">
      <div className="flex items-start justify-between gap-4">
        <p className="font-serif">
          Leaves <span className="font-semibold">{format.money(would)}</span> once carriage is paid; today’s prices leave{' '}
          {format.money(was)}.
        </p>
        <Button look="main" className="shrink-0" onClick={() => onTake(shape)}>
          Take these prices over
        </Button>
      </div>
      {would < was && (
        <p role="status" className="rounded-md bg-ochre-soft px-3 py-2 text-ochre">
          It earns {format.money(was - would)} less than today’s prices do on these orders.
        </p>
      )}
      <Segments label="Shape of the prices" value={shape} choices={shapes} onChange={setShape} />
      {only && others.length === 0 ? <OneZone proposal={only} shape={shape} /> : <AllZones proposals={proposals} shape={shape} />}
      <Compared {...outcomes} unit={unit} />
      {shape === 'line' && <p className="text-sm text-ochre">It goes on above the heaviest order; set a limit where it should end.</p>}
      {!proposals.every(({ lane }) => byWeightAlone(lane.card)) && (
        <p className="text-sm text-ochre">
          Today’s prices depend on more than weight; they are compared by orders of one item without value.
        </p>
      )}
      <p className="text-sm text-ash">
        {only && only.taxRate > 0 ? `Prices include ${format.percent(only.taxRate)} tax. ` : ''}Counted for the weights typed, each in one
        parcel where nothing else is said; charges and reductions are not counted on either side.
      </p>
    </section>
  );
}
