import { type Bounds, quoteZone, type ToldFinding, type UnitsOfShop } from '@ostrakon/core';
import { memo, useDeferredValue } from 'react';
import {
  CartesianGrid,
  ComposedChart,
  Label,
  Line,
  ReferenceArea,
  ReferenceDot,
  ReferenceLine,
  ResponsiveContainer,
  XAxis,
  YAxis,
} from 'recharts';
import { useBench } from '../../bench/BenchProvider.tsx';
import { useWanted } from '../../carriers/heardAnswers.ts';
import { useDraft } from '../../draft/DraftProvider.tsx';
import { useTold } from '../../proof/useProof.ts';
import { AXIS, axisTicks, axisUnit, axisWidth, plainAmount } from '../../ui/axisTicks.ts';
import { boundsWords } from '../../words/findingWords.ts';
import type { Format } from '../../words/format.ts';
import { measureWords } from '../../words/quoteWords.ts';
import { useFormat } from '../../words/useWords.ts';
import { type ChartGap, type StepShape, stepShape } from './chartPoints.ts';
import { useCardMeasures } from './useCardMeasures.ts';
import { useLane } from './useLane.ts';
import { useLaneCosts } from './useLaneCosts.ts';

const gapWords = { notOffered: 'not offered', refer: 'ask us', limit: 'outside' } as const;

/** Whether a gap's word has room in its band: about seven pixels a letter, in a chart of some 400 pixels. */
const fitsIn = ({ from, to, why }: ChartGap, end: number) => ((to - from) / end) * 400 > gapWords[why].length * 7;

interface Band {
  readonly from: number;
  readonly to: number;
  readonly bounds: Bounds;
}

/** Stretches of a measure in which a zone offers nothing, by what was found. */
function withoutOption(told: readonly ToldFinding[], zone: string, { measure, end }: StepShape): readonly Band[] {
  return told.flatMap(({ findings }) =>
    findings.flatMap((finding): Band[] => {
      if (finding.code !== 'noOption' || !finding.where.zones.includes(zone)) return [];
      const [only, ...more] = finding.facts.within;
      if (!only || more.length > 0 || only.measure !== measure || only.part !== undefined) return [];
      const [from, to] = [only.from ?? only.over ?? 0, only.upTo ?? only.under ?? end];
      return from < end ? [{ from, to: Math.min(to, end), bounds: only }] : [];
    }),
  );
}

interface Drawn {
  readonly shape: StepShape;
  readonly costs: readonly { x: number; cost: number }[];
  readonly cart: number;
  readonly cartWords: string;
  readonly price: number | null;
  /** Where carts to the zone get no option at all. */
  readonly without: readonly Band[];
}

/** The picture alone: dear to draw, so it follows what is beside it. */
const Drawing = memo(function Drawing({
  shape,
  costs,
  cart,
  cartWords,
  price,
  without,
  format,
  units,
}: Drawn & { format: Format; units: UnitsOfShop }) {
  const top = Math.max(100, ...shape.points.map((point) => point.y ?? 0), ...costs.map(({ cost }) => cost)) * 1.15;
  const ticks = axisTicks(top, 5);
  const amount = plainAmount(format.money);
  return (
    <ResponsiveContainer width="100%" height="100%" initialDimension={{ width: 480, height: 320 }}>
      <ComposedChart data={[...shape.points]} margin={{ top: 12, right: 20, bottom: 4, left: 4 }} accessibilityLayer={false}>
        <CartesianGrid vertical={false} stroke="var(--color-line)" />
        <XAxis
          type="number"
          dataKey="x"
          domain={[0, shape.end]}
          ticks={axisTicks(shape.end, 6, axisUnit(shape.measure, shape.end, units))}
          tickFormatter={(x: number) =>
            format
              .measured(shape.measure, x, shape.end)
              .replace(/ items?$/, '')
              .replace(/[.,]00$/, '')
          }
          tick={AXIS}
          stroke="var(--color-line-strong)"
        />
        <YAxis
          type="number"
          domain={[0, top]}
          ticks={[...ticks]}
          tickFormatter={amount}
          tick={AXIS}
          stroke="var(--color-line-strong)"
          width={axisWidth(ticks.map(amount))}
        />
        {shape.gaps.map((gap) => (
          <ReferenceArea
            key={`${gap.why} ${gap.from}`}
            x1={gap.from}
            x2={gap.to}
            fill={gap.why === 'refer' ? 'var(--color-ochre-soft)' : 'var(--color-ash-soft)'}
            fillOpacity={0.9}
          >
            {fitsIn(gap, shape.end) && <Label value={gapWords[gap.why]} position="insideTop" fill="var(--color-ash)" fontSize={12} />}
          </ReferenceArea>
        ))}
        {without.map(({ from, to }) => (
          <ReferenceArea
            key={`without ${from}`}
            x1={from}
            x2={to}
            fill="var(--color-fault-soft)"
            stroke="var(--color-fault)"
            strokeDasharray="3 3"
          />
        ))}
        {shape.falls.map((fall) => (
          <ReferenceLine key={fall.at} x={fall.at} stroke="var(--color-ochre)" strokeDasharray="4 2" />
        ))}
        <Line
          dataKey="y"
          type="linear"
          stroke="var(--color-clay)"
          strokeWidth={2.5}
          dot={false}
          isAnimationActive={false}
          connectNulls={false}
        />
        {costs.length > 0 && (
          <Line
            data={costs}
            dataKey="cost"
            type="stepBefore"
            stroke="var(--color-night)"
            strokeWidth={1.5}
            strokeDasharray="5 4"
            dot={false}
            isAnimationActive={false}
          />
        )}
        <ReferenceLine x={cart} stroke="var(--color-ink)" strokeDasharray="2 3">
          <Label
            value={cartWords}
            position={cart > shape.end / 2 ? 'insideBottomRight' : 'insideBottomLeft'}
            fill="var(--color-ink)"
            fontSize={12}
            fontWeight={600}
          />
        </ReferenceLine>
        {price !== null && <ReferenceDot x={cart} y={price} r={6} fill="var(--color-clay)" stroke="var(--color-paper)" strokeWidth={2} />}
      </ComposedChart>
    </ResponsiveContainer>
  );
});

/** The lane's price over its measure, with the bench's cart on it. */
export function StepChart() {
  const { lane, card, at, service, zone } = useLane();
  const { compiled, shipments, carriers } = useBench();
  // A lane of another zone asks for more than the bench itself does.
  useWanted(carriers);
  const measures = useCardMeasures();
  const format = useFormat();
  const { units, pricing } = useDraft().book.shop;
  const shape = stepShape(card, lane.limits, measures, pricing.rounding);
  const costs = useLaneCosts(at, shape.measure, shape.end);
  const cart = measures[shape.measure];
  const held = compiled.zones.find((one) => one.zone.id === at.zone);
  const answer = held && quoteZone(compiled, held, shipments).find((one) => one.service === at.service);
  // The card's own price, before free delivery: that is the line the cart stands on.
  const price = answer?.status === 'priced' ? shape.cartPrice : null;
  const cartWords = `this cart, ${format.measured(shape.measure, cart)}`;
  const { told } = useTold();
  const without = withoutOption(told, zone.id, shape);
  const drawn = useDeferredValue({ shape, costs, cart, cartWords, price, without });
  return (
    <figure className="self-start rounded-lg border border-line-strong bg-paper p-3">
      <figcaption className="mb-2 flex justify-between text-sm">
        <span className="font-semibold">
          Price of {service.name} to {zone.name}
        </span>
        <span className="text-ash">
          by {measureWords[shape.measure].toLowerCase()}
          {card.kind === 'twoWay' && ', the rest as on the bench'}
        </span>
      </figcaption>
      <div
        className="h-80"
        role="img"
        aria-label={`Chart of the price over ${measureWords[shape.measure].toLowerCase()}; ${cartWords}${price === null ? ' has no price' : ` pays ${format.price(price)}`}`}
      >
        <Drawing {...drawn} format={format} units={units} />
      </div>
      {without.length > 0 && (
        <p className="mt-1 text-sm text-fault">
          <span aria-hidden className="me-1.5 inline-block h-3 w-5 border border-fault border-dashed bg-fault-soft align-middle" />
          no service takes carts {format.list(without.map(({ bounds }) => boundsWords(bounds, format)))}
        </p>
      )}
      {costs.length > 0 && (
        <p className="mt-1 text-sm text-ash">
          <span aria-hidden className="me-1.5 inline-block w-6 border-night border-t-2 border-dashed align-middle" />
          what carriage costs by the latest survey{lane.card.kind === 'weightTiers' ? '' : ', by weight'}
        </p>
      )}
      {shape.falls.length > 0 && (
        <ul aria-label="Where more costs less" className="mt-2 space-y-1 rounded-md bg-ochre-soft px-2 py-1 text-sm text-ochre">
          {shape.falls.map((fall) => (
            <li key={fall.at}>
              Over {format.measured(shape.measure, fall.at)} the price falls from {format.money(fall.from)} to{' '}
              {fall.to === 0 ? 'free' : format.money(fall.to)}: more costs less.
            </li>
          ))}
        </ul>
      )}
    </figure>
  );
}
