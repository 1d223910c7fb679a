import {
  type CivilDate,
  civilOf,
  type DayNumber,
  Dispatch,
  dayText,
  dispatchOf,
  fromDay,
  isoWeekOf,
  type Location,
  localAt,
  PLAIN_GOODS,
} from '@ostrakon/core';
import { ChevronLeft, ChevronRight } from 'lucide-react';
import { useState } from 'react';

import { readDayCount } from '../../calendars/readDays.ts';
import { useLoads } from '../../calendars/useLoads.ts';
import { useDraft } from '../../draft/DraftProvider.tsx';
import { SignButton } from '../../ui/Button.tsx';
import { Select } from '../../ui/Select.tsx';
import { TypedField } from '../../ui/TypedField.tsx';
import { useAddress } from '../../ui/useAddress.ts';
import { useFormat } from '../../words/useWords.ts';
import { cellOf, type Month, step, weeksOf } from './month.ts';

function Hours({ cutOff }: { cutOff: number | null }) {
  const part = cutOff === null ? 0 : (cutOff / 1440) * 100;
  return (
    <span aria-hidden className="relative block h-1.5 overflow-hidden rounded-full bg-line">
      <span className="absolute inset-y-0 start-0 bg-glaze" style={{ width: `${part}%` }} />
    </span>
  );
}

interface DayCellProps {
  readonly day: DayNumber;
  readonly location: Location;
  readonly dispatch: Dispatch;
  /** The hour of the order. */
  readonly minute: number;
  readonly isToday: boolean;
}

/** One day: how many orders it has, its hours, and when an order placed on it leaves. */
function DayCell({ day, location, dispatch, minute, isToday }: DayCellProps) {
  const { locale } = useDraft().book.shop;
  const format = useFormat();
  const { loads, setLoad } = useLoads();
  const capacity = location.dispatch?.capacity ?? null;
  const cell = cellOf(dispatch, day, minute);
  const date = fromDay(day);
  const orders = loads.find((load) => load.kind === 'packing' && load.location === location.id && load.date === date)?.orders ?? 0;
  const full = capacity !== null && orders >= capacity;
  const leavesWords = (leaves: DayNumber | null) =>
    leaves === null ? 'never leaves' : leaves === day ? 'leaves that day' : `leaves ${dayText(fromDay(leaves), locale, date)}`;
  return (
    <td
      data-day={date}
      className={`h-24 border border-line px-1.5 py-1 ${cell.cutOff === null ? 'hatched' : 'bg-paper'} ${isToday ? 'outline-2 -outline-offset-2 outline-clay' : ''}`}
    >
      <span className="flex items-baseline justify-between gap-1">
        <span className="font-semibold tabular-nums">{civilOf(day).date}</span>
        {cell.cutOff !== null && capacity !== null && (
          <span className={`flex items-center gap-1 text-xs ${full ? 'font-semibold text-ochre' : 'text-ash'}`}>
            <TypedField<number>
              label={`Orders taken for ${dayText(date, locale, date)}`}
              className="w-11"
              inputClass="h-6! px-1! text-end text-xs!"
              shown={String(orders)}
              read={readDayCount}
              commit={(next) => {
                setLoad({ kind: 'packing', location: location.id, date, orders: next });
                return { ok: true };
              }}
            />
            of {capacity}
          </span>
        )}
      </span>
      <Hours cutOff={cell.cutOff} />
      <span className="mt-0.5 block text-xs leading-tight">
        {cell.closed !== undefined && <span className="block truncate font-medium text-ochre">{cell.closed}</span>}
        <span className="block font-medium">{leavesWords(cell.chosen)}</span>
        {cell.cutOff !== null && cell.early !== cell.late && (
          <span className="block text-ash">
            from {format.time(cell.cutOff)} {leavesWords(cell.late)}
          </span>
        )}
      </span>
    </td>
  );
}

/** What happens to an order placed on each day of a month, at any hour. */
export function MonthView({ location }: { location: Location }) {
  const { book } = useDraft();
  const format = useFormat();
  const { loads } = useLoads();
  const [search, setAddress] = useAddress();
  const today = localAt(Date.now(), location.timeZone).day;
  const asked = /^(\d{4})-(\d{2})$/.exec(search.get('month') ?? '');
  const now: CivilDate = civilOf(today);
  const at: Month =
    asked && Number(asked[1]) >= 2017 && Number(asked[1]) <= 2037 && Number(asked[2]) >= 1 && Number(asked[2]) <= 12
      ? { year: Number(asked[1]), month: Number(asked[2]) }
      : now;
  const go = ({ year, month }: Month) => {
    setAddress({ month: `${year}-${String(month).padStart(2, '0')}` });
  };
  const [service, setService] = useState('');
  const [group, setGroup] = useState('');
  const [minute, setMinute] = useState(12 * 60);
  const goods = book.goodsGroups.find(({ id }) => id === group);
  const ask = { ...PLAIN_GOODS, origin: location.id, extra: goods?.extraPackingDays ?? 0, leavesOn: goods?.leavesOn ?? [], loads };
  const dispatch = dispatchOf(book, ask, book.services.find(({ id }) => id === service) ?? null);
  const capacity = location.dispatch?.capacity ?? null;
  if (!(dispatch instanceof Dispatch)) return null;
  const { locale } = book.shop;
  const [firstDay = 1] = format.week;
  // Weeks are counted from Mondays (ISO 8601); others have no number of their own.
  const isoWeeks = firstDay === 1;
  const title = new Intl.DateTimeFormat(locale, { month: 'long', year: 'numeric', timeZone: 'UTC' }).format(
    Date.UTC(at.year, at.month - 1, 1),
  );
  return (
    <section aria-label="Month">
      <div className="flex flex-wrap items-center gap-3">
        <h2 className="font-serif text-lg font-semibold" aria-live="polite">
          {title}
        </h2>
        <SignButton label="The month before" onClick={() => go(step(at, -1))}>
          <ChevronLeft size={16} aria-hidden />
        </SignButton>
        <SignButton label="The month after" onClick={() => go(step(at, 1))}>
          <ChevronRight size={16} aria-hidden />
        </SignButton>
        <Select label="Service of the month view" className="w-44!" value={service} onChange={(event) => setService(event.target.value)}>
          <option value="">Packing alone</option>
          {book.services
            .filter(({ kind }) => kind === 'card' || kind === 'carrier')
            .map(({ id, name }) => (
              <option key={id} value={id}>
                {name}
              </option>
            ))}
        </Select>
        <Select label="Goods of the month view" className="w-52!" value={group} onChange={(event) => setGroup(event.target.value)}>
          <option value="">Goods that wait for nothing</option>
          {book.goodsGroups.map(({ id, name }) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </Select>
        <label className="flex items-center gap-2 text-sm">
          An order at <span className="w-18 font-semibold tabular-nums">{format.time(minute)}</span>
          <input
            type="range"
            aria-label="Hour of the order"
            aria-valuetext={format.time(minute)}
            min={0}
            max={1425}
            step={15}
            value={minute}
            className="w-40 accent-clay"
            onChange={(event) => setMinute(Number(event.target.value))}
          />
        </label>
      </div>
      <table className="mt-2 w-full table-fixed border-collapse">
        <thead>
          <tr>
            {isoWeeks && (
              <th scope="col" className="w-10 text-start text-xs font-normal text-ash">
                Week
              </th>
            )}
            {format.week.map((day) => (
              <th key={day} scope="col" className="text-start text-xs font-normal text-ash">
                {format.weekday(day).slice(0, 3)}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {weeksOf(at.year, at.month, firstDay).map((begins) => (
            <tr key={begins} className="align-top">
              {isoWeeks && (
                <th scope="row" className="pt-1 text-start text-xs font-normal text-ash">
                  {isoWeekOf(begins).week}
                </th>
              )}
              {format.week.map((_, nth) => {
                const day = begins + nth;
                if (civilOf(day).month !== at.month) return <td key={day} className="border border-line bg-slip" />;
                return <DayCell key={day} day={day} location={location} dispatch={dispatch} minute={minute} isToday={day === today} />;
              })}
            </tr>
          ))}
        </tbody>
      </table>
      <p className="mt-1 text-sm text-ash">
        The green part of a bar is the hours before the cut-off. Days are those on which an order leaves at the latest
        {capacity === null ? '.' : '; a day with as many orders as can be packed rolls over to the next.'}
      </p>
    </section>
  );
}
