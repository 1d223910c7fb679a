import type { Cell, Picture } from '@ostrakon/core';
import { measureOfAxis } from '@ostrakon/core/proof';
import clsx from 'clsx';
import { cellStretch, cheapestIn, optionsWords, stretchWords } from '../../proof/coverageWords.ts';
import type { Format } from '../../words/format.ts';
import { useFormat } from '../../words/useWords.ts';
import { extentOf, type Scale, type ScaleKind, scaleOf } from './axisScale.ts';

interface Prices {
  readonly least: number;
  readonly most: number;
}

/** From the cheapest to the dearest cell. */
function pricesIn({ cells }: Picture): Prices {
  const all = cells.flatMap((cell) => cheapestIn(cell)?.low ?? []).filter((price) => price > 0);
  return { least: Math.min(...all), most: Math.max(...all) };
}

/** How deep a price is coloured: a tenth to two fifths of the clay's colour. */
function tint(price: number, { least, most }: Prices): string {
  const share = most > least ? (price - least) / (most - least) : 0;
  return `color-mix(in oklab, var(--color-clay) ${Math.round(8 + share * 30)}%, var(--color-paper))`;
}

type Ground = 'none' | 'ask' | 'carrier' | 'free' | 'priced';

export function groundOf(cell: Cell): Ground {
  const cheapest = cheapestIn(cell);
  if (cheapest) return cheapest.low === 0 && cheapest.high === 0 ? 'free' : 'priced';
  if (cell.answers.some(({ status }) => status === 'carrier')) return 'carrier';
  return cell.answers.length > 0 ? 'ask' : 'none';
}

const GROUNDS: Readonly<Record<Ground, string>> = {
  none: 'uncovered',
  ask: 'asked',
  carrier: 'by-carrier',
  free: 'bg-glaze-soft',
  priced: '',
};

/** A cell in one sentence. */
export function cellWords(cell: Cell, picture: Picture, format: Format): string {
  const { x, y, columns, rows } = picture;
  const across = stretchWords(x, cellStretch(columns, cell.column, cell.columns), format);
  const up = stretchWords(y, cellStretch(rows, cell.row, cell.rows), format);
  const cheapest = cheapestIn(cell);
  const price = cheapest ? `, from ${format.price(cheapest.low)}` : '';
  return `${axisLead(x)}${across}, ${axisLead(y)}${up}: ${optionsWords(cell)}${price}`;
}

const axisLead = (axis: Picture['x']) =>
  ({ weight: 'weight ', value: 'goods ', items: '', side: 'longest side ', distance: 'distance ' })[axis];

interface PictureProps {
  readonly picture: Picture;
  readonly scale: ScaleKind;
  /** A picture of one zone among many: without words and keys. */
  readonly small?: boolean;
  /** The cart on the bench, by its two measures. */
  readonly point?: readonly [x: number, y: number] | null;
  /** By cheapest service instead of by price. */
  readonly byService?: ((service: string) => string) | null;
  readonly nameOf?: (service: string) => string;
  readonly onPick?: (cell: Cell) => void;
}

/** Names of services take more room than prices. */
const ROOM = { price: 0.055, options: 0.11 };

function CellFace({ cell, wide, format, name }: { cell: Cell; wide: number; format: Format; name: string | null }) {
  const cheapest = cheapestIn(cell);
  if (wide < ROOM.price) return null;
  if (cell.answers.length === 0)
    return <span className="inline-block truncate rounded bg-paper px-1 text-xs font-semibold text-fault">no option</span>;
  return (
    <>
      {cheapest && (
        <span className="block truncate font-semibold">
          {format.price(cheapest.low)}
          {cheapest.high > cheapest.low && wide > ROOM.options ? ' and more' : ''}
        </span>
      )}
      {wide > ROOM.options && <span className="block truncate text-xs">{name ?? optionsWords(cell)}</span>}
    </>
  );
}

function Ticks({ picture, scale, format }: { picture: Picture; scale: Scale; format: Format }) {
  let last = -1;
  const measure = measureOfAxis(picture.x);
  return (
    <div className="relative h-9 text-xs text-ash" aria-hidden>
      {picture.columns.map(({ first, low }, at) => {
        if (!low) return null;
        const place = scale(first);
        // A label too near the one before it goes below it.
        const second = place - last < 0.06;
        last = second ? last : place;
        return (
          <span
            key={first}
            className={clsx('absolute -translate-x-1/2 whitespace-nowrap', second ? 'top-4' : 'top-0')}
            style={{ insetInlineStart: `${place * 100}%` }}
          >
            {at === 0 ? '' : format.measured(measure, low.bound)}
          </span>
        );
      })}
    </div>
  );
}

/** Which options carts get by two of their measures, as far as both axes go. */
export function CoveragePicture({ picture, scale, small = false, point, byService, nameOf, onPick }: PictureProps) {
  const format = useFormat();
  const { columns, rows, cells } = picture;
  const [across, up] = [scaleOf(columns, scale), scaleOf(rows, scale)];
  const prices = pricesIn(picture);
  const rowMeasure = measureOfAxis(picture.y);
  return (
    <div className={small ? '' : 'ps-16'}>
      <div className={clsx('relative border border-line-strong bg-paper', small ? 'h-24' : 'h-80')}>
        {!small &&
          rows.map(({ first, low }) =>
            low ? (
              <span
                key={first}
                aria-hidden
                className="absolute end-full me-1 translate-y-1/2 text-xs whitespace-nowrap text-ash"
                style={{ bottom: `${up(first) * 100}%` }}
              >
                {format.measured(rowMeasure, low.bound)}
              </span>
            ) : null,
          )}
        {cells.map((cell) => {
          const [side, height] = [extentOf(across, columns, cell.column, cell.columns), extentOf(up, rows, cell.row, cell.rows)];
          const ground = groundOf(cell);
          const cheapest = cheapestIn(cell);
          const style = {
            insetInlineStart: `${side.from * 100}%`,
            width: `${(side.to - side.from) * 100}%`,
            bottom: `${height.from * 100}%`,
            height: `${(height.to - height.from) * 100}%`,
            ...(ground === 'priced' && cheapest && { background: byService ? byService(cheapest.service) : tint(cheapest.low, prices) }),
          };
          const shape = clsx('absolute overflow-hidden border border-paper text-start', GROUNDS[ground]);
          const key = `${cell.column} ${cell.row}`;
          if (small) return <span key={key} className={shape} style={style} />;
          return (
            <button
              key={key}
              type="button"
              data-cell={ground}
              className={clsx(
                shape,
                'flex flex-col items-start px-1.5 pt-1 leading-tight hover:outline-2 hover:outline-clay focus-visible:z-10',
              )}
              style={style}
              aria-label={cellWords(cell, picture, format)}
              title={cellWords(cell, picture, format)}
              onClick={() => onPick?.(cell)}
            >
              <CellFace
                cell={cell}
                wide={side.to - side.from}
                format={format}
                name={byService && cheapest ? (nameOf?.(cheapest.service) ?? null) : null}
              />
            </button>
          );
        })}
        {point && (
          <span
            className="pointer-events-none absolute z-20 size-3.5 -translate-x-1/2 translate-y-1/2 rounded-full border-2 border-paper bg-clay"
            style={{ insetInlineStart: `${across(point[0]) * 100}%`, bottom: `${up(point[1]) * 100}%` }}
            role="img"
            aria-label="the cart on the bench"
          />
        )}
      </div>
      {!small && <Ticks picture={picture} scale={across} format={format} />}
    </div>
  );
}
