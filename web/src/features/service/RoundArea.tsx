import { boundsOf, type Lane, type Location, type Place, type Position, type Round, type Zone } from '@ostrakon/core';
import { X } from 'lucide-react';
import { useMemo, useState } from 'react';
import { useBench } from '../../bench/BenchProvider.tsx';
import { MapDot, MapShapesOfZone } from '../../map/MapShapesOfZone.tsx';
import { MapTowns } from '../../map/MapTowns.tsx';
import { circleRing, project } from '../../map/mercator.ts';
import { RoundRings, ringsOf } from '../../map/RoundRings.tsx';
import { townsIn } from '../../map/townPoints.ts';
import { useTownPoints } from '../../map/useTownPoints.ts';
import { type MapDrawing, type View, ZoneMap } from '../../map/ZoneMap.tsx';
import { AreaForm } from '../../places/AreaForm.tsx';
import { useAreaDrawing } from '../../places/useAreaDrawing.tsx';
import { Button, SignButton } from '../../ui/Button.tsx';
import type { Taken } from '../../ui/useTypedField.ts';
import { placeWords } from '../../words/quoteWords.ts';
import { useFormat, useSubdivisionNames } from '../../words/useWords.ts';

const COLOUR = 'var(--color-clay)';
const PLAIN: ReadonlySet<string> = new Set();
const MOST_TOWNS = 14;

/** Around the rings and the areas, with some room; around the centre where there are none. */
function viewOf(round: Round, centre: Location | undefined, metres: number): View | null {
  const boxes: View[] = round.area.flatMap((place) => (place.kind === 'area' ? [boundsOf(place.outline)] : []));
  if (centre?.point) boxes.push(boundsOf([[circleRing(centre.point, Math.max(metres, 15_000), 12)]]));
  if (boxes.length === 0) return null;
  const [west, south] = [Math.min(...boxes.map((box) => box[0])), Math.min(...boxes.map((box) => box[1]))];
  const [east, north] = [Math.max(...boxes.map((box) => box[2])), Math.max(...boxes.map((box) => box[3]))];
  const [x, y] = [(east - west) * 0.1, (north - south) * 0.1];
  return [west - x, south - y, east + x, north + y];
}

/** The rings and areas of a round on the map, and areas to draw, move and remove. */
export function RoundArea({
  round,
  lanes,
  centre,
  onChange,
}: {
  round: Round;
  lanes: readonly { zone: Zone; lane: Lane }[];
  centre: Location | undefined;
  onChange: (area: Place[]) => Taken;
}) {
  const { state, request } = useBench();
  const format = useFormat();
  const subdivision = useSubdivisionNames();
  const [corners, setCorners] = useState<readonly Position[] | null>(null);
  const [naming, setNaming] = useState(false);
  const [editing, setEditing] = useState<number | null>(null);
  const rings = [...new Map(lanes.flatMap(({ lane }) => ringsOf(lane.card)).map((ring) => [ring.text, ring])).values()];
  const view = viewOf(round, centre, Math.max(0, ...rings.map(({ metres }) => metres)));
  const { shape, fault } = useAreaDrawing({
    places: round.area,
    editing,
    colour: COLOUR,
    onMove: (index, area) => onChange(round.area.map((place, at) => (at === index ? area : place))),
  });
  const still = round.area.filter((_place, at) => at !== editing);
  const point = request.destination.point;
  const { towns } = useTownPoints(centre?.country ?? state.cart.destination.country, view !== null);
  const near = useMemo(() => (view === null ? [] : townsIn(towns, view, MOST_TOWNS)), [towns, view]);
  const drawn = (drawing: MapDrawing) => (
    <>
      <MapShapesOfZone places={still} locations={[]} colour={COLOUR} faint={false} />
      {centre?.point && <RoundRings centre={centre.point} rings={rings} colour="var(--color-glaze)" pixel={drawing.pixel} />}
      <MapTowns towns={near} pixel={drawing.pixel} />
      {shape(drawing)}
      {corners && corners.length > 0 && (
        <polyline
          points={corners.map(([longitude, latitude]) => project(longitude, latitude).join(',')).join(' ')}
          fill={COLOUR}
          fillOpacity={0.2}
          stroke={COLOUR}
          strokeWidth={2}
          vectorEffect="non-scaling-stroke"
          pointerEvents="none"
        />
      )}
      {corners?.map(([longitude, latitude], at) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: corners are known by their place
        <MapDot key={at} point={{ longitude, latitude }} pixel={drawing.pixel * 0.7} colour={COLOUR} label={`Corner ${at + 1}`} />
      ))}
      {centre?.point && <MapDot point={centre.point} pixel={drawing.pixel * 0.8} colour="var(--color-ink)" label={centre.name} />}
      {point && <MapDot point={point} pixel={drawing.pixel} colour="var(--color-glaze)" label="The address on the bench" />}
    </>
  );
  return (
    <div className="mt-2">
      <div className="mb-2 flex flex-wrap items-center gap-2">
        {corners === null ? (
          <Button onClick={() => setCorners([])}>Draw an area…</Button>
        ) : (
          <>
            <span className="text-sm">Click the corners on the map, or go on and type them.</span>
            <Button look="main" onClick={() => setNaming(true)}>
              Name the area
            </Button>
            <Button disabled={corners.length === 0} onClick={() => setCorners(corners.slice(0, -1))}>
              Take back the last corner
            </Button>
            <Button onClick={() => setCorners(null)}>Leave it</Button>
          </>
        )}
      </div>
      <ZoneMap
        key={view === null ? 'far' : 'near'}
        label="Rings and areas of the round"
        view={view}
        focus={(code) => code === (centre?.country ?? state.cart.destination.country)}
        fill={() => null}
        nameOf={(code) => (code.length > 2 ? subdivision(code) : format.region(code))}
        divided={PLAIN}
        {...(corners !== null && { onPoint: ({ longitude, latitude }) => setCorners([...corners, [longitude, latitude]]) })}
        height={300}
      >
        {drawn}
      </ZoneMap>
      {fault !== null && (
        <p role="alert" className="mt-1 text-sm text-fault">
          {fault}
        </p>
      )}
      {round.area.length > 0 && (
        <ul aria-label="Area of the round" className="mt-2 max-w-2xl rounded-md border border-line">
          {round.area.map((place, at) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: places are known by their place in the list
            <li key={at} className="flex items-center gap-2 border-line border-b px-2 py-0.5 last:border-b-0">
              <span className="min-w-0 flex-1 truncate">{placeWords(place, format, subdivision)}</span>
              {place.kind === 'area' && (
                <Button look="quiet" onClick={() => setEditing(editing === at ? null : at)}>
                  {editing === at ? 'Done' : 'Move corners'}
                </Button>
              )}
              <SignButton
                label={`Remove ${placeWords(place, format, subdivision)}`}
                onClick={() => {
                  setEditing(null);
                  onChange(round.area.filter((_place, index) => index !== at));
                }}
              >
                <X size={14} aria-hidden />
              </SignButton>
            </li>
          ))}
        </ul>
      )}
      {naming && (
        <AreaForm
          held={null}
          corners={corners ?? []}
          onTake={(area) => onChange([...round.area, area])}
          onClose={() => {
            setNaming(false);
            setCorners(null);
          }}
        />
      )}
    </div>
  );
}
