import { parseCount } from '@ostrakon/core';
import { useDraftSession } from '../../draft/DraftProvider.tsx';
import { TypedField } from '../../ui/TypedField.tsx';
import type { Read } from '../../ui/useTypedField.ts';
import { typedProblemWords } from '../../words/typedProblem.ts';
import { useLane } from './useLane.ts';

type Days = { readonly least: number; readonly most: number };

function readDays(text: string): Read<Days | null> {
  if (text.trim() === '') return { ok: true, value: null };
  const [first = '', second, more] = text
    .replace(/days?/gi, '')
    .split(/\s*(?:to|-|\u2013)\s*/i)
    .map((part) => part.trim());
  const read = (part: string) => (part === '0' ? ({ ok: true, value: 0 } as const) : parseCount(part));
  const least = read(first);
  const most = second === undefined ? least : read(second);
  if (more !== undefined) return { ok: false, message: 'Write one number of days, or two: 2 to 4.' };
  if (!least.ok) return { ok: false, message: typedProblemWords(least.problem) };
  if (!most.ok) return { ok: false, message: typedProblemWords(most.problem) };
  return { ok: true, value: { least: least.value, most: most.value } };
}

/** Days on the way: "3", "2 to 4". Options may stand in this order. */
export function TransitEditor() {
  const { at, lane } = useLane();
  const session = useDraftSession();
  const days = lane.transit;
  return (
    <section aria-label="On the way">
      <h2 className="font-serif text-lg font-semibold">On the way</h2>
      <div className="mt-1 flex items-start gap-2">
        <TypedField<Days | null>
          label="Days on the way"
          className="w-28"
          inputClass="text-right"
          placeholder="not stated"
          shown={days === null ? '' : days.least === days.most ? String(days.least) : `${days.least} to ${days.most}`}
          read={readDays}
          commit={(transit) => {
            const taken = session.dispatch({ name: 'setTransit', args: { ...at, transit } });
            return taken.ok ? taken : { ok: false, message: `${taken.message}.` };
          }}
        />
        <span aria-hidden className="py-1.5">
          days
        </span>
      </div>
    </section>
  );
}
