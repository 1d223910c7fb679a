import { CartesianGrid, ComposedChart, Line, ResponsiveContainer, XAxis, YAxis } from 'recharts';
import { useDraft } from '../../draft/DraftProvider.tsx';
import { AXIS, axisTicks, axisUnit, axisWidth, plainAmount } from '../../ui/axisTicks.ts';
import { measureWords } from '../../words/quoteWords.ts';
import { useFormat } from '../../words/useWords.ts';
import type { FitPoint, WeightMeasureName } from './fitting.ts';

const LINES = [
  { key: 'present', name: 'today’s prices', stroke: 'var(--color-ash)', width: 1.5, dash: undefined },
  { key: 'proposed', name: 'proposed', stroke: 'var(--color-clay)', width: 2.5, dash: undefined },
  { key: 'cost', name: 'what carriage costs', stroke: 'var(--color-night)', width: 1.5, dash: '5 4' },
] as const;

/** Both cards and the cost over the weight they read. The same stands in the tables beside it. */
export function FitChart({ points, measure }: { points: readonly FitPoint[]; measure: WeightMeasureName }) {
  const format = useFormat();
  const { units } = useDraft().book.shop;
  const end = (points.at(-1)?.x ?? 1) * 1.04;
  const top = Math.max(100, ...points.flatMap(({ present, proposed, cost }) => [present ?? 0, proposed ?? 0, cost])) * 1.1;
  const ticks = axisTicks(top, 4);
  const amount = plainAmount(format.money);
  return (
    <figure>
      <figcaption className="mb-1 text-sm">
        <span className="font-semibold">Price and cost by {measureWords[measure].toLowerCase()}</span>
        <span className="flex flex-wrap gap-x-4 text-ash">
          {LINES.map(({ key, name, stroke, width, dash }) => (
            <span key={key}>
              <svg aria-hidden width="24" height="6" className="me-1 inline-block align-middle">
                <line x1="0" y1="3" x2="24" y2="3" stroke={stroke} strokeWidth={width} strokeDasharray={dash} />
              </svg>
              {name}
            </span>
          ))}
        </span>
      </figcaption>
      <div
        className="h-56"
        role="img"
        aria-label={`Chart of today’s prices, the proposed ones and the cost by ${measureWords[measure].toLowerCase()}`}
      >
        <ResponsiveContainer width="100%" height="100%" initialDimension={{ width: 480, height: 224 }}>
          <ComposedChart data={[...points]} margin={{ top: 6, right: 12, bottom: 0, left: 0 }} accessibilityLayer={false}>
            <CartesianGrid vertical={false} stroke="var(--color-line)" />
            <XAxis
              type="number"
              dataKey="x"
              domain={[0, end]}
              ticks={axisTicks(end, 6, axisUnit(measure, end, units))}
              tickFormatter={(x: number) => format.measured(measure, x, end)}
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
            {LINES.map(({ key, stroke, width, dash }) => (
              <Line
                key={key}
                dataKey={key}
                type="stepBefore"
                stroke={stroke}
                strokeWidth={width}
                dot={false}
                isAnimationActive={false}
                {...(dash !== undefined && { strokeDasharray: dash })}
              />
            ))}
          </ComposedChart>
        </ResponsiveContainer>
      </div>
    </figure>
  );
}
