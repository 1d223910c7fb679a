import { Check } from 'lucide-react';
import type { ReactNode } from 'react';
import { useState } from 'react';
import { Link } from 'react-router';
import { useBench } from '../../bench/BenchProvider.tsx';
import { useDraft } from '../../draft/DraftProvider.tsx';
import { useChanges } from '../../draft/useChanges.ts';
import { AddZone } from './AddZone.tsx';
import { ServiceDialog } from './ServiceDialog.tsx';

function Step({ done, title, children }: { done: boolean; title: string; children: ReactNode }) {
  return (
    <li className={`flex gap-3 px-4 py-3 ${done ? 'text-ash' : ''}`}>
      <span
        className={`mt-0.5 grid size-5 shrink-0 place-items-center rounded-full border ${done ? 'border-glaze bg-glaze text-paper' : 'border-ash'}`}
        aria-hidden
      >
        {done && <Check size={13} />}
      </span>
      <div>
        <p className="font-semibold">
          {title}
          {done && <span className="sr-only"> (done)</span>}
        </p>
        {!done && <div className="mt-0.5 text-sm">{children}</div>}
      </div>
    </li>
  );
}

/** From nothing to the first quote, in the order an owner would go. Gone once there is a quote. */
export function FirstSteps() {
  const { book } = useDraft();
  const { quote, state } = useBench();
  const changes = useChanges();
  const [adding, setAdding] = useState(false);
  const served = book.shop.served.length > 0;
  const zoned = book.zones.some((zone) => zone.places.length > 0);
  const laned = book.zones.some((zone) => Object.keys(zone.lanes).length > 0);
  const quoted = quote.options.some((offer) => offer.status === 'priced');
  if (changes?.live !== null || (served && zoned && laned && quoted)) return null;
  return (
    <section aria-label="First steps" className="mb-4 max-w-3xl rounded-lg border border-line-strong bg-paper">
      <p className="border-line border-b px-4 py-3 font-serif text-lg">Five steps to the first delivery price of {book.shop.name}.</p>
      <ol className="divide-y divide-line">
        <Step done={served} title="Say where you deliver">
          Name your shop, its currency and the countries it delivers to.{' '}
          <Link to="/shop/places" className="text-clay underline">
            Choose served places
          </Link>
        </Step>
        <Step done={zoned} title="Make a zone">
          Places that pay the same belong together: the town, the province, the rest.{' '}
          {book.zones.length === 0 ? (
            <AddZone inText />
          ) : (
            <Link to={`/book/${book.zones[0]?.id}`} className="text-clay underline">{`Pick the places of ${book.zones[0]?.name}`}</Link>
          )}
        </Step>
        <Step done={book.services.length > 0} title="Name a service">
          What the buyer picks at checkout, such as Ground parcel or Counter pickup.{' '}
          <button type="button" className="text-clay underline" onClick={() => setAdding(true)}>
            Add a service
          </button>
        </Step>
        <Step done={laned} title="Set its price">
          Where the zone and the service cross on the sheet, start a lane and type what delivery costs.
        </Step>
        <Step done={quoted} title="Put something on the bench">
          {state.cart.lines.length === 0
            ? 'Add goods on the right, with a price and a weight, and give an address in your zone.'
            : 'Give an address in your zone on the right, and see what the buyer sees.'}
        </Step>
      </ol>
      {adding && <ServiceDialog onClose={() => setAdding(false)} />}
    </section>
  );
}
