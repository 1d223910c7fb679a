import { homeCountry, type Service, ServiceDays, type Transit, WEEK, type Weekday, weekOfCountry } from '@ostrakon/core';
import { ClosedDaysEditor } from '../../calendars/ClosedDaysEditor.tsx';
import { checkedChange } from '../../calendars/checkedChange.ts';
import { daysShown, readDaysOrNone } from '../../calendars/readDays.ts';
import { todayIn } from '../../calendars/today.ts';
import { useHolidays } from '../../calendars/useHolidays.ts';
import { WeekdayBoxes } from '../../calendars/WeekdayBoxes.tsx';
import { useDraft, useDraftSession } from '../../draft/DraftProvider.tsx';
import { Button } from '../../ui/Button.tsx';
import { TypedField } from '../../ui/TypedField.tsx';
import { useFormat } from '../../words/useWords.ts';
import { weekdaysShort } from '../../words/week.ts';

/** Whether holidays of where a parcel goes are heeded, and which are listed. */
function HolidaysThere({ days, set, today }: { days: ServiceDays; set: (more: Partial<ServiceDays>) => unknown; today: string }) {
  const { shop } = useDraft().book;
  const format = useFormat();
  const { taking, take } = useHolidays(today);
  const countries = [...new Set(shop.holidays.map(({ country }) => country))].map(format.region);
  const toggle = () => {
    set({ skipsHolidays: !days.skipsHolidays });
    if (!days.skipsHolidays && shop.holidays.length === 0) void take();
  };
  return (
    <section aria-label="Public holidays there">
      <h2 className="font-serif text-lg font-semibold">Public holidays where it goes</h2>
      <label className="flex items-center gap-2 py-1">
        <input type="checkbox" className="accent-clay" checked={days.skipsHolidays} onChange={toggle} />
        Nothing is delivered on public holidays of the place a parcel goes to
      </label>
      <p className="text-sm text-ash">
        {countries.length === 0
          ? 'No holidays are listed yet.'
          : `Listed: those of ${format.list(countries)}, province by province where they differ.`}{' '}
        Out of a public data set, which is no legal source.
      </p>
      <Button look="quiet" disabled={taking} onClick={() => void take()}>
        {taking ? 'Looking them up…' : countries.length === 0 ? 'List those of the countries we deliver to' : 'List them anew'}
      </Button>
    </section>
  );
}

const sameDays = (one: readonly Weekday[], other: readonly Weekday[]) =>
  one.length === other.length && one.every((day) => other.includes(day));
const isSame = ({ counts, delivers }: ServiceDays, week: readonly Weekday[]) => sameDays(counts, week) && sameDays(delivers, week);

/** How days on the way are counted. */
export function DaysForm({ service }: { service: Service }) {
  const session = useDraftSession();
  const { shop, locations } = useDraft().book;
  const { days } = service;
  const set = checkedChange(ServiceDays, days, (next) =>
    session.dispatch({ name: 'setServiceDays', args: { service: service.id, days: next } }),
  );
  const [first] = locations;
  const format = useFormat();
  const country = homeCountry({ locations, shop });
  const working = [...weekOfCountry(country).working];
  return (
    <div className="space-y-5">
      <section aria-label="Days on the way">
        <h2 className="font-serif text-lg font-semibold">Days on the way</h2>
        <p className="text-sm text-ash">From the day it leaves to the day it arrives, where a zone says nothing else.</p>
        <div className="mt-2 flex flex-wrap items-start gap-3">
          <TypedField<Transit | null>
            label="Days on the way everywhere"
            data-show="days"
            className="w-28"
            inputClass="text-end"
            placeholder="not stated"
            shown={daysShown(days.transit)}
            read={readDaysOrNone}
            commit={(transit) => set({ transit })}
          />
        </div>
        <div className="mt-3 grid grid-cols-[max-content_1fr] items-center gap-x-4 gap-y-2">
          <span>Days that count</span>
          <WeekdayBoxes label="Days that count on the way" value={days.counts} onChange={(counts) => set({ counts })} />
          <span>Delivers on</span>
          <WeekdayBoxes label="Days on which it delivers" value={days.delivers} onChange={(delivers) => set({ delivers })} />
        </div>
        <div className="mt-1 flex flex-wrap gap-1">
          {!isSame(days, working) && (
            <Button look="quiet" onClick={() => set({ counts: working, delivers: working })}>
              The working week of {format.region(country)}: {weekdaysShort(working, shop.locale)}
            </Button>
          )}
          {!isSame(days, [...WEEK]) && (
            <Button look="quiet" onClick={() => set({ counts: [...WEEK], delivers: [...WEEK] })}>
              Every day
            </Button>
          )}
        </div>
        <p className="mt-1 text-sm text-ash">
          Closed days do not count. What would arrive on a day without delivery comes on the next day with one.
        </p>
      </section>
      <section aria-label="Collection days">
        <h2 className="font-serif text-lg font-semibold">Collected on</h2>
        <p className="mb-1 text-sm text-ash">Days on which parcels are taken away. What is packed on another day waits for the next.</p>
        <WeekdayBoxes label="Days of collection" value={days.collects} onChange={(collects) => set({ collects })} />
      </section>
      <HolidaysThere days={days} set={set} today={todayIn(first?.timeZone ?? shop.timeZone)} />
      <section aria-label="Closed days">
        <h2 className="font-serif text-lg font-semibold">Closed days of the carrier</h2>
        <p className="mb-1 text-sm text-ash">Days on which it neither collects nor delivers.</p>
        <ClosedDaysEditor
          of={service.name}
          value={days.closed}
          onChange={(closed) => set({ closed })}
          country={{ country, subdivision: null }}
          today={todayIn(first?.timeZone ?? shop.timeZone)}
        />
      </section>
    </div>
  );
}
