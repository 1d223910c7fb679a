import { type Conditions, type GoodsSet, Conditions as Schema, WEEK, type Weekday } from '@ostrakon/core';
import { useDraft, useDraftSession } from '../../draft/DraftProvider.tsx';
import { DateWindowFields } from '../../rules/DateWindowFields.tsx';
import { GoodsSetField } from '../../rules/GoodsSetField.tsx';
import { readCoupons } from '../../ui/readers.ts';
import { TypedField } from '../../ui/TypedField.tsx';
import { useFormat } from '../../words/useWords.ts';
import { useLane } from './useLane.ts';

/** Goods, coupons, dates and weekdays for which the lane is offered. */
export function ConditionsEditor() {
  const { at, lane } = useLane();
  const { goodsGroups } = useDraft().book;
  const session = useDraftSession();
  const format = useFormat();
  const { conditions } = lane;
  const set = (more: Partial<Conditions>) => {
    const parsed = Schema.safeParse({ ...conditions, ...more });
    if (!parsed.success) return { ok: false, message: `${parsed.error.issues[0]?.message}.` } as const;
    return session.dispatch({ name: 'setConditions', args: { ...at, conditions: parsed.data } });
  };
  const toggleDay = (day: Weekday) => {
    const held = conditions.weekdays ?? WEEK;
    const next = held.includes(day) ? held.filter((one) => one !== day) : [...held, day].sort((a, b) => a - b);
    // All days are no condition; a lane for no day at all is one that is not offered.
    if (next.length > 0) set({ weekdays: next.length === 7 ? null : next });
  };
  return (
    <section aria-label="Conditions" data-show="conditions" className="space-y-2">
      <h2 className="font-serif text-lg font-semibold">Offered only for</h2>
      {goodsGroups.length > 0 && (
        <GoodsSetField legend="Goods it takes" value={conditions.goods} onChange={(goods: GoodsSet | null) => set({ goods })} />
      )}
      <div className="grid grid-cols-[4rem_1fr] items-start gap-2">
        <span aria-hidden className="py-1.5">
          Coupons
        </span>
        <TypedField<string[]>
          label="Only with one of these coupons"
          data-show="coupons"
          placeholder="not needed"
          shown={conditions.coupons.join(', ')}
          read={readCoupons}
          commit={(coupons) => set({ coupons })}
        />
      </div>
      <DateWindowFields value={conditions.dates} onChange={(dates) => set({ dates })} />
      <fieldset data-show="weekdays" className="flex flex-wrap items-center gap-1">
        <legend className="sr-only">Days of the week</legend>
        {format.week.map((day) => {
          const on = conditions.weekdays?.includes(day) ?? true;
          return (
            <button
              key={day}
              type="button"
              aria-pressed={on}
              aria-label={format.weekday(day)}
              onClick={() => toggleDay(day)}
              className={`h-7 rounded-md border px-2 text-sm ${on ? 'border-ink bg-ink text-slip' : 'border-line-strong bg-paper text-ash'}`}
            >
              {format.weekday(day).slice(0, 3)}
            </button>
          );
        })}
      </fieldset>
    </section>
  );
}
