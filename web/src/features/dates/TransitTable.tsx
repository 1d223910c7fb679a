import { laneOf, type Service, type Transit, type Zone } from '@ostrakon/core';
import { type ClipboardEvent, type FocusEvent, Fragment, useRef, useState } from 'react';
import { Link } from 'react-router';
import { daysShown, readDaysOrNone, sentence } from '../../calendars/readDays.ts';
import { useDraft, useDraftSession } from '../../draft/DraftProvider.tsx';
import { TypedField } from '../../ui/TypedField.tsx';
import { toast } from '../../ui/toast.ts';
import { Gap, useRowsInSight } from '../../ui/useRowsInSight.tsx';
import { useFormat } from '../../words/useWords.ts';
import { weekdaysShort } from '../../words/week.ts';
import { readPastedDays } from './pasteDays.ts';

/** Sent, and so many days on the way. */
const isCarried = ({ kind }: Service) => kind === 'card' || kind === 'carrier';

/** How a service counts, under its name. */
function Counting({ service }: { service: Service }) {
  const { days } = service;
  const { locale } = useDraft().book.shop;
  const counted = days.counts.length === 7 ? 'every day counts' : `${weekdaysShort(days.counts, locale)} count`;
  return <span className="block text-xs font-normal text-ash">{counted}</span>;
}

/** Days on the way of every lane; what a lane does not say its service does. */
export function TransitTable() {
  const { zones, services } = useDraft().book;
  const session = useDraftSession();
  const format = useFormat();
  const [fault, setFault] = useState<string | null>(null);
  const table = useRef<HTMLTableElement>(null);
  const inSight = useRowsInSight(table, zones.length, 40);
  const onFocus = (event: FocusEvent<HTMLElement>) => {
    inSight.keep.current = Number(event.target.closest<HTMLElement>('[data-index]')?.dataset.index ?? 0);
  };
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
    if (lanes.length === 0) return setFault('No service is offered where this would go. Nothing was changed.');
    const taken = session.dispatch({ name: 'setTransitOfLanes', args: { lanes } });
    setFault(taken.ok ? null : `${taken.message}.`);
    if (taken.ok)
      toast(`Days on the way of ${format.count(lanes.length, 'cell')} pasted`, {
        action: { label: 'Undo', onClick: session.undo },
      });
  };
  const cell = (zone: Zone, service: Service, row: number, column: number) => {
    const lane = laneOf(zone, service.id);
    if (!lane) return <span className="block px-2 py-1 text-ash">not offered</span>;
    return (
      <TypedField<Transit | null>
        label={`Days on the way of ${service.name} to ${zone.name}`}
        inputClass="text-end"
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
        <table ref={table} className="border-separate border-spacing-0" onFocus={onFocus}>
          <thead>
            <tr className="align-bottom">
              <th scope="col" className="sticky start-0 top-0 z-20 bg-slip pe-4 pb-1 text-start text-sm font-normal text-ash">
                Zone
              </th>
              {columns.map((service) => (
                <th key={service.id} scope="col" className="sticky top-0 z-10 w-40 min-w-28 bg-slip px-1 pb-1 text-start">
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
              <th scope="row" className="sticky start-0 z-10 border-line-strong border-b bg-slip py-1 pe-4 text-start font-normal text-ash">
                Every zone
              </th>
              {columns.map((service) => (
                <td key={service.id} className="border-line-strong border-b p-1">
                  <TypedField<Transit | null>
                    label={`Days on the way of ${service.name} everywhere`}
                    inputClass="text-end"
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
            {inSight.shown.map(({ index, start }, nth) => {
              const zone = zones[index];
              if (!zone) return null;
              return (
                <Fragment key={zone.id}>
                  <Gap height={inSight.before(start, nth)} />
                  <tr ref={inSight.rows.measureElement} data-index={index} className="align-top">
                    <th scope="row" className="sticky start-0 z-10 bg-slip py-2 pe-4 text-start font-medium">
                      {zone.name}
                    </th>
                    {columns.map((service, column) => (
                      <td key={service.id} className="p-1">
                        {cell(zone, service, index, column)}
                      </td>
                    ))}
                  </tr>
                </Fragment>
              );
            })}
            <Gap height={inSight.after} />
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
