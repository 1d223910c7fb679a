import { dayText, fromDay, localAt, type Round, type Service, weekdayOf } from '@ostrakon/core';
import { readDayCount } from '../../calendars/readDays.ts';
import { useLoads } from '../../calendars/useLoads.ts';
import { useDraft } from '../../draft/DraftProvider.tsx';
import { TypedField } from '../../ui/TypedField.tsx';
import { useFormat } from '../../words/useWords.ts';

const AHEAD = 21;

/** Orders taken for the coming rounds, window by window; a full window is passed over. */
export function RoundLoads({ service, round, timeZone }: { service: Service; round: Round; timeZone: string }) {
  const { locale } = useDraft().book.shop;
  const format = useFormat();
  const { loads, setLoad } = useLoads();
  const today = localAt(Date.now(), timeZone).day;
  const coming = Array.from({ length: AHEAD }, (_, at) => today + at).flatMap((day) =>
    round.windows
      .filter(({ weekday, capacity }) => weekday === weekdayOf(day) && capacity !== null)
      .map((window) => ({ date: fromDay(day), window })),
  );
  if (coming.length === 0) return null;
  return (
    <section aria-label="Orders taken">
      <h2 className="font-serif text-lg font-semibold">Orders taken for the next three weeks</h2>
      <ul className="mt-1 flex flex-wrap gap-2">
        {coming.map(({ date, window: { from, until, capacity } }) => {
          const orders =
            loads.find((load) => load.kind === 'round' && load.service === service.id && load.date === date && load.from === from)
              ?.orders ?? 0;
          const full = capacity !== null && orders >= capacity;
          return (
            <li
              key={`${date} ${from}`}
              className={`rounded-md border px-2 py-1 ${full ? 'border-ochre bg-ochre-soft' : 'border-line-strong bg-paper'}`}
            >
              <span className="block text-sm font-medium">{dayText(date, locale, fromDay(today))}</span>
              <span className="block text-xs text-ash">{format.span({ from, until })}</span>
              <span className="mt-0.5 flex items-center gap-1 text-sm">
                <TypedField<number>
                  label={`Orders taken on ${dayText(date, locale, fromDay(today))} from ${format.time(from)}`}
                  className="w-14"
                  inputClass="h-7! text-end"
                  shown={String(orders)}
                  read={readDayCount}
                  commit={(next) => {
                    setLoad({ kind: 'round', service: service.id, date, from, orders: next });
                    return { ok: true };
                  }}
                />
                of {capacity}
                {full && <span className="font-semibold text-ochre">full</span>}
              </span>
            </li>
          );
        })}
      </ul>
    </section>
  );
}
