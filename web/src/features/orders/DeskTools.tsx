import type { DeskFacts, DeskList, DeskView } from '@ostrakon/core/contract';
import type { ReactNode } from 'react';
import { SearchField } from '../../ui/SearchField.tsx';
import { Segments } from '../../ui/Segments.tsx';
import { Select } from '../../ui/Select.tsx';
import { useDesk } from './Desk.tsx';
import type { Wanted } from './deskApi.ts';

const VIEWS: readonly (readonly [DeskView, string])[] = [
  ['today', 'Today'],
  ['late', 'Late'],
  ['waiting', 'Waiting'],
  ['ready', 'Ready to collect'],
  ['out', 'Under way'],
  ['done', 'Arrived'],
  ['all', 'All'],
];

export const SORTS: readonly (readonly [Wanted['sort'], string])[] = [
  ['due', 'What leaves first'],
  ['newest', 'Newest first'],
  ['oldest', 'Oldest first'],
  ['heaviest', 'Heaviest first'],
];

/** What has left the shop is looked through by when it was ordered. */
export const usualSort = (view: DeskView): Wanted['sort'] => (view === 'out' || view === 'done' || view === 'all' ? 'newest' : 'due');

/** What the list shows: which orders, what they are searched for, and in which order they stand. */
export function DeskTools({
  wanted,
  text,
  counts,
  services,
  end,
  change,
}: {
  wanted: Wanted;
  /** As it is typed. */
  text: string;
  counts: DeskList['counts'] | undefined;
  services: DeskFacts['services'];
  /** What else there is to do with this view. */
  end: ReactNode;
  change: (more: Readonly<Record<string, string | null>>) => void;
}) {
  const { format } = useDesk();
  const { facts } = useDesk();
  const { view, sort, service, origin, trouble } = wanted;
  return (
    <>
      <div className="mb-2">
        <Segments
          wrap
          label="Which orders"
          value={view}
          choices={VIEWS.map(([one, name]) => [one, counts && one !== 'all' ? `${name} ${format.number(counts[one])}` : name] as const)}
          onChange={(next) => change({ view: next === 'today' ? null : next, sort: null })}
        />
      </div>
      <div className="mb-2 flex flex-wrap items-center gap-2">
        <SearchField
          sign
          className="w-72 max-w-full"
          label="Search orders"
          hint="Buyer, town, goods or number"
          value={text}
          onType={(next) => change({ text: next })}
        />
        <Select className="w-44!" label="Service" value={service} onChange={(event) => change({ service: event.target.value })}>
          <option value="">Every service</option>
          {services.map(({ id, name }) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </Select>
        {facts.locations.length > 1 && (
          <Select className="w-44!" label="Location" value={origin} onChange={(event) => change({ origin: event.target.value })}>
            <option value="">Every location</option>
            {facts.locations.map(({ id, name }) => (
              <option key={id} value={id}>
                {name}
              </option>
            ))}
          </Select>
        )}
        <label className="flex min-h-8 items-center gap-1.5 text-sm">
          <input
            type="checkbox"
            className="size-4 accent-clay"
            checked={trouble}
            onChange={(event) => change({ trouble: event.target.checked ? '1' : null })}
          />
          With trouble
        </label>
        <Select
          className="w-44!"
          label="Order of the list"
          value={sort}
          onChange={(event) => change({ sort: event.target.value === usualSort(view) ? null : event.target.value })}
        >
          {SORTS.map(([one, name]) => (
            <option key={one} value={one}>
              {name}
            </option>
          ))}
        </Select>
        {end}
      </div>
    </>
  );
}
