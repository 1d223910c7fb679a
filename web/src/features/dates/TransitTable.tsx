import { laneOf, type Service, type Transit, type Zone } from '@ostrakon/core';
import { type ClipboardEvent, useState } from 'react';
import { Link } from 'react-router';
import { daysShown, readDaysOrNone, sentence } from '../../calendars/readDays.ts';
import { useDraft, useDraftSession } from '../../draft/DraftProvider.tsx';
import { TypedField } from '../../ui/TypedField.tsx';
import { toast } from '../../ui/toast.ts';
import { useFormat } from '../../words/useWords.ts';
import { readPastedDays } from './pasteDays.ts';

/** Sent, and so many days on the way. */
const isCarried = ({ kind }: Service) => kind === 'card' || kind === 'carrier';

/** How a service counts, under its name. */
function Counting({ service }: { service: Service }) {
  const { days } = service;
  const counted = days.count === 'calendar' ? 'calendar days' : days.saturday ? 'working days with Saturday' : 'working days';
  return <span className="block text-xs font-normal text-ash">{counted}</span>;
}

/** Days on the way of every lane; what a lane does not say its service does. */
export function TransitTable() {
  const { zones, services } = useDraft().book;
  const session = useDraftSession();
  const format = useFormat();
  const [fault, setFault] = useState<string | null>(null);
  const columns = services.filter(isCarried);
  const others = services.filter((service) => !isCarried(service));
  const paste = (row: number, column: number) => (event: ClipboardEvent) => {
    const text = event.clipboardData.getData('text/plain');
    if (!/[\t\n]/.test(text.trim())) return;
    event.preventDefault();
    const read = readPastedDays(text);
    if (!read.ok) return setFault(read.message);
    const lanes = read.cells.flatMap((cells, down) =>
      cells.flatMap((transit, across) => {
        const [zone, service] = [zones[row + down], columns[column + across]];
        return zone && service && laneOf(zone, service.id) ? [{ zone: zone.id, service: service.id, transit }] : [];
      }),
    );
    if (lanes.length === 0) return setFault('No lane stands where this would go. Nothing was taken.');
    const taken = session.dispatch({ name: 'setTransitOfLanes', args: { lanes } });
    setFault(taken.ok ? null : `${taken.message}.`);
    if (taken.ok)
      toast(`Days on the way of ${format.count(lanes.length, 'lane')} pasted`, {
        action: { label: 'Undo', onClick: session.undo },
      });
  };
  const cell = (zone: Zone, service: Service, row: number, column: number) => {
    const lane = laneOf(zone, service.id);
    if (!lane) return <span className="block px-2 py-1 text-ash">no lane</span>;
    return (
      <TypedField<Transit | null>
        label={`Days on the way of ${service.name} to ${zone.name}`}
        inputClass="text-right"
        placeholder={service.days.transit === null ? 'not stated' : daysShown(service.days.transit)}
        shown={daysShown(lane.transit)}
        read={readDaysOrNone}
        commit={(transit) => sentence(session.dispatch({ name: 'setTransit', args: { zone: zone.id, service: service.id, transit } }))}
        onPaste={paste(row, column)}
      />
    );
  };
  return (
    <section aria-label="Days on the way">
      <p className="mb-2 text-sm text-ash">
        Write “3” or “2 to 4”; cells copied from a spreadsheet may be pasted over several. An empty cell is as its service says, in grey.
      </p>
      {fault !== null && (
        <p role="alert" className="mb-2 text-sm text-fault">
          {fault}
        </p>
      )}
      {columns.length > 0 && (
        <table className="border-collapse">
          <thead>
            <tr className="align-bottom">
              <th scope="col" className="pr-4 pb-1 text-left text-sm font-normal text-ash">
                Near to far
              </th>
              {columns.map((service) => (
                <th key={service.id} scope="col" className="w-40 px-1 pb-1 text-left">
                  <Link to={`/services/${service.id}`} className="text-clay underline">
                    {service.name}
                  </Link>
                  <Counting service={service} />
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            <tr className="align-top">
              <th scope="row" className="border-line-strong border-b py-1 pr-4 text-left font-normal text-ash">
                Every zone
              </th>
              {columns.map((service) => (
                <td key={service.id} className="border-line-strong border-b p-1">
                  <TypedField<Transit | null>
                    label={`Days on the way of ${service.name} everywhere`}
                    inputClass="text-right"
                    placeholder="not stated"
                    shown={daysShown(service.days.transit)}
                    read={readDaysOrNone}
                    commit={(transit) =>
                      sentence(
                        session.dispatch({ name: 'setServiceDays', args: { service: service.id, days: { ...service.days, transit } } }),
                      )
                    }
                  />
                </td>
              ))}
            </tr>
            {zones.map((zone, row) => (
              <tr key={zone.id} className="align-top">
                <th scope="row" className="py-2 pr-4 text-left font-medium">
                  {zone.name}
                </th>
                {columns.map((service, column) => (
                  <td key={service.id} className="p-1">
                    {cell(zone, service, row, column)}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {others.length > 0 && (
        <p className="mt-3 text-sm text-ash">
          Days and hours of their own:{' '}
          {others.map((service, at) => (
            <span key={service.id}>
              {at > 0 && ', '}
              <Link to={`/services/${service.id}`} className="text-clay underline">
                {service.name}
              </Link>
            </span>
          ))}
          .
        </p>
      )}
    </section>
  );
}
