import { Link, useSearchParams } from 'react-router';
import { DateFindings } from '../../calendars/DateFindings.tsx';
import { useDraft, useDraftSession } from '../../draft/DraftProvider.tsx';
import { Segments } from '../../ui/Segments.tsx';
import { LastOrders } from './LastOrders.tsx';
import { TransitTable } from './TransitTable.tsx';

/** When orders arrive: days on the way, and until when to order. */
export function DatesScreen() {
  const { book } = useDraft();
  const session = useDraftSession();
  const [search, setSearch] = useSearchParams();
  const show = search.get('show') === 'last-orders' ? 'last-orders' : 'way';
  const { showDates } = book.shop;
  return (
    <div className="p-4">
      <div className="mb-3 flex flex-wrap items-start justify-between gap-4 print:hidden">
        <div>
          <h1 className="font-serif text-xl font-semibold">Dates</h1>
          <p className="text-sm text-ash">
            When orders arrive. When they leave is under{' '}
            <Link to="/dates/dispatch" className="text-clay underline">
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
          No service is offered in any zone yet, so there are no dates.{' '}
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
          <DateFindings />
          {show === 'way' ? <TransitTable /> : <LastOrders />}
        </>
      )}
    </div>
  );
}
