import {
  Counter,
  homeCountry,
  listSubdivisions,
  type OpeningHours,
  type RateBook,
  type Service,
  WEEK,
  weekOfCountry,
} from '@ostrakon/core';
import { type ReactNode, useMemo } from 'react';
import { checkedChange } from '../../calendars/checkedChange.ts';
import { readDayCount } from '../../calendars/readDays.ts';
import { TimeZoneChooser } from '../../calendars/TimeZoneChooser.tsx';
import { useDraft, useDraftSession } from '../../draft/DraftProvider.tsx';
import { CountryChooser } from '../../places/CountryChooser.tsx';
import { Button } from '../../ui/Button.tsx';
import { Segments } from '../../ui/Segments.tsx';
import { Select } from '../../ui/Select.tsx';
import { TypedField } from '../../ui/TypedField.tsx';
import type { Taken } from '../../ui/useTypedField.ts';
import { openingTimeWords } from '../../words/promiseWords.ts';
import { useFormat, useSubdivisionNames } from '../../words/useWords.ts';
import { CounterExceptions } from './CounterExceptions.tsx';
import { CounterLanes } from './CounterLanes.tsx';
import { readOpeningTime, readPoint } from './counterReaders.ts';
import { HoursTable } from './HoursTable.tsx';

const DAY: OpeningHours = [{ from: '10:00', until: '17:00' }];

/** A counter at the shop's first location, open on the working days there. */
function firstCounter(book: RateBook): Counter {
  const { locations, shop } = book;
  const [location] = locations;
  const country = homeCountry(book);
  const { working } = weekOfCountry(country);
  return {
    street: location?.street ?? '',
    city: location?.city ?? '',
    country,
    subdivision: location?.subdivision ?? null,
    postalCode: location?.postalCode ?? null,
    point: location?.point ?? null,
    timeZone: location?.timeZone ?? shop.timeZone,
    hours: WEEK.map((day) => (working.includes(day) ? DAY : [])) as Counter['hours'],
    exceptions: [],
    readyAfter: 120,
    stock: { kind: 'own' },
    instructions: '',
    showDistance: true,
  };
}

type Set = (more: Partial<Counter>) => Taken;

function Address({ counter, set }: { counter: Counter; set: Set }) {
  const format = useFormat();
  const subdivisionName = useSubdivisionNames();
  const subdivisions = useMemo(() => listSubdivisions(counter.country), [counter.country]);
  const under = (label: string, field: ReactNode) => (
    <div>
      <span aria-hidden className="text-sm">
        {label}
      </span>
      {field}
    </div>
  );
  const text = (label: string, key: 'street' | 'city') =>
    under(
      label,
      <TypedField
        label={label}
        shown={counter[key]}
        read={(value) => ({ ok: true, value: value.trim() })}
        commit={(value) => set({ [key]: value })}
      />,
    );
  return (
    <section aria-label="Address of the counter">
      <h2 className="font-serif text-lg font-semibold">Address</h2>
      <div className="mt-1 grid max-w-3xl grid-cols-2 gap-2">
        {text('Street and number', 'street')}
        {text('Town', 'city')}
        {under(
          'Country',
          <CountryChooser
            label="Country"
            value={counter.country}
            locale={format.locale}
            onChange={(country) => set({ country, subdivision: null })}
          />,
        )}
        {under(
          'Province or state',
          <Select
            label="Province or state"
            value={counter.subdivision ?? ''}
            disabled={subdivisions.length === 0}
            onChange={(event) => set({ subdivision: event.target.value === '' ? null : event.target.value })}
          >
            <option value="">no province or state</option>
            {subdivisions.map((code) => (
              <option key={code} value={code}>
                {subdivisionName(code)}
              </option>
            ))}
          </Select>,
        )}
        {under(
          'Postal code',
          <TypedField<string | null>
            label="Postal code"
            shown={counter.postalCode ?? ''}
            read={(value) => ({ ok: true, value: value.trim() === '' ? null : value.trim() })}
            commit={(postalCode) => set({ postalCode })}
          />,
        )}
        {under(
          'Latitude and longitude, for distances',
          <TypedField<Counter['point']>
            label="Latitude and longitude of the counter"
            placeholder="44.67, -63.57"
            shown={counter.point ? `${counter.point.latitude}, ${counter.point.longitude}` : ''}
            read={readPoint}
            commit={(point) => set({ point })}
          />,
        )}
        {under(
          'Time zone',
          <TimeZoneChooser
            label="Time zone of the counter"
            value={counter.timeZone}
            country={counter.country}
            onChange={(timeZone) => set({ timeZone })}
          />,
        )}
        <label className="flex items-center gap-2 self-end pb-1.5">
          <input
            type="checkbox"
            className="accent-clay"
            checked={counter.showDistance}
            onChange={() => set({ showDistance: !counter.showDistance })}
          />
          The buyer reads how far away it is
        </label>
      </div>
      {counter.showDistance && counter.point === null && (
        <p className="mt-1 text-sm text-ochre">Without latitude and longitude no distance is shown, and none can be a limit.</p>
      )}
    </section>
  );
}

function Ready({ counter, set }: { counter: Counter; set: Set }) {
  const { stock } = counter;
  return (
    <section aria-label="When it is ready">
      <h2 className="font-serif text-lg font-semibold">When it is ready</h2>
      <div className="mt-1 flex flex-wrap items-start gap-3">
        <Segments
          label="Where the goods are"
          value={stock.kind}
          choices={[
            ['own', 'Stock at the counter'],
            ['sent', 'Sent from the store room'],
          ]}
          onChange={(kind) => set({ stock: kind === 'own' ? { kind } : { kind, days: stock.kind === 'sent' ? stock.days : 1 } })}
        />
        {stock.kind === 'sent' && (
          <span className="flex items-start gap-2">
            <TypedField<number>
              label="Packing days on the way to the counter"
              className="w-14"
              inputClass="text-end"
              shown={String(stock.days)}
              read={readDayCount}
              commit={(days) => set({ stock: { kind: 'sent', days } })}
            />
            <span aria-hidden className="py-1.5">
              packing {stock.days === 1 ? 'day' : 'days'} on the way
            </span>
          </span>
        )}
        <span className="flex items-start gap-2">
          <span aria-hidden className="py-1.5">
            Ready after
          </span>
          <TypedField<number>
            label="Opening time until it is ready"
            className="w-28"
            inputClass="text-end"
            shown={openingTimeWords(counter.readyAfter)}
            read={readOpeningTime}
            commit={(readyAfter) => set({ readyAfter })}
          />
          <span aria-hidden className="py-1.5">
            of opening time
          </span>
        </span>
      </div>
      <p className="mt-1 text-sm text-ash">
        {stock.kind === 'own'
          ? 'Counted from the order, in hours the counter is open; for goods with extra packing days, from the day they are packed.'
          : 'Packed by the dispatch calendar of where the goods leave from, then the days on the way, then hours the counter is open.'}
      </p>
    </section>
  );
}

/** A place where buyers collect: where, when, and what of it the buyer reads. */
export function CounterForm({ service }: { service: Service }) {
  const session = useDraftSession();
  const { book } = useDraft();
  const { counter } = service;
  if (!counter) {
    return (
      <div className="rounded-lg border border-line-strong border-dashed p-6">
        <p className="mb-3 text-ash">
          This counter has no address and no hours yet, so it cannot say when goods are ready. Begin with your first location, open from
          Monday to Friday.
        </p>
        <Button
          look="main"
          onClick={() => session.dispatch({ name: 'setCounter', args: { service: service.id, counter: firstCounter(book) } })}
        >
          Set up the counter
        </Button>
      </div>
    );
  }
  const set: Set = checkedChange(Counter, counter, (next) =>
    session.dispatch({ name: 'setCounter', args: { service: service.id, counter: next } }),
  );
  return (
    <div className="space-y-6">
      <Address counter={counter} set={set} />
      <HoursTable hours={counter.hours} onChange={(hours) => set({ hours })} timeZone={counter.timeZone} country={counter.country} />
      <CounterExceptions counter={counter} of={service.name} onChange={(exceptions) => set({ exceptions })} />
      <Ready counter={counter} set={set} />
      <CounterLanes service={service} />
      <section aria-label="Instructions">
        <h2 className="font-serif text-lg font-semibold">Instructions for the buyer</h2>
        <TypedField
          label="Instructions for the buyer"
          className="mt-1 max-w-3xl"
          placeholder="Bring the order number. Clay is loaded at the side door."
          shown={counter.instructions}
          read={(instructions) => ({ ok: true, value: instructions.trim() })}
          commit={(instructions) => set({ instructions })}
        />
      </section>
    </div>
  );
}
