import type { ClosedList, Counter, HoursException, OpeningHours } from '@ostrakon/core';
import { ClosedDaysEditor } from '../../calendars/ClosedDaysEditor.tsx';
import { todayIn } from '../../calendars/today.ts';
import { useDraft } from '../../draft/DraftProvider.tsx';
import { TypedField } from '../../ui/TypedField.tsx';
import type { Taken } from '../../ui/useTypedField.ts';
import { hoursShown, readHours } from './readHours.ts';

/** Days with other hours, or none: entered as closed days, each of which may be given hours. */
export function CounterExceptions({
  counter,
  of,
  onChange,
}: {
  counter: Counter;
  of: string;
  onChange: (exceptions: HoursException[]) => Taken;
}) {
  const { locale } = useDraft().book.shop;
  const today = todayIn(counter.timeZone);
  const { exceptions } = counter;
  const hoursOf = (name: string) => exceptions.find((one) => one.name === name)?.hours ?? [];
  const setDays = (list: ClosedList) => onChange(list.map((entry) => ({ ...entry, hours: hoursOf(entry.name) })));
  return (
    <section aria-label="Other hours">
      <h2 className="font-serif text-lg font-semibold">Holidays and other hours</h2>
      <p className="mb-1 text-sm text-ash">Days on which it is closed, or open at other hours.</p>
      <ClosedDaysEditor
        of={of}
        value={exceptions.map(({ name, days }) => ({ name, days }))}
        onChange={setDays}
        country={counter}
        today={today}
        beside={(entry) => (
          <TypedField<OpeningHours>
            label={`Hours on ${entry.name}`}
            className="w-72 py-0.5"
            placeholder="closed"
            shown={hoursShown(hoursOf(entry.name), locale)}
            read={readHours}
            commit={(hours) => onChange(exceptions.map((one) => (one.name === entry.name ? { ...one, hours } : one)))}
          />
        )}
      />
    </section>
  );
}
