// biome-ignore-all lint/a11y/noStaticElementInteractions: corners can be typed, too, beside the map
// biome-ignore-all lint/a11y/useKeyWithClickEvents: clicks are only kept from the map below
import { orderOutline, type Place, type Position } from '@ostrakon/core';
import { type PointerEvent as ReactPointerEvent, useState } from 'react';
import { outlinePath, project } from '../map/mercator.ts';
import type { MapDrawing, MapPoint } from '../map/ZoneMap.tsx';
import type { Area } from './AreaForm.tsx';
import { geoJsonWords } from './geoJsonWords.ts';

/** More corners than this are not drawn as handles. */
const MOST_HANDLES = 150;

type Moved = { area: number; outline: Area['outline'] } | null;

const shifted = (outline: Area['outline'], east: number, north: number): Area['outline'] =>
  outline.map((polygon) => polygon.map((ring) => ring.map(([longitude, latitude]): Position => [longitude + east, latitude + north])));

/** One corner put elsewhere; the first and last corner of a ring are one. */
function withCorner(outline: Area['outline'], at: readonly [number, number, number], to: Position): Area['outline'] {
  return outline.map((polygon, p) =>
    polygon.map((ring, r) =>
      p !== at[0] || r !== at[1] ? ring : ring.map((corner, c) => (c === at[2] || (at[2] === 0 && c === ring.length - 1) ? to : corner)),
    ),
  );
}

/** Areas of the zone being moved by their corners or as a whole; what was dropped is checked before it is taken. */
export function useAreaDrawing({
  places,
  editing,
  onMove,
  colour,
}: {
  places: readonly Place[];
  /** Index of the place whose corners are shown. */
  editing: number | null;
  onMove: (index: number, area: Area) => void;
  colour: string;
}) {
  const [moved, setMoved] = useState<Moved>(null);
  const [fault, setFault] = useState<string | null>(null);
  const place = editing === null ? undefined : places[editing];
  const area = place?.kind === 'area' ? place : undefined;
  const drop = (outline: Area['outline']) => {
    setMoved(null);
    const ordered = orderOutline(outline);
    setFault(ordered.ok ? null : `${geoJsonWords[ordered.problem]}. It was put back.`);
    if (ordered.ok && area && editing !== null) onMove(editing, { ...area, outline: ordered.outline });
  };
  const drag = (event: ReactPointerEvent, toPoint: MapDrawing['toPoint'], change: (from: MapPoint, to: MapPoint) => Area['outline']) => {
    event.stopPropagation();
    const from = toPoint(event);
    const target = event.currentTarget;
    target.setPointerCapture(event.pointerId);
    let last: Area['outline'] | null = null;
    const move = (next: PointerEvent) => {
      last = change(from, toPoint(next));
      setMoved({ area: editing ?? -1, outline: last });
    };
    const up = () => {
      target.removeEventListener('pointermove', move as EventListener);
      target.removeEventListener('pointerup', up);
      if (last) drop(last);
    };
    target.addEventListener('pointermove', move as EventListener);
    target.addEventListener('pointerup', up);
  };
  const shape = (drawing: MapDrawing) => {
    if (!area) return null;
    const outline = moved?.area === editing ? moved.outline : area.outline;
    const corners = outline.flatMap((polygon, p) =>
      polygon.flatMap((ring, r) => ring.slice(0, -1).map((corner, c) => ({ corner, at: [p, r, c] as const }))),
    );
    const { pixel, toPoint } = drawing;
    return (
      <g>
        <path
          data-testid="area-body"
          d={outlinePath(outline)}
          fill={colour}
          fillOpacity={0.25}
          fillRule="evenodd"
          stroke={colour}
          strokeWidth={2}
          vectorEffect="non-scaling-stroke"
          className="cursor-move"
          onClick={(event) => event.stopPropagation()}
          onPointerDown={(event) =>
            drag(event, toPoint, (from, to) => shifted(area.outline, to.longitude - from.longitude, to.latitude - from.latitude))
          }
        />
        {corners.length <= MOST_HANDLES &&
          corners.map(({ corner, at }) => {
            const [x, y] = project(corner[0], corner[1]);
            return (
              <circle
                key={at.join(' ')}
                data-testid="area-corner"
                cx={x}
                cy={y}
                r={6 * pixel}
                fill="var(--color-paper)"
                stroke={colour}
                strokeWidth={2}
                vectorEffect="non-scaling-stroke"
                className="cursor-grab"
                onClick={(event) => event.stopPropagation()}
                onPointerDown={(event) => drag(event, toPoint, (_from, to) => withCorner(area.outline, at, [to.longitude, to.latitude]))}
              />
            );
          })}
      </g>
    );
  };
  return { shape, fault };
}
