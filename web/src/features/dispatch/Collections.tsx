import type { DispatchCalendar } from '@ostrakon/core';
import { TimeField } from '../../calendars/TimeField.tsx';
import { useDraft } from '../../draft/DraftProvider.tsx';
import type { Taken } from '../../ui/useTypedField.ts';

/** When each carrier takes away what waits for it at a location: the desk counts the minutes until then. */
export function Collections({ dispatch, onChange }: { dispatch: DispatchCalendar; onChange: (more: Partial<DispatchCalendar>) => Taken }) {
  const { collections = [] } = dispatch;
  const services = useDraft().book.services.filter(({ kind }) => kind === 'card' || kind === 'carrier');
  if (services.length === 0) return null;
  const set = (service: string, at: string | null) => {
    const others = collections.filter((one) => one.service !== service);
    return onChange({ collections: at === null ? others : [...others, { service, at }] });
  };
  return (
    <div className="mt-3">
      <h3 className="font-semibold">When it is collected</h3>
      <p className="mb-1 text-sm text-ash">Orders are listed by it, with the minutes that are left.</p>
      <ul className="flex flex-wrap gap-x-4 gap-y-1">
        {services.map(({ id, name }) => (
          <li key={id} className="flex items-start gap-2">
            <span aria-hidden className="py-1">
              {name}
            </span>
            <TimeField
              className="w-24"
              label={`${name} is collected at`}
              placeholder="not said"
              value={collections.find(({ service }) => service === id)?.at ?? null}
              onTime={(time) => set(id, time)}
            />
          </li>
        ))}
      </ul>
    </div>
  );
}
