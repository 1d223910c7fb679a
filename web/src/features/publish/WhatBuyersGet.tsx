import { Link } from 'react-router';
import { useBench } from '../../bench/BenchProvider.tsx';
import { useDraft } from '../../draft/DraftProvider.tsx';
import { NextStepList } from '../../steps/NextStepList.tsx';
import { useNextSteps } from '../../steps/useNextSteps.ts';
import { Button } from '../../ui/Button.tsx';
import { toast } from '../../ui/toast.ts';

/** What a checkout sends for the cart of the bench, as one command. */
function useExample(): string {
  const { state } = useBench();
  const address = `${window.location.origin}/public/v1/quotes`;
  return `curl -H 'content-type: application/json' -d '${JSON.stringify(state.cart).replaceAll("'", "'\\''")}' ${address}`;
}

/** Once an edition is live: where a checkout asks for its prices, and what may be done next. */
export function WhatBuyersGet() {
  const { shop } = useDraft().book;
  const example = useExample();
  const copy = () =>
    navigator.clipboard.writeText(example).then(
      () => toast('The request is on the clipboard'),
      () => toast('The browser did not let the text onto the clipboard'),
    );
  const { steps, putAway } = useNextSteps();
  return (
    <>
      <section aria-label="How your checkout gets the prices" className="rounded-lg border border-line-strong bg-paper p-4">
        <h2 className="font-serif text-lg font-semibold">How your checkout gets the prices</h2>
        <p className="mt-1">
          For each cart and address the checkout of {shop.name} asks this address, and gets the options its buyer may choose from, with
          prices and arrival. The answer comes from the live edition, never from the draft. With the cart of the bench the request is:
        </p>
        <pre className="mt-2 max-h-40 overflow-auto rounded-md bg-ash-soft p-3 text-sm break-all whitespace-pre-wrap">{example}</pre>
        <p className="mt-2 flex items-center gap-4">
          <Button onClick={() => void copy()}>Copy the request</Button>
          <Link to="/shop/checkout" className="text-clay underline">
            Connect your checkout: keys, other languages, try it
          </Link>
        </p>
      </section>
      <section aria-label="What next">
        <h2 className="font-serif text-lg font-semibold">What next</h2>
        <NextStepList steps={steps} onPutAway={putAway} />
        <p className="mt-2 text-sm">
          After your next changes{' '}
          <Link to="/book?face=live" className="text-clay underline">
            compare every price with the live one
          </Link>
          .
        </p>
      </section>
    </>
  );
}
