import type { PricedOption, Quote } from '@ostrakon/client';
import { useFront } from '../FrontProvider.tsx';

const WIDE = 280;
const HIGH = 150;
const EDGE = 34;

/** Where a counter is from the buyer, as the crow flies: north is up, and the scale is the distance written there. */
export function CounterMap({ option, near }: { option: PricedOption; near: NonNullable<Quote['near']> }) {
  const { words, format } = useFront();
  const { counter } = option;
  if (!counter?.point) return null;
  // Degrees of longitude grow narrower towards the poles.
  const narrow = Math.cos((counter.point.latitude * Math.PI) / 180);
  const [dx, dy] = [(counter.point.longitude - near.longitude) * narrow, counter.point.latitude - near.latitude];
  const scale = Math.min(
    (WIDE / 2 - EDGE) / Math.max(Math.abs(dx / 2), 1e-6),
    (HIGH / 2 - EDGE) / Math.max(Math.abs(dy / 2), 1e-6),
    20_000,
  );
  const at = (sign: 1 | -1) => ({ x: WIDE / 2 + (sign * dx * scale) / 2, y: HIGH / 2 - (sign * dy * scale) / 2 });
  const [there, you] = [at(1), at(-1)];
  const label = `${words.mapOf}: ${counter.city}${counter.distance === undefined ? '' : `, ${words.away(format.distance(counter.distance))}`}`;
  // In the corner that the line leaves free.
  const north = dx * dy > 0 ? 18 : WIDE - 18;
  const above = (point: { y: number }) => (point.y > HIGH / 2 ? 16 : -10);
  return (
    <svg
      viewBox={`0 0 ${WIDE} ${HIGH}`}
      role="img"
      aria-label={label}
      className="mt-2 w-full max-w-72 rounded-md border border-line bg-mist"
    >
      <path d={`M${north} 30V12m-4 6 4-6 4 6`} fill="none" stroke="currentColor" strokeWidth="1.5" />
      <text x={north} y="42" textAnchor="middle" className="fill-ink text-[12px]">
        N
      </text>
      <line x1={you.x} y1={you.y} x2={there.x} y2={there.y} stroke="currentColor" strokeDasharray="4 4" />
      <circle cx={you.x} cy={you.y} r="5" className="fill-ink" />
      <path d={`M${there.x - 6} ${there.y - 6}h12v12h-12Z`} className="fill-tide" />
      <text x={you.x} y={you.y + above(you)} textAnchor="middle" className="fill-ink text-[12px]">
        {words.you}
      </text>
      <text x={there.x} y={there.y + above(there)} textAnchor="middle" className="fill-ink text-[12px]">
        {counter.city}
      </text>
    </svg>
  );
}
