import {
  type Axis,
  boundInBase,
  type CartInputLine,
  type CartKind,
  type Cell,
  type CompiledBook,
  type Fixed,
  type Picture,
  type RateBook,
} from '@ostrakon/core';
import { AXES, coverage, GoodsIndex, measureOfAxis, PriceProbe, picture, roundFigure, WitnessSearch } from '@ostrakon/core/proof';
import { type ComponentProps, useMemo } from 'react';
import { Link } from 'react-router';
import { useBench } from '../../bench/BenchProvider.tsx';
import { useDraft } from '../../draft/DraftProvider.tsx';
import { axisNames, cellStretch, cheapestIn, optionsWords, stretchWords } from '../../proof/coverageWords.ts';
import { useProof } from '../../proof/useProof.ts';
import { useZoneKinds } from '../../proof/useZoneKinds.ts';
import { Button } from '../../ui/Button.tsx';
import { readBound } from '../../ui/readers.ts';
import { Segments } from '../../ui/Segments.tsx';
import { Select } from '../../ui/Select.tsx';
import { TypedField } from '../../ui/TypedField.tsx';
import { toast } from '../../ui/toast.ts';
import { useAddress } from '../../ui/useAddress.ts';
import { zoneColour } from '../../ui/zoneColours.ts';
import { groupNameOf, measureWords } from '../../words/quoteWords.ts';
import { useFormat } from '../../words/useWords.ts';
import type { ScaleKind } from './axisScale.ts';
import { CoveragePicture, groundOf } from './CoveragePicture.tsx';

const SCALES = [
  ['even', 'Every step as wide'],
  ['log', 'Near steps wider'],
  ['plain', 'As it is'],
] as const satisfies readonly (readonly [ScaleKind, string])[];

/** What is fixed where nothing else is said: a kilogram worth 50, one item of 10 cm that goes 5 km. */
const FIXED: Fixed = { weight: 1e9, value: 5000, items: 1, side: 100_000, distance: 5e6 };

const isAxis = (text: string | null): text is Axis => AXES.some((axis) => axis === text);

interface Chosen {
  readonly zone: number;
  readonly group: string | null;
  readonly x: Axis;
  readonly y: Axis;
  readonly scale: ScaleKind;
  readonly byService: boolean;
  readonly fixed: Fixed;
}

const NO_GROUP = '-';

/** What is looked at, as the address says it. */
function useChosenView() {
  const [search, change] = useAddress();
  const { book } = useDraft();
  const [x, y] = [search.get('x'), search.get('y')];
  const group = search.get('goods');
  const fixed = Object.fromEntries(AXES.map((axis) => [axis, Number(search.get(`at-${axis}`)) || FIXED[axis]])) as Record<Axis, number>;
  const scale = SCALES.find(([kind]) => kind === search.get('scale'))?.[0] ?? 'even';
  const chosen: Chosen = {
    zone: book.zones.findIndex(({ id }) => id === search.get('zone')),
    group: group === null || group === NO_GROUP || !book.goodsGroups.some(({ id }) => id === group) ? null : group,
    x: isAxis(x) ? x : 'weight',
    y: isAxis(y) && y !== x ? y : x === 'value' ? 'weight' : 'value',
    scale,
    byService: search.get('colour') === 'service',
    fixed,
  };
  return [chosen, change] as const;
}

/** A cart of the shop's own goods in a cell, else one item described on the spot. */
function cartIn(
  compiled: CompiledBook,
  kind: CartKind,
  goods: GoodsIndex,
  zone: number,
  { picture: { x, y, columns, rows }, cell, fixed }: { picture: Picture; cell: Cell; fixed: Fixed },
): readonly CartInputLine[] {
  const held = compiled.zones[zone];
  const [group = null] = kind.groups;
  const range = (axis: Axis, stretches: Picture['columns'], at: number, count: number) => ({
    axis,
    from: stretches[at]?.first ?? 0,
    below: (stretches[at + count - 1]?.high ? (stretches[at + count - 1]?.last ?? 0) : Number.POSITIVE_INFINITY) + 1,
  });
  const ranges = [range(x, columns, cell.column, cell.columns), range(y, rows, cell.row, cell.rows)];
  if (held) {
    const covered = coverage(compiled, held, kind);
    const within = new Map(
      covered.dimensions.flatMap(({ key, measure, part }) => {
        const own = ranges.find(({ axis }) => axisOfMeasure(measure) === axis);
        return own && part === null ? [[key, { from: own.from, below: own.below }] as const] : [];
      }),
    );
    const found = new WitnessSearch(compiled, goods).in(covered, covered.space.box(within), [group], () => true);
    if (found?.ownGoods) return found.cart.lines;
  }
  const { units } = compiled.book.shop;
  const at = { ...fixed };
  for (const { axis, from, below } of ranges) at[axis] = roundFigure(measureOfAxis(axis), { from, below }, units)?.value ?? from;
  return new PriceProbe(compiled, kind, group).request(at).lines;
}

const axisOfMeasure = (measure: string): Axis | undefined =>
  measure.endsWith('Weight')
    ? 'weight'
    : measure.startsWith('value')
      ? 'value'
      : measure === 'itemCount'
        ? 'items'
        : measure === 'longestSide'
          ? 'side'
          : measure === 'distance'
            ? 'distance'
            : undefined;

/** What is the same for all carts of the picture, and can be changed. */
function FixedFields({ chosen, change }: { chosen: Chosen; change: ReturnType<typeof useAddress>[1] }) {
  const { book } = useDraft();
  const format = useFormat();
  const others = AXES.filter((axis) => axis !== chosen.x && axis !== chosen.y);
  return (
    <p className="mt-3 flex flex-wrap items-center gap-2 text-sm text-ash">
      The same for every cart here: one box,
      {others.map((axis) => (
        <span key={axis} className="inline-flex items-center gap-1">
          {axisNames[axis].toLowerCase()}
          <TypedField
            label={`${axisNames[axis]} of every cart`}
            className="w-24"
            inputClass="h-7!"
            shown={format.measured(measureOfAxis(axis), chosen.fixed[axis])}
            read={readBound(measureOfAxis(axis), book.shop)}
            commit={(bound) => {
              change({ [`at-${axis}`]: String(Math.max(1, boundInBase(measureOfAxis(axis), bound))) });
              return { ok: true };
            }}
          />
        </span>
      ))}
    </p>
  );
}

function Legend({ chosen, book }: { chosen: Chosen; book: RateBook }) {
  const sign = (look: string) => <span aria-hidden className={`inline-block size-3 rounded-sm border border-line ${look}`} />;
  return (
    <ul className="mt-2 flex flex-wrap gap-x-4 gap-y-1 text-sm text-ash">
      {chosen.byService ? (
        book.services.map(({ id, name }, at) => (
          <li key={id} className="inline-flex items-center gap-1.5">
            <span aria-hidden className="inline-block size-3 rounded-sm border border-line" style={{ background: serviceColour(at) }} />
            {name} is cheapest
          </li>
        ))
      ) : (
        <li className="inline-flex items-center gap-1.5">{sign('bg-clay-tint')} priced, deeper is dearer</li>
      )}
      <li className="inline-flex items-center gap-1.5">{sign('bg-glaze-soft')} free</li>
      <li className="inline-flex items-center gap-1.5">{sign('asked')} ask us</li>
      <li className="inline-flex items-center gap-1.5">{sign('by-carrier')} only if a carrier answers</li>
      <li className="inline-flex items-center gap-1.5">{sign('uncovered')} no option</li>
      <li className="inline-flex items-center gap-1.5">
        <span aria-hidden className="inline-block size-3 rounded-full bg-clay" /> cart on the bench
      </li>
    </ul>
  );
}

const serviceColour = (at: number) => `color-mix(in oklab, ${zoneColour(at)} 28%, var(--color-paper))`;

/** The same regions as a table: to be read out, and copied. */
function Regions({ picture: shown, nameOf }: { picture: Picture; nameOf: (service: string) => string }) {
  const format = useFormat();
  const { x, y, columns, rows, cells } = shown;
  const lines = cells.map((cell) => {
    const cheapest = cheapestIn(cell);
    return [
      stretchWords(x, cellStretch(columns, cell.column, cell.columns), format),
      stretchWords(y, cellStretch(rows, cell.row, cell.rows), format),
      optionsWords(cell),
      cheapest ? `${format.price(cheapest.low)}${cheapest.high === cheapest.low ? '' : ` to ${format.price(cheapest.high)}`}` : '',
      cheapest ? nameOf(cheapest.service) : '',
    ];
  });
  const heads = [axisNames[x], axisNames[y], 'Options', 'Cheapest price', 'By'];
  const copy = async () => {
    await navigator.clipboard.writeText([heads, ...lines].map((line) => line.join('\t')).join('\n'));
    toast('The table is on the clipboard');
  };
  return (
    <details className="mt-3">
      <summary className="cursor-pointer py-1 text-sm text-ash">The same as a table</summary>
      <Button look="quiet" onClick={() => void copy()}>
        Copy it
      </Button>
      <table aria-label="Regions and their options" className="w-full text-sm">
        <thead>
          <tr className="border-line border-b text-start text-ash">
            {heads.map((head) => (
              <th key={head} scope="col" className="py-1 pe-3 text-start font-normal">
                {head}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {lines.map((line) => (
            <tr key={line.join('|')} className="border-line border-b">
              {line.map((text, at) => (
                // biome-ignore lint/suspicious/noArrayIndexKey: columns never change places
                <td key={at} className="py-0.5 pe-3">
                  {text}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </details>
  );
}

/** One zone, large: a click puts a cart of the cell on the bench. */
function OneZone({ chosen, change }: { chosen: Chosen; change: ReturnType<typeof useAddress>[1] }) {
  const { book } = useDraft();
  const { compiled, kindOf } = useZoneKinds();
  const { send, measured, products, zone: benchZone } = useBench();
  const zone = compiled.zones[chosen.zone];
  const kind = kindOf(chosen.zone, chosen.group);
  const shown = zone && kind ? picture(compiled, zone, kind, { x: chosen.x, y: chosen.y, fixed: chosen.fixed }) : null;
  const goods = useMemo(() => new GoodsIndex([...products.values()], compiled.groups), [products, compiled.groups]);
  const nameOf = (service: string) => book.services.find(({ id }) => id === service)?.name ?? service;
  if (!shown || !kind) return <p className="mt-3 text-ash">No address in this zone is known, so no cart can be sent there.</p>;
  const here = benchZone === zone?.zone.id && measured.consignments.length > 0;
  const [benchX, benchY] = [measured.measures[shown.reads.x], measured.measures[shown.reads.y]];
  const none = shown.cells.filter((cell) => groundOf(cell) === 'none').length;
  return (
    <>
      <p className="mb-2 text-sm text-ash" aria-live="polite">
        {none === 0 ? 'Every cart here gets an answer.' : `${none === 1 ? 'One region gets' : `${none} regions get`} no option.`} Click a
        region to put a cart of it on the bench.
      </p>
      <CoveragePicture
        picture={shown}
        scale={chosen.scale}
        point={here && benchX !== null && benchY !== null ? [benchX, benchY] : null}
        byService={chosen.byService ? (service) => serviceColour(book.services.findIndex(({ id }) => id === service)) : null}
        nameOf={nameOf}
        onPick={(cell) =>
          send({
            kind: 'put',
            cart: {
              lines: [...cartIn(compiled, kind, goods, chosen.zone, { picture: shown, cell, fixed: chosen.fixed })],
              discounts: [],
              destination: kind.destination,
            },
          })
        }
      />
      <p className="text-end text-xs text-ash">
        {measureWords[shown.reads.x]} across, {measureWords[shown.reads.y].toLowerCase()} upwards
      </p>
      <Legend chosen={chosen} book={book} />
      <FixedFields chosen={chosen} change={change} />
      <Regions picture={shown} nameOf={nameOf} />
    </>
  );
}

/** All zones, small: the whole book at once. */
function AllZones({ chosen }: { chosen: Chosen }) {
  const { book } = useDraft();
  const { compiled, kindOf } = useZoneKinds();
  const [search] = useAddress();
  return (
    <ul className="grid grid-cols-2 gap-4 min-[1200px]:grid-cols-3 max-sm:grid-cols-1">
      {compiled.zones.map((zone, at) => {
        const kind = kindOf(at, chosen.group);
        const shown = kind && picture(compiled, zone, kind, { x: chosen.x, y: chosen.y, fixed: chosen.fixed });
        const none = shown?.cells.filter((cell) => groundOf(cell) === 'none').length ?? 0;
        const to = new URLSearchParams(search);
        to.set('zone', zone.zone.id);
        return (
          <li key={zone.zone.id}>
            <Link to={`?${to}`} className="block rounded-lg border border-line-strong bg-paper p-2 hover:border-clay">
              <span className="flex justify-between gap-2 text-sm">
                <span className="truncate font-semibold">{book.zones[at]?.name}</span>
                <span className={none > 0 ? 'shrink-0 text-fault' : 'shrink-0 text-ash'}>
                  {shown === null ? 'no address known' : none === 0 ? 'all answered' : `${none} without option`}
                </span>
              </span>
              {shown && (
                <span aria-hidden className="mt-1 block">
                  <CoveragePicture picture={shown} scale={chosen.scale} small />
                </span>
              )}
            </Link>
          </li>
        );
      })}
    </ul>
  );
}

/** A list to choose from with its name beside it. */
function Named({ label, children, ...rest }: ComponentProps<typeof Select>) {
  return (
    <span className="inline-flex items-center gap-1.5 text-sm">
      <span aria-hidden className="text-ash">
        {label}
      </span>
      <Select label={label} {...rest}>
        {children}
      </Select>
    </span>
  );
}

/** Which options every size of cart gets, zone by zone: exact regions, by any two measures. */
export function CoverageScreen() {
  const { book } = useDraft();
  const { looked } = useProof();
  const [chosen, change] = useChosenView();
  const group = groupNameOf(book);
  if (book.zones.length === 0) {
    return (
      <p className="p-4 text-ash">
        There is no zone yet.{' '}
        <Link to="/book" className="text-clay underline">
          Begin in the rate book
        </Link>
        .
      </p>
    );
  }
  const one = book.zones[chosen.zone];
  return (
    <div className="max-w-5xl p-4">
      <div className="mb-3 flex flex-wrap items-end justify-between gap-3">
        <div>
          <h1 className="font-serif text-xl font-semibold">Coverage</h1>
          <p className="text-sm text-ash">
            {one
              ? `Every cart of one box to ${one.name}: how many options it gets, and the cheapest price`
              : 'Every cart of one box, to every zone'}
          </p>
        </div>
        <span className="flex flex-wrap items-center gap-x-3 gap-y-2">
          <Named label="Zone" className="w-44!" value={one?.id ?? ''} onChange={(event) => change({ zone: event.target.value })}>
            <option value="">All zones</option>
            {book.zones.map(({ id, name }) => (
              <option key={id} value={id}>
                {name}
              </option>
            ))}
          </Named>
          <Named
            label="Goods"
            className="w-44!"
            value={chosen.group ?? NO_GROUP}
            onChange={(event) => change({ goods: event.target.value })}
          >
            {[null, ...book.goodsGroups.map(({ id }) => id)].map((id) => (
              <option key={id ?? NO_GROUP} value={id ?? NO_GROUP}>
                {group(id)}
              </option>
            ))}
          </Named>
          <Named label="Across" className="w-36!" value={chosen.x} onChange={(event) => change({ x: event.target.value })}>
            {AXES.map((axis) => (
              <option key={axis} value={axis}>
                {axisNames[axis]}
              </option>
            ))}
          </Named>
          <Named label="Upwards" className="w-36!" value={chosen.y} onChange={(event) => change({ y: event.target.value })}>
            {AXES.filter((axis) => axis !== chosen.x).map((axis) => (
              <option key={axis} value={axis}>
                {axisNames[axis]}
              </option>
            ))}
          </Named>
        </span>
      </div>
      <div className="mb-3 flex flex-wrap gap-3">
        <Segments label="Scale" value={chosen.scale} choices={SCALES} onChange={(scale) => change({ scale })} />
        <Segments
          label="Colour"
          value={chosen.byService ? 'service' : 'price'}
          choices={[
            ['price', 'By price'],
            ['service', 'By cheapest service'],
          ]}
          onChange={(colour) => change({ colour: colour === 'price' ? null : colour })}
        />
      </div>
      {looked === null ? (
        <p className="text-ash">Looking for an address in every zone…</p>
      ) : one ? (
        <OneZone chosen={chosen} change={change} />
      ) : (
        <AllZones chosen={chosen} />
      )}
    </div>
  );
}
