import type { ClosedList, Counter, HoursException, OpeningHours } from '@ostrakon/core';
import { ClosedDaysEditor } from '../../calendars/ClosedDaysEditor.tsx';
import { closedDaysWords } from '../../calendars/closedDays.ts';
import { todayIn } from '../../calendars/today.ts';
import { TypedField } from '../../ui/TypedField.tsx';
import type { Taken } from '../../ui/useTypedField.ts';
import { useFormat } from '../../words/useWords.ts';
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
  const format = useFormat();
  const today = todayIn(counter.timeZone);
  const { exceptions } = counter;
  const hoursOf = (name: string) => exceptions.find((one) => one.name === name)?.hours ?? [];
  const setDays = (list: ClosedList) => onChange(list.map((entry) => ({ ...entry, hours: hoursOf(entry.name) })));
  return (
    <section aria-label="Other hours">
      <h2 className="font-serif text-lg font-semibold">Holidays and other hours</h2>
      {exceptions.length > 0 && (
        <table className="mt-1 mb-3">
          <thead>
            <tr className="text-left text-sm text-ash">
              <th scope="col" className="pr-4 font-normal">
                On
              </th>
              <th scope="col" className="pr-4 font-normal">
                Days
              </th>
              <th scope="col" className="font-normal">
                Open
              </th>
            </tr>
          </thead>
          <tbody>
            {exceptions.map((exception) => (
              <tr key={exception.name} className="align-top">
                <td className="py-1.5 pr-4">{exception.name}</td>
                <td className="py-1.5 pr-4 text-sm text-ash">{closedDaysWords(exception, format, today)}</td>
                <td className="py-0.5">
                  <TypedField<OpeningHours>
                    label={`Hours on ${exception.name}`}
                    className="w-60"
                    placeholder="closed"
                    shown={hoursShown(exception.hours)}
                    read={readHours}
                    commit={(hours) => onChange(exceptions.map((one) => (one === exception ? { ...one, hours } : one)))}
                  />
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      <ClosedDaysEditor
        of={of}
        value={exceptions.map(({ name, days }) => ({ name, days }))}
        onChange={setDays}
        country={counter}
        today={today}
      />
    </section>
  );
}
