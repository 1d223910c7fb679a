import { type DispatchCalendar, homeCountry, type Location, DispatchCalendar as Schema } from '@ostrakon/core';
import { Link, useSearchParams } from 'react-router';
import { ClosedDaysEditor } from '../../calendars/ClosedDaysEditor.tsx';
import { checkedChange } from '../../calendars/checkedChange.ts';
import { daysShown, readDays } from '../../calendars/readDays.ts';
import { todayIn } from '../../calendars/today.ts';
import { useDraft, useDraftSession } from '../../draft/DraftProvider.tsx';
import { Button } from '../../ui/Button.tsx';
import { readCount } from '../../ui/readers.ts';
import { Segments } from '../../ui/Segments.tsx';
import { TypedField } from '../../ui/TypedField.tsx';
import { toast } from '../../ui/toast.ts';
import { useFormat } from '../../words/useWords.ts';
import { Collections } from './Collections.tsx';
import { CutOffTable } from './CutOffTable.tsx';
import { GoodsTimes } from './GoodsTimes.tsx';
import { MonthView } from './MonthView.tsx';
import { SetUpDispatch } from './SetUpDispatch.tsx';

function Calendar({ location, dispatch }: { location: Location; dispatch: DispatchCalendar }) {
  const session = useDraftSession();
  const format = useFormat();
  const set = checkedChange(Schema, dispatch, (next) =>
    session.dispatch({ name: 'setDispatch', args: { location: location.id, dispatch: next } }),
  );
  const remove = () => {
    session.dispatch({ name: 'setDispatch', args: { location: location.id, dispatch: null } });
    toast(`${location.name} has no dispatch calendar now`, { action: { label: 'Undo', onClick: session.undo } });
  };
  const today = todayIn(location.timeZone);
  return (
    <div className="space-y-5">
      <section aria-label="Cut-offs">
        <h2 className="font-serif text-lg font-semibold">Packing days and cut-offs</h2>
        <p className="text-sm text-ash">
          An order before the cut-off counts today, at the cut-off it counts for the next packing day. A day without a time is no packing
          day. Times are of {location.timeZone}.
        </p>
        <CutOffTable dispatch={dispatch} onChange={set} />
        <Collections dispatch={dispatch} onChange={set} />
      </section>
      <section aria-label="Packing" className="flex flex-wrap items-start gap-x-8 gap-y-2">
        <span className="flex items-start gap-2">
          <span aria-hidden className="py-1.5">
            Packed after
          </span>
          <TypedField
            label="Packing days until an order is packed"
            className="w-24"
            inputClass="text-end"
            shown={daysShown(dispatch.lead)}
            read={readDays}
            commit={(lead) => set({ lead })}
          />
          <span aria-hidden className="py-1.5">
            packing days (0 is the same day)
          </span>
        </span>
        <span className="flex items-start gap-2">
          <span aria-hidden className="py-1.5">
            At most
          </span>
          <TypedField<number | null>
            label="Orders packed in a day"
            className="w-28"
            inputClass="text-end"
            placeholder="any number"
            shown={dispatch.capacity === null ? '' : String(dispatch.capacity)}
            read={(text) => (text.trim() === '' ? { ok: true, value: null } : readCount(format)(text))}
            commit={(capacity) => set({ capacity })}
          />
          <span aria-hidden className="py-1.5">
            orders a day
          </span>
        </span>
      </section>
      <section aria-label="Closed days">
        <h2 className="font-serif text-lg font-semibold">Closed days</h2>
        <ClosedDaysEditor
          of={location.name}
          value={dispatch.closed}
          onChange={(closed) => set({ closed })}
          country={location}
          today={today}
        />
      </section>
      <GoodsTimes />
      <Button look="quiet" onClick={remove}>
        Do without a dispatch calendar here
      </Button>
    </div>
  );
}

/** When orders are packed and leave, location by location, and what that makes of an order on each day and hour. */
export function DispatchScreen() {
  const { locations, shop } = useDraft().book;
  const session = useDraftSession();
  const [search, setSearch] = useSearchParams();
  const location = locations.find(({ id }) => id === search.get('at')) ?? locations[0];
  return (
    <div className="p-4">
      <div className="mb-3 flex flex-wrap items-start justify-between gap-4">
        <div>
          <h1 className="font-serif text-xl font-semibold">Dispatch</h1>
          <p className="text-sm text-ash">When orders are packed and leave, and the days on which nothing does.</p>
        </div>
        {locations.length > 1 && location && (
          <Segments
            label="Location"
            value={location.id}
            choices={locations.map(({ id, name }) => [id, name] as const)}
            onChange={(id) => setSearch({ at: id }, { replace: true })}
          />
        )}
      </div>
      {!location && (
        <p className="rounded-lg border border-line-strong border-dashed p-6 text-ash">
          Orders leave from a location, and its time zone says when a day begins.{' '}
          <Link to="/shop/locations" className="text-clay underline">
            Add the location you send from
          </Link>
          , then set when it packs.
        </p>
      )}
      {location && !location.dispatch && <SetUpDispatch key={location.id} location={location} today={todayIn(location.timeZone)} />}
      <section aria-label="Closed days of the whole shop" className="mt-4 mb-6 max-w-3xl">
        <h2 className="font-serif text-lg font-semibold">Closed for the whole shop</h2>
        <p className="mb-1 text-sm text-ash">
          Nothing is packed, collected, driven or handed over on these days, in one year or in every year.
        </p>
        <ClosedDaysEditor
          of="the whole shop"
          value={shop.closed}
          onChange={(closed) => session.dispatch({ name: 'setShopClosed', args: { closed } })}
          country={{ country: homeCountry({ locations, shop }), subdivision: locations[0]?.subdivision ?? null }}
          today={todayIn(locations[0]?.timeZone ?? shop.timeZone)}
        />
      </section>
      {location?.dispatch && (
        <div className="space-y-6">
          <Calendar key={location.id} location={location} dispatch={location.dispatch} />
          <MonthView key={`month ${location.id}`} location={location} />
        </div>
      )}
    </div>
  );
}
