import type { Counter, OpeningHours } from '@ostrakon/core';
import { WEEKDAYS } from '../../calendars/WeekdayBoxes.tsx';
import { useDraft } from '../../draft/DraftProvider.tsx';
import { Button } from '../../ui/Button.tsx';
import { TypedField } from '../../ui/TypedField.tsx';
import type { Taken } from '../../ui/useTypedField.ts';
import { useFormat } from '../../words/useWords.ts';
import { hoursShown, readHours } from './readHours.ts';

/** The opening hours of the week, a day a row, typed as people write them. */
export function HoursTable({
  hours,
  onChange,
  timeZone,
}: {
  hours: Counter['hours'];
  onChange: (hours: Counter['hours']) => Taken;
  timeZone: string;
}) {
  const format = useFormat();
  const { locale } = useDraft().book.shop;
  const [monday] = hours;
  return (
    <section aria-label="Opening hours">
      <h2 className="font-serif text-lg font-semibold">Opening hours</h2>
      <p className="text-sm text-ash">Write “9-12:30, 13-17”, or leave a day empty where it is closed. Times are of {timeZone}.</p>
      <table className="mt-1">
        <tbody>
          {WEEKDAYS.map((day) => (
            <tr key={day} className="align-top">
              <th scope="row" className="py-1.5 pr-4 text-left font-normal">
                {format.weekday(day)}
              </th>
              <td className="py-0.5">
                <TypedField<OpeningHours>
                  label={`Hours on ${format.weekday(day)}`}
                  className="w-72"
                  placeholder="closed"
                  shown={hoursShown(hours[day - 1] ?? [], locale)}
                  read={readHours}
                  commit={(next) => onChange(hours.map((held, at) => (at === day - 1 ? next : held)) as Counter['hours'])}
                />
              </td>
              {day === 1 && (
                <td className="pl-2">
                  <Button look="quiet" onClick={() => onChange([monday, monday, monday, monday, monday, hours[5], hours[6]])}>
                    The same to Friday
                  </Button>
                </td>
              )}
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}
