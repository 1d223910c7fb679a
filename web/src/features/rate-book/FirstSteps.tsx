import { SAMPLE_CARTON, sizeText } from '@ostrakon/core';
import { Check } from 'lucide-react';
import type { ReactNode } from 'react';
import { Suspense, useState } from 'react';
import { Link } from 'react-router';
import { useBench } from '../../bench/BenchProvider.tsx';
import { useDraft } from '../../draft/DraftProvider.tsx';
import { useChanges } from '../../draft/useChanges.ts';
import { later } from '../../ui/later.ts';
import { AddZone } from './AddZone.tsx';
import { BeginForm } from './BeginForm.tsx';
import { ServiceDialog } from './ServiceDialog.tsx';

const FirstPrices = later(() => import('./FirstPrices.tsx'), 'FirstPrices');

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

/** From nothing to the first quote, in the order an owner would go. Gone once there is a quote, or when it is put away. */
export function FirstSteps() {
  const { book } = useDraft();
  const { quote, state, products } = useBench();
  const changes = useChanges();
  const [adding, setAdding] = useState(false);
  const [service, setService] = useState(false);
  const served = book.shop.served.length > 0;
  const zoned = book.zones.some((zone) => zone.places.length > 0);
  const priced = book.zones.some((zone) => Object.keys(zone.lanes).length > 0);
  const quoted = quote.options.some((offer) => offer.status === 'priced');
  if (changes?.live !== null || (served && zoned && priced && quoted)) return null;
  if (!served && book.zones.length === 0 && book.services.length === 0) return <BeginForm />;
  return (
    <section aria-label="First steps" className="mb-4 max-w-3xl rounded-lg border border-line-strong bg-paper">
      <p className="border-line border-b px-4 py-3 font-serif text-lg">To the first delivery price of {book.shop.name}</p>
      <ol className="divide-y divide-line">
        <Step done={served} title="Say where you deliver">
          The countries the shop delivers to.{' '}
          <Link to="/shop/places" className="text-clay underline">
            Choose served places
          </Link>
        </Step>
        <Step done={products.size > 0} title="Bring in your goods">
          Their weights and values decide what delivery costs. Type them, paste them or{' '}
          <Link to="/shop/goods" className="text-clay underline">
            import a file
          </Link>
          ; for a first look, goods typed on the bench do.
        </Step>
        <Step done={book.packing.packaging.length > 0} title="Say what you pack into">
          For now a sample carton of {sizeText(SAMPLE_CARTON.inside, book.shop.locale)} stands in, and the bench says so. Its own weight and
          size decide what parcels weigh.{' '}
          <Link to="/shop/packaging" className="text-clay underline">
            Add your packaging
          </Link>
        </Step>
        <Step done={priced} title="Say what delivery costs">
          {book.zones.length > 0 && !zoned ? (
            <>
              Places that pay the same belong together.{' '}
              <Link to={`/book/${book.zones[0]?.id}`} className="text-clay underline">{`Pick the places of ${book.zones[0]?.name}`}</Link>
              {', then '}
            </>
          ) : (
            'One price for each zone, free from a value, or a carrier’s own price. '
          )}
          <button type="button" className="text-clay underline" onClick={() => setAdding(true)}>
            {book.zones.length > 0 && !zoned ? 'type the first prices' : 'Type the first prices'}
          </button>
          , or fill in{' '}
          <Link to="/recipes" className="text-clay underline">
            a recipe
          </Link>
          . Or begin with <AddZone inText /> and{' '}
          <button type="button" className="text-clay underline" onClick={() => setService(true)}>
            Add a service
          </button>
        </Step>
        <Step done={quoted} title="Put something on the bench">
          {state.cart.lines.length === 0
            ? 'Add goods on the right, with a price and a weight, and give an address in your zone.'
            : 'Give an address in your zone on the right, and see what the buyer sees.'}
        </Step>
      </ol>
      <Suspense>{adding && <FirstPrices onClose={() => setAdding(false)} />}</Suspense>
      {service && <ServiceDialog onClose={() => setService(false)} />}
    </section>
  );
}
