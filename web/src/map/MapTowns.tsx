import { project } from './mercator.ts';
import type { TownPoint } from './townPoints.ts';

/** Towns with their names, over the land; `pixel` keeps their size when the map is zoomed. */
export function MapTowns({ towns, pixel }: { towns: readonly TownPoint[]; pixel: number }) {
  return (
    <g pointerEvents="none" data-testid="towns">
      {towns.map(({ name, latitude, longitude }) => {
        const [x, y] = project(longitude, latitude);
        return (
          <g key={`${name} ${latitude} ${longitude}`}>
            <circle cx={x} cy={y} r={2.2 * pixel} fill="var(--color-ink)" />
            <text
              x={x + 5 * pixel}
              y={y + 4 * pixel}
              fontSize={12 * pixel}
              fill="var(--color-ink)"
              stroke="var(--color-paper)"
              strokeWidth={3 * pixel}
              paintOrder="stroke"
            >
              {name}
            </text>
          </g>
        );
      })}
    </g>
  );
}
