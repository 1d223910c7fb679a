import { homeCountry, laneOf, PLAIN_ROUND, Round, type RoundWindow, type Service, type Weekday } from '@ostrakon/core';
import { X } from 'lucide-react';
import { Link } from 'react-router';
import { ClosedDaysEditor } from '../../calendars/ClosedDaysEditor.tsx';
import { checkedChange } from '../../calendars/checkedChange.ts';
import { readDayCount } from '../../calendars/readDays.ts';
import { TimeField } from '../../calendars/TimeField.tsx';
import { todayIn } from '../../calendars/today.ts';
import { useDraft, useDraftSession } from '../../draft/DraftProvider.tsx';
import { PostalRules } from '../../places/PostalRules.tsx';
import { Button, SignButton } from '../../ui/Button.tsx';
import { readCount } from '../../ui/readers.ts';
import { Select } from '../../ui/Select.tsx';
import { TypedField } from '../../ui/TypedField.tsx';
import type { Taken } from '../../ui/useTypedField.ts';
import { useFormat } from '../../words/useWords.ts';
import { RoundArea } from './RoundArea.tsx';
import { RoundFees } from './RoundFees.tsx';
import { RoundLoads } from './RoundLoads.tsx';

/** The first hours of a day that no window has yet. */
function newWindow(windows: readonly RoundWindow[], week: readonly Weekday[]): RoundWindow {
  const weekday = week.find((day) => !windows.some((window) => window.weekday === day)) ?? week[0] ?? 1;
  return { weekday, from: windows.some((window) => window.weekday === weekday) ? '18:00' : '09:00', until: '20:00', capacity: null };
}

function Windows({ round, set }: { round: Round; set: (more: Partial<Round>) => Taken }) {
  const format = useFormat();
  const change = (at: number, more: Partial<RoundWindow>) =>
    set({ windows: round.windows.map((window, index) => (index === at ? { ...window, ...more } : window)) });
  const ordered = round.windows
    .map((window, at) => ({ window, at }))
    .sort(
      (a, b) => format.week.indexOf(a.window.weekday) - format.week.indexOf(b.window.weekday) || (a.window.from < b.window.from ? -1 : 1),
    );
  return (
    <section aria-label="Days and windows">
      <h2 className="font-serif text-lg font-semibold">Days and windows</h2>
      {ordered.length === 0 && <p className="text-ash">No days yet, so no arrival can be told.</p>}
      <ul className="mt-1 space-y-1">
        {ordered.map(({ window, at }) => {
          const name = `${format.weekday(window.weekday)} from ${format.time(window.from)}`;
          return (
            <li key={at} className="flex items-start gap-2">
              <Select
                label={`Day of the window ${name}`}
                className="w-32!"
                value={window.weekday}
                onChange={(event) => change(at, { weekday: Number(event.target.value) })}
              >
                {format.week.map((day) => (
                  <option key={day} value={day}>
                    {format.weekday(day)}
                  </option>
                ))}
              </Select>
              <TimeField label={`Start of ${name}`} value={window.from} onTime={(from) => change(at, { from: from ?? window.from })} />
              <span aria-hidden className="py-1.5">
                to
              </span>
              <TimeField label={`End of ${name}`} value={window.until} onTime={(until) => change(at, { until: until ?? window.until })} />
              <TypedField<number | null>
                label={`Orders in ${name}`}
                className="w-28"
                inputClass="text-end"
                placeholder="any number"
                shown={window.capacity === null ? '' : String(window.capacity)}
                read={(text) => (text.trim() === '' ? { ok: true, value: null } : readCount(format)(text))}
                commit={(capacity) => change(at, { capacity })}
              />
              <span aria-hidden className="py-1.5">
                orders
              </span>
              <SignButton
                label={`Remove the window ${name}`}
                onClick={() => set({ windows: round.windows.filter((_window, index) => index !== at) })}
              >
                <X size={14} aria-hidden />
              </SignButton>
            </li>
          );
        })}
      </ul>
      <Button className="mt-2" onClick={() => set({ windows: [...round.windows, newWindow(round.windows, format.week)] })}>
        Add a window
      </Button>
      <div className="mt-3 flex items-start gap-2">
        <span aria-hidden className="py-1.5">
          Last order
        </span>
        <TypedField<number>
          label="Days before the round"
          className="w-14"
          inputClass="text-end"
          shown={String(round.lastOrder.days)}
          read={readDayCount}
          commit={(days) => set({ lastOrder: { ...round.lastOrder, days } })}
        />
        <span aria-hidden className="py-1.5">
          calendar {round.lastOrder.days === 1 ? 'day' : 'days'} before, until
        </span>
        <TimeField
          label="Time of the last order"
          value={round.lastOrder.at}
          onTime={(at) => set({ lastOrder: { ...round.lastOrder, at: at ?? round.lastOrder.at } })}
        />
      </div>
      <p className="mt-1 text-sm text-ash">
        It takes the place of the location’s cut-off and packing days; extra packing days of goods still count.
      </p>
    </section>
  );
}

/** An own-van round: where it goes, when, and what it costs. */
export function RoundForm({ service }: { service: Service }) {
  const session = useDraftSession();
  const { book } = useDraft();
  const round = service.round ?? PLAIN_ROUND;
  const set = checkedChange(Round, round, (next) => session.dispatch({ name: 'setRound', args: { service: service.id, round: next } }));
  const centre = book.locations.find(({ id }) => id === round.centre) ?? book.locations[0];
  const lanes = book.zones.flatMap((zone) => {
    const lane = laneOf(zone, service.id);
    return lane ? [{ zone, lane }] : [];
  });
  return (
    <div className="space-y-6">
      <Windows round={round} set={set} />
      <RoundLoads service={service} round={round} timeZone={centre?.timeZone ?? book.shop.timeZone} />
      <RoundFees service={service} lanes={lanes} />
      <section aria-label="Where it goes">
        <h2 className="font-serif text-lg font-semibold">Where it goes</h2>
        <p className="text-sm text-ash">
          To every place of its zones, or only to the postal codes and areas below. Rings are the distances in its prices, measured from one
          location; an address whose place is not known gets no van where a distance decides.
        </p>
        <div className="mt-2 flex items-center gap-2">
          <span aria-hidden>Measured from</span>
          <Select
            label="Location the rings are measured from"
            className="w-64!"
            value={round.centre ?? ''}
            onChange={(event) => set({ centre: event.target.value === '' ? null : event.target.value })}
          >
            <option value="">where the goods leave from</option>
            {book.locations.map(({ id, name }) => (
              <option key={id} value={id}>
                {name}
              </option>
            ))}
          </Select>
          {centre && !centre.point && (
            <span className="text-sm text-ochre">
              {centre.name} has no coordinates yet.{' '}
              <Link to="/shop/locations" className="underline">
                Add them
              </Link>
            </span>
          )}
        </div>
        <RoundArea round={round} lanes={lanes} centre={centre} onChange={(area) => set({ area })} />
        <div className="mt-3 max-w-md">
          <PostalRules places={round.area} onChange={(area) => set({ area })} />
        </div>
      </section>
      <section aria-label="Closed days">
        <h2 className="font-serif text-lg font-semibold">Days without a round</h2>
        <ClosedDaysEditor
          of={service.name}
          value={round.closed}
          onChange={(closed) => set({ closed })}
          country={centre ?? { country: homeCountry(book), subdivision: null }}
          today={todayIn(centre?.timeZone ?? book.shop.timeZone)}
        />
      </section>
      <section aria-label="Notes">
        <h2 className="font-serif text-lg font-semibold">Notes for the buyer</h2>
        <TypedField
          label="Notes for the buyer"
          className="mt-1 max-w-2xl"
          placeholder="The driver leaves dry goods at the door"
          shown={round.notes}
          read={(notes) => ({ ok: true, value: notes.trim() })}
          commit={(notes) => set({ notes })}
        />
      </section>
    </div>
  );
}
