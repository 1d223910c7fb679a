import { type Card, distanceToMillimetres } from '@ostrakon/core';
import { circleRing, project, ringPath } from './mercator.ts';
import type { MapPoint } from './ZoneMap.tsx';

/** The rings of a card by distance: the upper bounds of its tiers, as typed and in metres. */
export function ringsOf(card: Card): { text: string; metres: number }[] {
  return card.kind === 'distanceTiers' ? card.tiers.map(({ upTo }) => ({ text: upTo, metres: distanceToMillimetres(upTo) / 1000 })) : [];
}

/** Rings around a point, each with its distance at the top. */
export function RoundRings({
  centre,
  rings,
  colour,
  pixel,
}: {
  centre: MapPoint;
  rings: readonly { text: string; metres: number }[];
  colour: string;
  pixel: number;
}) {
  return rings.map(({ text, metres }) => {
    const ring = circleRing(centre, metres);
    const top = ring.reduce((highest, corner) => (corner[1] > highest[1] ? corner : highest), ring[0] ?? [0, 0]);
    const [x, y] = project(top[0], top[1]);
    return (
      <g key={text} pointerEvents="none">
        <path
          data-testid="round-ring"
          d={ringPath(ring)}
          fill={colour}
          fillOpacity={0.08}
          stroke={colour}
          strokeWidth={1.5}
          strokeDasharray="6 3"
          vectorEffect="non-scaling-stroke"
        />
        <text
          x={x}
          y={y - 4 * pixel}
          fontSize={13 * pixel}
          textAnchor="middle"
          fill="var(--color-ink)"
          stroke="var(--color-paper)"
          strokeWidth={3 * pixel}
          paintOrder="stroke"
        >
          {text}
        </text>
      </g>
    );
  });
}
