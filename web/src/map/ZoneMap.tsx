import { Minus, Plus, RotateCcw } from 'lucide-react';
import { type MouseEvent, memo, type PointerEvent, type ReactNode, useEffect, useRef, useState } from 'react';
import { SignButton } from '../ui/Button.tsx';
import { project, unproject } from './mercator.ts';
import { type MapShape, useShapes } from './shapes.ts';

/** What the map shows: west, south, east, north. */
export type View = readonly [number, number, number, number];

const PLAIN = () => null;
const UNCOVERED = 'map-uncovered';
/** The fill of places that are served and in no zone. */
export const UNCOVERED_FILL = `url(#${UNCOVERED})`;

export const WORLD: View = [-170, -56, 192, 78];

export interface MapPoint {
  readonly longitude: number;
  readonly latitude: number;
}

export interface MapDrawing {
  /** The size of one pixel in map units. */
  readonly pixel: number;
  readonly toPoint: (event: { clientX: number; clientY: number }) => MapPoint;
}

interface ZoneMapProps {
  label: string;
  /** What it opens on; null opens on the countries and subdivisions that `focus` picks. */
  view: View | null;
  focus?: (code: string) => boolean;
  /** Fill of a country or subdivision by its code; null leaves it plain. */
  fill: (code: string) => string | null;
  nameOf: (code: string) => string;
  /** Subdivisions of these countries are drawn one by one. */
  divided: ReadonlySet<string>;
  onPick?: (code: string) => void;
  /** A click anywhere, where a point is wanted; with the code of the land there. */
  onPoint?: (point: MapPoint, code: string | null) => void;
  /** Drawn over the land, in map units. */
  children?: (drawing: MapDrawing) => ReactNode;
  height?: number;
}

interface Window {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

function windowOf([west, south, east, north]: View, ratio: number): Window {
  const [x, y] = project(west, north);
  const [right, bottom] = project(east, south);
  const width = Math.max(right - x, (bottom - y) * ratio);
  const height = width / ratio;
  return { x: (x + right) / 2 - width / 2, y: (y + bottom) / 2 - height / 2, width, height };
}

/** Around the shapes that are picked, with some land beside them; the world where none is. */
function windowAround(shapes: readonly MapShape[], focus: (code: string) => boolean, ratio: number): Window {
  const boxes = shapes.flatMap(({ code, bounds }) => (code !== undefined && focus(code) ? [bounds] : []));
  if (boxes.length === 0) return windowOf(WORLD, ratio);
  const edge = (at: 0 | 1 | 2 | 3, pick: (...values: number[]) => number) => pick(...boxes.map((box) => box[at]));
  const [left, top, right, bottom] = [edge(0, Math.min), edge(1, Math.min), edge(2, Math.max), edge(3, Math.max)];
  const width = Math.min(360, Math.max(right - left, (bottom - top) * ratio, 4) * 1.35);
  return { x: (left + right) / 2 - width / 2, y: (top + bottom) / 2 - width / ratio / 2, width, height: width / ratio };
}

const Land = memo(function Land({
  shapes,
  fill,
  nameOf,
  onPick,
}: Pick<ZoneMapProps, 'fill' | 'nameOf'> & { shapes: readonly MapShape[]; onPick: boolean }) {
  return shapes.map(({ code, path }, at) => {
    const colour = code === undefined ? null : fill(code);
    return (
      <path
        key={code ?? at}
        d={path}
        data-code={code}
        fill={colour ?? 'var(--color-bone)'}
        fillOpacity={colour ? 0.82 : 1}
        stroke="var(--color-line-strong)"
        strokeWidth={0.6}
        vectorEffect="non-scaling-stroke"
        className={onPick && code ? 'cursor-pointer hover:opacity-75' : undefined}
      >
        {code && <title>{nameOf(code)}</title>}
      </path>
    );
  });
});

/** A map that can be moved and zoomed by pointer, wheel, keys and buttons. */
export function ZoneMap({ label, view, focus, fill, nameOf, divided, onPick, onPoint, children, height = 330 }: ZoneMapProps) {
  const shapes = useShapes();
  const svg = useRef<SVGSVGElement>(null);
  const [size, setSize] = useState({ width: 860, height });
  const ratio = size.width / size.height;
  const [shown, setShown] = useState<Window | null>(null);
  const countries = shapes?.countries.filter(({ code }) => code === undefined || !divided.has(code)) ?? [];
  const subdivisions = shapes?.subdivisions.filter(({ code }) => code !== undefined && divided.has(code.slice(0, 2))) ?? [];
  const drawn = [...countries, ...subdivisions];
  const opened = view ? windowOf(view, ratio) : windowAround(drawn, focus ?? (() => false), ratio);
  const held = shown ?? opened;
  const grip = useRef<{ x: number; y: number; window: Window; moved: boolean } | null>(null);

  useEffect(() => {
    const element = svg.current;
    if (!element) return;
    const observer = new ResizeObserver(([entry]) => entry && setSize({ width: Math.max(1, entry.contentRect.width), height }));
    observer.observe(element);
    return () => observer.disconnect();
  }, [height]);

  const zoom = (factor: number, at?: readonly [number, number]) => {
    const width = Math.max(0.02, Math.min(720, held.width * factor));
    const [x, y] = at ?? [held.x + held.width / 2, held.y + held.height / 2];
    const scale = width / held.width;
    setShown({ x: x - (x - held.x) * scale, y: y - (y - held.y) * scale, width, height: width / ratio });
  };
  const unitsAt = (event: { clientX: number; clientY: number }): readonly [number, number] => {
    const box = svg.current?.getBoundingClientRect();
    if (!box) return [0, 0];
    return [
      held.x + ((event.clientX - box.left) / box.width) * held.width,
      held.y + ((event.clientY - box.top) / box.height) * held.height,
    ];
  };
  // React hears wheels passively; the page must not scroll while the map zooms.
  const zoomRef = useRef<(event: WheelEvent) => void>(() => undefined);
  zoomRef.current = (event) => {
    if (!event.ctrlKey && !event.metaKey) return;
    event.preventDefault();
    zoom(event.deltaY > 0 ? 1.2 : 1 / 1.2, unitsAt(event));
  };
  useEffect(() => {
    const element = svg.current;
    const hear = (event: WheelEvent) => zoomRef.current(event);
    element?.addEventListener('wheel', hear, { passive: false });
    return () => element?.removeEventListener('wheel', hear);
  }, []);

  const down = (event: PointerEvent) => {
    grip.current = { x: event.clientX, y: event.clientY, window: held, moved: false };
  };
  const move = (event: PointerEvent) => {
    const from = grip.current;
    const box = svg.current?.getBoundingClientRect();
    if (!from || !box || event.buttons !== 1) return;
    const [x, y] = [event.clientX - from.x, event.clientY - from.y];
    if (!from.moved && Math.hypot(x, y) < 4) return;
    from.moved = true;
    setShown({ ...from.window, x: from.window.x - (x / box.width) * held.width, y: from.window.y - (y / box.height) * held.height });
  };
  const click = (event: MouseEvent) => {
    if (grip.current?.moved) return;
    const [longitude, latitude] = unproject(...unitsAt(event));
    const code = (event.target as Element).getAttribute('data-code');
    if (onPoint) onPoint({ longitude, latitude }, code);
    else if (code) onPick?.(code);
  };
  // Countries of which only some parts have shapes keep their own shape below.
  const below = shapes?.countries.filter(({ code }) => code !== undefined && divided.has(code)) ?? [];
  const pan = (x: number, y: number) => setShown({ ...held, x: held.x + held.width * x, y: held.y + held.height * y });
  return (
    <div className="relative overflow-hidden rounded-lg border border-line-strong bg-night-soft">
      {/* biome-ignore lint/a11y/useSemanticElements: a drawing that is clicked on; everything it does can be done in the lists beside it */}
      <svg
        ref={svg}
        role="group"
        aria-label={label}
        // biome-ignore lint/a11y/noNoninteractiveTabindex: the map is moved with the arrow keys
        tabIndex={0}
        className="block w-full touch-none select-none"
        style={{ height }}
        viewBox={`${held.x} ${held.y} ${held.width} ${held.height}`}
        preserveAspectRatio="none"
        onPointerDown={down}
        onPointerMove={move}
        onClick={click}
        onKeyDown={(event) => {
          const steps: Record<string, () => void> = {
            ArrowLeft: () => pan(-0.15, 0),
            ArrowRight: () => pan(0.15, 0),
            ArrowUp: () => pan(0, -0.15),
            ArrowDown: () => pan(0, 0.15),
            '+': () => zoom(1 / 1.5),
            '=': () => zoom(1 / 1.5),
            '-': () => zoom(1.5),
          };
          const step = steps[event.key];
          if (!step) return;
          event.preventDefault();
          step();
        }}
      >
        <defs>
          {/* Served, and in no zone: hatched like a withheld cell of the sheet. */}
          <pattern
            id={UNCOVERED}
            width={6}
            height={6}
            patternUnits="userSpaceOnUse"
            patternTransform={`scale(${held.width / size.width}) rotate(45)`}
          >
            <rect width={6} height={6} fill="var(--color-fault-soft)" />
            <line x1={0} y1={0} x2={0} y2={6} stroke="var(--color-fault)" strokeWidth={2.4} />
          </pattern>
        </defs>
        <Land shapes={below} fill={PLAIN} nameOf={nameOf} onPick={onPick !== undefined} />
        <Land shapes={countries} fill={fill} nameOf={nameOf} onPick={onPick !== undefined} />
        <Land shapes={subdivisions} fill={fill} nameOf={nameOf} onPick={onPick !== undefined} />
        {children?.({
          pixel: held.width / size.width,
          toPoint: (event) => {
            const [longitude, latitude] = unproject(...unitsAt(event));
            return { longitude, latitude };
          },
        })}
      </svg>
      {!shapes && <p className="absolute inset-0 grid place-items-center text-ash">Drawing the map…</p>}
      <div className="absolute top-2 right-2 flex flex-col gap-1 rounded-md border border-line-strong bg-paper">
        <SignButton label="Closer (+)" onClick={() => zoom(1 / 1.6)}>
          <Plus size={14} aria-hidden />
        </SignButton>
        <SignButton label="Farther (-)" onClick={() => zoom(1.6)}>
          <Minus size={14} aria-hidden />
        </SignButton>
        <SignButton label="Show all of it again" onClick={() => setShown(null)}>
          <RotateCcw size={14} aria-hidden />
        </SignButton>
      </div>
    </div>
  );
}
