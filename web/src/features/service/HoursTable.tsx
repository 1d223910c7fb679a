import { type Counter, type OpeningHours, weekOfCountry } from '@ostrakon/core';
import { useDraft } from '../../draft/DraftProvider.tsx';
import { Button } from '../../ui/Button.tsx';
import { TypedField } from '../../ui/TypedField.tsx';
import type { Taken } from '../../ui/useTypedField.ts';
import { useFormat } from '../../words/useWords.ts';
import { weekdaysShort } from '../../words/week.ts';
import { hoursShown, readHours } from './readHours.ts';

/** The opening hours of the week, a day a row, typed as people write them. */
export function HoursTable({
  hours,
  onChange,
  timeZone,
  country,
}: {
  hours: Counter['hours'];
  onChange: (hours: Counter['hours']) => Taken;
  timeZone: string;
  /** Whose week it is. */
  country: string;
}) {
  const format = useFormat();
  const { locale } = useDraft().book.shop;
  // What is typed on the first working day of the country is often that of all.
  const working = format.week.filter((day) => weekOfCountry(country).working.includes(day));
  const [first] = working;
  const sameOnAll = () =>
    onChange(hours.map((held, at) => (working.includes(at + 1) && first !== undefined ? hours[first - 1] : held)) as Counter['hours']);
  return (
    <section aria-label="Opening hours">
      <h2 className="font-serif text-lg font-semibold">Opening hours</h2>
      <p className="text-sm text-ash">Write “9-12:30, 13-17”, or leave a day empty where it is closed. Times are of {timeZone}.</p>
      <table className="mt-1">
        <tbody>
          {format.week.map((day) => (
            <tr key={day} className="align-top">
              <th scope="row" className="py-1.5 pe-4 text-start font-normal">
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
              {day === first && (
                <td className="ps-2">
                  <Button look="quiet" onClick={sameOnAll}>
                    The same on {weekdaysShort(working, locale)}
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
