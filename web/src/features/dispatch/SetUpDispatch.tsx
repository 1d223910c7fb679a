import {
  type ClosedList,
  cutOffsOn,
  type DispatchCalendar,
  HolidayList,
  HolidayPlaces,
  type Location,
  timeAsTyped,
  type Weekday,
  weekOfCountry,
} from '@ostrakon/core';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { ask } from '../../api/client.ts';
import { readTime } from '../../calendars/TimeField.tsx';
import { WeekdayBoxes } from '../../calendars/WeekdayBoxes.tsx';
import { useDraft, useDraftSession } from '../../draft/DraftProvider.tsx';
import { Button } from '../../ui/Button.tsx';
import { LabelledInput } from '../../ui/LabelledInput.tsx';
import { useFormat } from '../../words/useWords.ts';

/** This year and the one after it: what lies farther ahead is taken when it comes near. */
const YEARS = 1;

/** Public holidays where a location is: of its region where the data set tells them apart, else of its country. */
function useHolidaysAt({ country, subdivision }: Location, today: string) {
  const region = subdivision?.slice(country.length + 1) ?? '';
  const year = Number(today.slice(0, 4));
  return useQuery({
    queryKey: ['holidays-at', country, region, year],
    queryFn: async (): Promise<{ closed: ClosedList; where: string }> => {
      const { places } = await ask('GET /holidays/places', HolidayPlaces);
      const place = places.find(({ code }) => code === country);
      if (!place) return { closed: [], where: '' };
      const held = place.regions.find(({ code }) => code === region);
      const { closed } = await ask('GET /holidays', HolidayList, {
        query: { country, region: held && region, from: year, until: year + YEARS },
      });
      return { closed, where: held ? `${held.name}, ${place.name}` : place.name };
    },
    staleTime: Infinity,
  });
}

/** The first calendar of a location: the days it packs on, one cut-off for all of them, and the public holidays where it is. */
export function SetUpDispatch({ location, today }: { location: Location; today: string }) {
  const { shop } = useDraft().book;
  const session = useDraftSession();
  const format = useFormat();
  const [days, setDays] = useState<readonly Weekday[]>(weekOfCountry(location.country).working);
  const [cutOff, setCutOff] = useState('');
  const [holidays, setHolidays] = useState(true);
  const [fault, setFault] = useState<string>();
  const found = useHolidaysAt(location, today);
  const closed = found.data?.closed ?? [];
  const setUp = () => {
    const read = readTime(shop.locale)(cutOff);
    if (!read.ok) return setFault(cutOff.trim() === '' ? 'Until when must be ordered to be packed that day?' : read.message);
    const dispatch: DispatchCalendar = {
      cutOffs: cutOffsOn(days, read.value),
      ownCutOffs: [],
      lead: { least: 0, most: 1 },
      capacity: null,
      closed: holidays ? [...closed] : [],
    };
    const taken = session.dispatch({ name: 'setDispatch', args: { location: location.id, dispatch } });
    if (!taken.ok) setFault(`${taken.message}.`);
  };
  return (
    <form
      aria-label={`When ${location.name} packs`}
      className="max-w-3xl space-y-3 rounded-lg border border-line-strong bg-paper p-4"
      onSubmit={(event) => {
        event.preventDefault();
        setUp();
      }}
    >
      <p className="text-ash">
        {location.name} has no dispatch calendar, so no arrival can be told for what leaves from there. The days are the working days of{' '}
        {format.region(location.country)}; change what differs.
      </p>
      <div>
        <span className="text-sm">Orders are packed on</span>
        <WeekdayBoxes label="Packing days" value={days} onChange={setDays} />
      </div>
      <div className="max-w-xs">
        <LabelledInput
          label="Packed the same day when ordered before"
          hint={`such as ${timeAsTyped('14:00', shop.locale)}`}
          value={cutOff}
          fault={fault}
          onType={(text) => {
            setCutOff(text);
            setFault(undefined);
          }}
        />
      </div>
      {closed.length > 0 && (
        <label className="flex items-start gap-1.5">
          <input
            type="checkbox"
            className="mt-1 size-4 accent-clay"
            checked={holidays}
            onChange={(event) => setHolidays(event.target.checked)}
          />
          <span>
            Nothing is packed on the public holidays of {found.data?.where}
            <span className="block text-sm text-ash">{format.list(closed.map(({ name }) => name))}</span>
          </span>
        </label>
      )}
      {found.isError && <p className="text-sm text-ash">The public holidays did not come; they can be added afterwards.</p>}
      <Button look="main" type="submit">
        Set up the calendar
      </Button>
    </form>
  );
}
