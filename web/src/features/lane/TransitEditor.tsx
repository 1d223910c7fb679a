import type { Transit } from '@ostrakon/core';
import { Link } from 'react-router';
import { daysShown, readDaysOrNone, sentence } from '../../calendars/readDays.ts';
import { useDraftSession } from '../../draft/DraftProvider.tsx';
import { TypedField } from '../../ui/TypedField.tsx';
import { useLane } from './useLane.ts';

/** Days on the way: "3", "2 to 4"; rounds and counters have days of their own. */
export function TransitEditor() {
  const { at, lane, service } = useLane();
  const session = useDraftSession();
  const own = service.days.transit;
  if (service.kind === 'round' || service.kind === 'counter') {
    return (
      <section aria-label="On the way">
        <h2 className="font-serif text-lg font-semibold">{service.kind === 'round' ? 'Days and windows' : 'Hours'}</h2>
        <Link to={`/services/${at.service}`} className="text-clay underline">
          {service.kind === 'round' ? 'Days, windows and rings of the round' : 'Address and opening hours of the counter'}
        </Link>
      </section>
    );
  }
  return (
    <section aria-label="On the way">
      <h2 className="font-serif text-lg font-semibold">On the way</h2>
      <div className="mt-1 flex items-start gap-2">
        <TypedField<Transit | null>
          label="Days on the way"
          className="w-20 shrink-0"
          inputClass="text-end"
          placeholder={own === null ? 'not stated' : daysShown(own)}
          shown={daysShown(lane.transit)}
          read={readDaysOrNone}
          commit={(transit) => sentence(session.dispatch({ name: 'setTransit', args: { ...at, transit } }))}
        />
        <span aria-hidden className="py-1.5">
          {service.days.counts.length === 7 ? 'calendar' : 'working'} days
        </span>
      </div>
      <Link to={`/services/${at.service}`} className="inline-block py-1 text-sm text-clay underline">
        How it counts days
      </Link>
    </section>
  );
}
