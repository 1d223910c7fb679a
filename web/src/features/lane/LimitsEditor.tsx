import { Limit, MEASURES, type Measure } from '@ostrakon/core';
import { useDraft, useDraftSession } from '../../draft/DraftProvider.tsx';
import { mayPart } from '../../rules/mayPart.ts';
import { orNone } from '../../ui/readers.ts';
import { TypedField } from '../../ui/TypedField.tsx';
import { measureWords } from '../../words/quoteWords.ts';
import { useCellReaders } from './useCellReaders.ts';
import { useLane } from './useLane.ts';

type End = 'from' | 'upTo';
type Bound = string | number;

const isValue = (measure: Measure) => measure === 'valueBeforeDiscounts' || measure === 'valueAfterDiscounts';

function LimitRow({ measure }: { measure: Measure }) {
  const { at, lane } = useLane();
  const session = useDraftSession();
  const { book } = useDraft();
  const { bound: read, shownBound } = useCellReaders(measure);
  const show = (bound: Bound | undefined) => (bound === undefined ? '' : shownBound(bound));
  const held = lane.limits.find((limit) => limit.measure === measure);
  const byItself = held && 'byItself' in held && held.byItself === true;
  const toggle = () => {
    if (!held) return;
    const { byItself: _was, ...range } = { byItself: undefined, ...held };
    const limit = Limit.parse(byItself ? range : { ...range, byItself: true });
    session.dispatch({ name: 'setLimits', args: { ...at, limits: lane.limits.map((one) => (one === held ? limit : one)) } });
  };
  const edit = (end: End, bound: Bound | undefined) => {
    const range = { measure, from: held?.from, upTo: held?.upTo, ...(byItself && { byItself }), [end]: bound };
    const others = lane.limits.filter((limit) => limit.measure !== measure);
    if (range.from === undefined && range.upTo === undefined) return { ok: true, limits: others } as const;
    const parsed = Limit.safeParse(JSON.parse(JSON.stringify(range)));
    if (!parsed.success) return { ok: false, message: `${parsed.error.issues[0]?.message}.` } as const;
    const limits = [...others, parsed.data].sort((a, b) => MEASURES.indexOf(a.measure) - MEASURES.indexOf(b.measure));
    return { ok: true, limits } as const;
  };
  const field = (end: End, label: string) => (
    <TypedField<Bound | undefined>
      label={`${measureWords[measure]}, ${label}`}
      className="w-[5.25rem]"
      inputClass="text-right"
      placeholder="any"
      shown={show(held?.[end])}
      read={orNone(read)}
      preview={(bound) => {
        if (bound === null) return session.preview(null);
        const edited = edit(end, bound);
        return edited.ok ? session.preview({ name: 'setLimits', args: { ...at, limits: edited.limits } }) : edited;
      }}
      commit={(bound) => {
        const edited = edit(end, bound);
        return edited.ok ? session.dispatch({ name: 'setLimits', args: { ...at, limits: edited.limits } }) : edited;
      }}
    />
  );
  return (
    <tr className="border-line border-b align-top">
      <th scope="row" className="py-1.5 text-left font-normal">
        {measureWords[measure]}
        {held && isValue(measure) && mayPart(book) && (
          <label className="flex items-center gap-1.5 text-sm text-ash">
            <input type="checkbox" className="size-4 accent-clay" checked={byItself === true} onChange={toggle} />
            each consignment by itself
          </label>
        )}
      </th>
      <td className="py-1 pl-2">{field('from', 'from')}</td>
      <td className="py-1 pl-2">{field('upTo', 'up to')}</td>
    </tr>
  );
}

/** The ranges outside which the lane is withheld. */
export function LimitsEditor() {
  return (
    <section aria-label="Limits">
      <h2 className="font-serif text-lg font-semibold">Offered when</h2>
      <table className="w-full">
        <thead>
          <tr className="text-sm text-ash">
            <th scope="col">
              <span className="sr-only">Measure</span>
            </th>
            <th scope="col" className="text-right font-normal">
              from
            </th>
            <th scope="col" className="text-right font-normal">
              up to
            </th>
          </tr>
        </thead>
        <tbody>
          {MEASURES.map((measure) => (
            <LimitRow key={measure} measure={measure} />
          ))}
        </tbody>
      </table>
    </section>
  );
}
