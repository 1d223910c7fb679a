import type { Place, Position, Zone } from '@ostrakon/core';
import { useEffect, useMemo, useRef, useState } from 'react';
import { useBench } from '../../bench/BenchProvider.tsx';
import { useDraft, useDraftSession } from '../../draft/DraftProvider.tsx';
import { MapDot, MapShapesOfZone } from '../../map/MapShapesOfZone.tsx';
import { project } from '../../map/mercator.ts';
import { RoundRings } from '../../map/RoundRings.tsx';
import { useZoneFill } from '../../map/useZoneFill.ts';
import { type MapPoint, ZoneMap } from '../../map/ZoneMap.tsx';
import { ZonePatterns } from '../../map/ZonePatterns.tsx';
import { AreaForm } from '../../places/AreaForm.tsx';
import { useAreaDrawing } from '../../places/useAreaDrawing.tsx';
import { Button } from '../../ui/Button.tsx';
import { Segments } from '../../ui/Segments.tsx';
import { zoneColour } from '../../ui/zoneColours.ts';
import { useFormat, useSubdivisionNames } from '../../words/useWords.ts';
import { type Dropped, DroppedAddress } from './DroppedAddress.tsx';
import { focusOf, onTheMap, viewOf } from './zoneMapView.ts';

type Tool = 'pick' | 'draw' | 'address';

/** The zone on the map: countries are picked by clicking, areas drawn and moved, addresses dropped. */
export function ZoneMapPanel({
  zone,
  editing,
  onEdit,
  onPlaces,
}: {
  zone: Zone;
  /** Index of the area whose corners are shown. */
  editing: number | null;
  onEdit: (index: number | null) => void;
  onPlaces: (places: Place[]) => { ok: true } | { ok: false; message: string };
}) {
  const { book } = useDraft();
  const session = useDraftSession();
  const { state } = useBench();
  const format = useFormat();
  const subdivision = useSubdivisionNames();
  const { fill, divided, zoneOf } = useZoneFill();
  const { rounds, counters } = onTheMap(zone, book);
  const [tool, setTool] = useState<Tool>('address');
  const [corners, setCorners] = useState<readonly Position[]>([]);
  const [naming, setNaming] = useState(false);
  const [dropped, setDropped] = useState<Dropped | null>(null);
  const at = book.zones.indexOf(zone);
  const colour = zoneColour(at);
  const points = useMemo(() => new Map(book.locations.flatMap(({ id, point }) => (point ? [[id, point] as const] : []))), [book.locations]);
  const [view] = useState(() => viewOf(zone, points));
  const [focus] = useState(() => focusOf(zone));
  const { shape, fault } = useAreaDrawing({
    places: zone.places,
    editing,
    colour,
    onMove: (index, area) => void onPlaces(zone.places.map((place, held) => (held === index ? area : place))),
  });
  const section = useRef<HTMLElement>(null);
  // The list, from where an area is picked for moving, may have pushed the map out of sight.
  useEffect(() => {
    if (editing !== null) section.current?.scrollIntoView({ block: 'nearest' });
  }, [editing]);
  const pick = (code: string) => {
    session.dispatch({ name: 'moveRegion', args: { region: code, zone: zoneOf(code) === at ? null : zone.id } });
  };
  const nameOf = (code: string) => {
    const held = zoneOf(code);
    return `${code.length === 2 ? format.region(code) : subdivision(code)}: ${held === null ? 'in no zone' : book.zones[held]?.name}`;
  };
  const finish = () => corners.length >= 3 && setNaming(true);
  const about: Record<Tool, string> = {
    pick: 'Click a country, or a province where they are drawn, to move it into this zone or out of it.',
    draw:
      corners.length === 0
        ? 'Click the corners of the area, one after the other.'
        : `${format.count(corners.length, 'corner')}. Backspace takes the last one back.`,
    address: 'Click a place to see which zone an address there falls into.',
  };
  return (
    <section
      ref={section}
      aria-label="Map of the zone"
      onKeyDown={(event) => {
        if (tool !== 'draw' || !(event.target instanceof SVGElement)) return;
        if (event.key === 'Enter') finish();
        if (event.key === 'Backspace') setCorners(corners.slice(0, -1));
        if (event.key === 'Escape') setCorners([]);
      }}
    >
      <div className="mb-2 flex flex-wrap items-center gap-2">
        <Segments
          label="A click on the map"
          value={tool}
          choices={[
            ['address', 'Drop an address'],
            ['pick', 'Pick countries'],
            ['draw', 'Draw an area'],
          ]}
          onChange={(next) => {
            setTool(next);
            setCorners([]);
          }}
        />
        <span className="text-sm text-ash">{about[tool]}</span>
        {tool === 'draw' && (
          <span className="ms-auto flex gap-2">
            <Button onClick={() => setNaming(true)}>{corners.length === 0 ? 'Type the corners' : 'Name the area'}</Button>
            {corners.length > 0 && (
              <Button look="quiet" onClick={() => setCorners([])}>
                Start again
              </Button>
            )}
          </span>
        )}
        {editing !== null && (
          <Button className="ms-auto" onClick={() => onEdit(null)}>
            Done moving
          </Button>
        )}
      </div>
      <ZoneMap
        label={`${zone.name} on the map`}
        view={view}
        focus={focus}
        fill={fill}
        nameOf={nameOf}
        divided={divided}
        {...(tool === 'pick' && editing === null && { onPick: pick })}
        {...(tool !== 'pick' && {
          onPoint: (point: MapPoint, code: string | null) =>
            tool === 'draw' ? setCorners([...corners, [point.longitude, point.latitude]]) : setDropped({ point, code }),
        })}
      >
        {(drawing) => (
          <>
            <ZonePatterns count={book.zones.length} pixel={drawing.pixel} />
            {book.zones.map((one, index) => (
              <MapShapesOfZone
                key={one.id}
                places={editing === null || one.id !== zone.id ? one.places : one.places.filter((_place, held) => held !== editing)}
                locations={book.locations}
                colour={zoneColour(index)}
                faint={one.id !== zone.id}
              />
            ))}
            {shape(drawing)}
            {corners.length > 0 && (
              <polyline
                points={corners.map(([longitude, latitude]) => project(longitude, latitude).join(',')).join(' ')}
                fill="none"
                stroke={colour}
                strokeWidth={2}
                vectorEffect="non-scaling-stroke"
                pointerEvents="none"
              />
            )}
            {corners.map(([longitude, latitude], index) => (
              <MapDot
                // biome-ignore lint/suspicious/noArrayIndexKey: corners are known by their place
                key={index}
                point={{ longitude, latitude }}
                pixel={drawing.pixel * 0.7}
                colour={colour}
                label={`Corner ${index + 1}`}
              />
            ))}
            {[...points].map(([id, point]) => (
              <MapDot
                key={id}
                point={point}
                pixel={drawing.pixel * 0.8}
                colour="var(--color-ink)"
                label={book.locations.find((one) => one.id === id)?.name ?? id}
              />
            ))}
            {rounds.map(({ centre, rings, id }) => (
              <RoundRings key={id} centre={centre} rings={rings} colour="var(--color-glaze)" pixel={drawing.pixel} />
            ))}
            {counters.map(({ id, name, point }) => (
              <MapDot key={id} point={point} pixel={drawing.pixel * 0.8} colour="var(--color-ochre)" label={name} />
            ))}
            {state.cart.destination.point && (
              <MapDot
                point={state.cart.destination.point}
                pixel={drawing.pixel}
                colour="var(--color-glaze)"
                label="The address on the bench"
              />
            )}
            {dropped && <MapDot point={dropped.point} pixel={drawing.pixel} colour="var(--color-clay)" label="The address dropped" />}
          </>
        )}
      </ZoneMap>
      {fault !== null && (
        <p role="alert" className="mt-1 text-sm text-fault">
          {fault}
        </p>
      )}
      {tool === 'address' && dropped && <DroppedAddress dropped={dropped} />}
      {naming && (
        <AreaForm
          held={null}
          corners={corners}
          onTake={(area) => onPlaces([...zone.places, area])}
          onClose={() => {
            setNaming(false);
            setCorners([]);
          }}
        />
      )}
    </section>
  );
}
