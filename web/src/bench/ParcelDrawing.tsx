import type { Parcel } from '@ostrakon/core';
import { memo } from 'react';
import { zoneColour } from '../ui/zoneColours.ts';
import { backToFront, facesOf, frameOf } from './isometric.ts';

const WIDE = 320;
const HIGH = 230;

const shade = (colour: string, share: number) => `color-mix(in srgb, ${colour} ${share}%, var(--color-paper))`;

/** One thing, with its three visible sides. */
function Box({
  thing,
  at,
  colour,
  latest,
}: {
  thing: Parcel['placed'][number];
  at: ReturnType<typeof frameOf>['at'];
  colour: string;
  latest: boolean;
}) {
  const { top, left, right } = facesOf(thing, at);
  const line = {
    stroke: latest ? 'var(--color-ink)' : 'var(--color-paper)',
    strokeWidth: latest ? 1.6 : 0.8,
    strokeLinejoin: 'round' as const,
  };
  return (
    <g>
      <polygon points={top} fill={shade(colour, 55)} {...line} />
      <polygon points={left} fill={shade(colour, 78)} {...line} />
      <polygon points={right} fill={colour} {...line} />
    </g>
  );
}

/** A parcel seen from a corner above, with the first `step` things in it. */
export const ParcelDrawing = memo(function ParcelDrawing({ parcel, step, label }: { parcel: Parcel; step: number; label: string }) {
  const room = parcel.inside;
  if (!room) return null;
  const { width, height, at } = frameOf(room, WIDE, HIGH);
  const { length: l, width: w, height: h } = room;
  const shown = parcel.placed.slice(0, step);
  const latest = step < parcel.placed.length || step === 1 ? shown.at(-1) : undefined;
  const back = { fill: 'var(--color-bone)', stroke: 'var(--color-line-strong)', strokeWidth: 1, strokeLinejoin: 'round' as const };
  return (
    <svg
      viewBox={`-2 -2 ${width + 4} ${height + 4}`}
      width={width + 4}
      height={height + 4}
      role="img"
      aria-label={label}
      className="mx-auto block max-w-full"
    >
      <polygon points={[at(0, 0, 0), at(l, 0, 0), at(l, w, 0), at(0, w, 0)].join(' ')} {...back} />
      <polygon points={[at(0, 0, 0), at(l, 0, 0), at(l, 0, h), at(0, 0, h)].join(' ')} {...back} />
      <polygon points={[at(0, 0, 0), at(0, w, 0), at(0, w, h), at(0, 0, h)].join(' ')} {...back} />
      {backToFront(shown).map((thing) => (
        <Box key={`${thing.x} ${thing.y} ${thing.z}`} thing={thing} at={at} colour={zoneColour(thing.line)} latest={thing === latest} />
      ))}
      <polyline
        points={[at(0, w, h), at(l, w, h), at(l, 0, h)].join(' ')}
        fill="none"
        stroke="var(--color-ash)"
        strokeDasharray="3 3"
        strokeWidth={0.8}
      />
      <polyline
        points={[at(l, w, h), at(l, w, 0)].join(' ')}
        fill="none"
        stroke="var(--color-ash)"
        strokeDasharray="3 3"
        strokeWidth={0.8}
      />
    </svg>
  );
});
