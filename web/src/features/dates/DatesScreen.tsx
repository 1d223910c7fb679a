import { dateFindings, PLAIN_GOODS } from '@ostrakon/core';
import { Link, useSearchParams } from 'react-router';
import { useDraft, useDraftSession } from '../../draft/DraftProvider.tsx';
import { Segments } from '../../ui/Segments.tsx';
import { undatedWords } from '../../words/promiseWords.ts';
import { useFormat } from '../../words/useWords.ts';
import { LastOrders } from './LastOrders.tsx';
import { TransitTable } from './TransitTable.tsx';

/** Zones where some options have dates and others do not: one line for each service without. */
function Findings() {
  const { book } = useDraft();
  const format = useFormat();
  const findings = dateFindings(book, PLAIN_GOODS);
  if (findings.length === 0) return null;
  const services = book.services.flatMap((service) => {
    const zones = findings.filter(({ undated }) => undated.some((one) => one.service === service.id));
    const why = zones[0]?.undated.find((one) => one.service === service.id)?.why;
    return why === undefined
      ? []
      : [{ service, why, zones: zones.map(({ zone }) => book.zones.find(({ id }) => id === zone)?.name ?? zone) }];
  });
  return (
    <section aria-label="Dates on some options only" className="mb-4 rounded-lg border border-ochre bg-ochre-soft px-4 py-2">
      <h2 className="font-semibold text-ochre">Dates on some options only</h2>
      <ul className="mt-1 space-y-1 text-sm">
        {services.map(({ service, why, zones }) => (
          <li key={service.id}>
            <span className="font-semibold">{service.name}</span> shows none in {format.list(zones)}, while others there do.{' '}
            {undatedWords(why)}{' '}
            <Link to={`/services/${service.id}`} className="text-clay underline">
              Set {service.name}
            </Link>
          </li>
        ))}
      </ul>
    </section>
  );
}

/** When orders arrive: days on the way, and until when to order. */
export function DatesScreen() {
  const { book } = useDraft();
  const session = useDraftSession();
  const [search, setSearch] = useSearchParams();
  const show = search.get('show') === 'last-orders' ? 'last-orders' : 'way';
  const { showDates } = book.shop;
  return (
    <div className="p-4">
      <div className="mb-3 flex flex-wrap items-start justify-between gap-4">
        <div>
          <h1 className="font-serif text-xl font-semibold">Dates</h1>
          <p className="text-sm text-ash">
            When orders arrive. When they leave is under{' '}
            <Link to="/shop/dispatch" className="text-clay underline">
              Dispatch
            </Link>
            .
          </p>
        </div>
        <div className="flex items-center gap-4">
          <label className="flex items-center gap-2">
            <input
              type="checkbox"
              className="accent-clay"
              checked={showDates}
              onChange={() => session.dispatch({ name: 'setShowDates', args: { showDates: !showDates } })}
            />
            Buyers see dates
          </label>
          <Segments
            label="What to show"
            value={show}
            choices={[
              ['way', 'Days on the way'],
              ['last-orders', 'Last orders'],
            ]}
            onChange={(next) => setSearch(next === 'way' ? {} : { show: next }, { replace: true })}
          />
        </div>
      </div>
      {book.services.length === 0 || book.zones.length === 0 ? (
        <p className="rounded-lg border border-line-strong border-dashed p-6 text-ash">
          Dates stand on lanes, and there are none yet.{' '}
          <Link to="/book" className="text-clay underline">
            Add a zone and a service to the rate book
          </Link>
          .
        </p>
      ) : (
        <>
          {!showDates && (
            <p className="mb-4 rounded-md bg-ash-soft px-3 py-2">
              Dates are switched off: buyers see none, whatever stands here. Last orders are worked out all the same.
            </p>
          )}
          <Findings />
          {show === 'way' ? <TransitTable /> : <LastOrders />}
        </>
      )}
    </div>
  );
}
