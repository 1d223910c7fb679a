import { Limit, MEASURES, type Measure } from '@ostrakon/core';
import { useState } from 'react';
import { useDraft, useDraftSession } from '../../draft/DraftProvider.tsx';
import { mayPart } from '../../rules/mayPart.ts';
import { orNone } from '../../ui/readers.ts';
import { Select } from '../../ui/Select.tsx';
import { TypedField } from '../../ui/TypedField.tsx';
import { toast } from '../../ui/toast.ts';
import type { Read } from '../../ui/useTypedField.ts';
import { measureAbout, measureWords } from '../../words/quoteWords.ts';
import { useCellReaders } from './useCellReaders.ts';
import { useLane } from './useLane.ts';
import { WeightsOfCart } from './WeightsOfCart.tsx';

type End = 'from' | 'upTo';
type Bound = string | number;

const isValue = (measure: Measure) => measure === 'valueBeforeDiscounts' || measure === 'valueAfterDiscounts';

const byMeasure = (a: Limit, b: Limit) => MEASURES.indexOf(a.measure) - MEASURES.indexOf(b.measure);

/** One bound of a measure. */
function LimitField({ measure, end }: { measure: Measure; end: End }) {
  const { at, lane } = useLane();
  const session = useDraftSession();
  const { bound: read, shownBound } = useCellReaders(measure);
  const held = lane.limits.find((limit) => limit.measure === measure);
  const bound = held?.[end];
  const edit = (next: Bound | undefined) => {
    const limits = withBound(lane.limits, measure, end, next);
    return limits.ok ? ({ ok: true, command: { name: 'setLimits', args: { ...at, limits: limits.value } } } as const) : limits;
  };
  return (
    <TypedField<Bound | undefined>
      label={`${measureWords[measure]}, ${end === 'from' ? 'from' : 'up to'}`}
      className="w-[5.25rem]"
      data-show={`limit-${measure}-${end}`}
      inputClass="text-end"
      placeholder="any"
      shown={bound === undefined ? '' : shownBound(bound)}
      read={orNone(read)}
      preview={(next) => {
        if (next === null) return session.preview(null);
        const edited = edit(next);
        return edited.ok ? session.preview(edited.command) : edited;
      }}
      commit={(next) => {
        const edited = edit(next);
        return edited.ok ? session.dispatch(edited.command) : edited;
      }}
    />
  );
}

/** The limits with one end of a measure changed. */
function withBound(limits: readonly Limit[], measure: Measure, end: End, bound: Bound | undefined): Read<Limit[]> {
  const held = limits.find((limit) => limit.measure === measure);
  const others = limits.filter((limit) => limit.measure !== measure);
  const range: { from?: Bound | undefined; upTo?: Bound | undefined } = { ...held, [end]: bound };
  if (range.from === undefined && range.upTo === undefined) return { ok: true, value: others };
  const parsed = Limit.safeParse(JSON.parse(JSON.stringify({ ...range, measure })));
  if (!parsed.success) return { ok: false, message: `${parsed.error.issues[0]?.message}.` };
  return { ok: true, value: [...others, parsed.data].sort(byMeasure) };
}

/** Whether each address's part of an order is held against a limit by itself. */
function ByItself({ measure }: { measure: Measure }) {
  const { at, lane } = useLane();
  const session = useDraftSession();
  const { book } = useDraft();
  const held = lane.limits.find((limit) => limit.measure === measure);
  if (!held || !isValue(measure) || !mayPart(book)) return null;
  const byItself = 'byItself' in held && held.byItself === true;
  const toggle = () => {
    const { byItself: _was, ...range } = { byItself: undefined, ...held };
    const limit = Limit.parse(byItself ? range : { ...range, byItself: true });
    session.dispatch({ name: 'setLimits', args: { ...at, limits: lane.limits.map((one) => (one === held ? limit : one)) } });
  };
  return (
    <label className="flex min-h-7 items-center gap-1.5 py-1 text-sm text-ash">
      <input type="checkbox" className="size-4 accent-clay" checked={byItself} onChange={toggle} />
      each consignment by itself
    </label>
  );
}

interface Wish {
  readonly name: string;
  readonly end: End;
  /** What it may be measured by; the first unless another is limited already. */
  readonly measures: readonly [Measure, ...Measure[]];
}

/** What owners limit first. */
const WISHES: readonly Wish[] = [
  { name: 'Least order', end: 'from', measures: ['valueAfterDiscounts', 'valueBeforeDiscounts'] },
  { name: 'Heaviest cart', end: 'upTo', measures: ['itemsWeight', 'packedWeight', 'billableWeight'] },
  { name: 'Longest side', end: 'upTo', measures: ['longestSide'] },
];

const measureOf = ({ measures, end }: Wish, limits: readonly Limit[]): Measure =>
  measures.find((measure) => limits.some((limit) => limit.measure === measure && limit[end] !== undefined)) ?? measures[0];

/** A wish with its one bound, and which of several measures it is held against. */
function WishRow({ wish, measure, onMeasure }: { wish: Wish; measure: Measure; onMeasure: (measure: Measure) => void }) {
  return (
    <div className="grid grid-cols-[1fr_auto] items-start gap-x-2 border-line border-b py-1.5">
      <span className="py-1">
        {wish.name}
        {wish.measures.length > 1 && (
          <Select
            label={`${wish.name} measured`}
            value={measure}
            className="h-7 text-sm"
            onChange={(event) => onMeasure(event.target.value as Measure)}
          >
            {wish.measures.map((one) => (
              <option key={one} value={one}>
                {measureWords[one]}: {measureAbout[one]}
              </option>
            ))}
          </Select>
        )}
        <ByItself measure={measure} />
      </span>
      <span className="flex items-center gap-1.5 text-sm text-ash">
        <span aria-hidden>{wish.end === 'from' ? 'from' : 'up to'}</span>
        <LimitField measure={measure} end={wish.end} />
      </span>
    </div>
  );
}

/** The ranges outside which the service is not offered: the three that owners want first, and all others folded. */
export function LimitsEditor() {
  const { at, lane } = useLane();
  const session = useDraftSession();
  // Which measure a wish means while nothing is limited yet.
  const [meant, setMeant] = useState<Readonly<Record<string, Measure>>>({});
  const wishes = WISHES.map((wish) => {
    const held = measureOf(wish, lane.limits);
    const isHeld = lane.limits.some((limit) => limit.measure === held && limit[wish.end] !== undefined);
    return { wish, measure: isHeld ? held : (meant[wish.name] ?? held) };
  });
  const isAbove = (measure: Measure, end: End) => wishes.some((one) => one.measure === measure && one.wish.end === end);
  const others = lane.limits.flatMap(({ measure, ...range }) =>
    (['from', 'upTo'] as const).filter((end) => range[end] !== undefined && !isAbove(measure, end)),
  ).length;
  const mean = (wish: Wish, old: Measure, measure: Measure) => {
    setMeant({ ...meant, [wish.name]: measure });
    const bound = lane.limits.find((limit) => limit.measure === old)?.[wish.end];
    if (bound === undefined) return;
    const without = withBound(lane.limits, old, wish.end, undefined);
    const moved = without.ok ? withBound(without.value, measure, wish.end, bound) : without;
    if (moved.ok) session.dispatch({ name: 'setLimits', args: { ...at, limits: moved.value } });
    else toast(moved.message);
  };
  return (
    <section aria-label="Limits">
      <h2 className="font-serif text-lg font-semibold">Offered when</h2>
      {wishes.map(({ wish, measure }) => (
        <WishRow key={wish.name} wish={wish} measure={measure} onMeasure={(next) => mean(wish, measure, next)} />
      ))}
      <WeightsOfCart />
      <details className="mt-1" {...(others > 0 && { open: true })}>
        <summary className="cursor-pointer py-1 text-sm font-medium text-clay">Other limits{others > 0 && ` (${others} set)`}</summary>
        <table className="w-full">
          <thead>
            <tr className="text-sm text-ash">
              <th scope="col">
                <span className="sr-only">Measure</span>
              </th>
              <th scope="col" className="text-end font-normal">
                from
              </th>
              <th scope="col" className="text-end font-normal">
                up to
              </th>
            </tr>
          </thead>
          <tbody>
            {MEASURES.map((measure) => (
              <tr key={measure} className="border-line border-b align-top">
                <th scope="row" className="py-1.5 text-start font-normal leading-tight">
                  {measureWords[measure]}
                  <span className="block text-xs text-ash">{measureAbout[measure]}</span>
                  {!wishes.some((one) => one.measure === measure) && <ByItself measure={measure} />}
                </th>
                {(['from', 'upTo'] as const).map((end) => (
                  <td key={end} className="py-1 ps-2 text-end">
                    {isAbove(measure, end) ? (
                      <span className="block py-1.5 text-sm text-ash">see above</span>
                    ) : (
                      <LimitField measure={measure} end={end} />
                    )}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </details>
    </section>
  );
}
