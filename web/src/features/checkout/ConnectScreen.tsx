import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { accessQueries } from '../../access/accessApi.ts';
import { CopyText } from '../../access/OneTimeAddress.tsx';
import { problemWords } from '../../access/problemWords.ts';
import { Button } from '../../ui/Button.tsx';
import { Part } from '../../ui/Part.tsx';
import { Segments } from '../../ui/Segments.tsx';
import { toast } from '../../ui/toast.ts';
import { KeyTable } from './KeyTable.tsx';
import { requestText, type Tongue } from './requestText.ts';
import { TryIt } from './TryIt.tsx';
import { useCheckoutCart } from './useCheckoutCart.ts';

/** The request of the cart on the bench, as a program writes it. */
function Request({ address, pageKey }: { address: string; pageKey: string | null }) {
  const { body, notSold } = useCheckoutCart();
  const [tongue, setTongue] = useState<Tongue>('curl');
  const text = requestText(tongue, { address, key: pageKey, body });
  const copy = () =>
    navigator.clipboard.writeText(text).then(
      () => toast('The request is on the clipboard'),
      () => toast.error('It could not be copied: choose the text and copy it yourself'),
    );
  return (
    <>
      <div className="flex flex-wrap items-center justify-between gap-2">
        <Segments
          label="Written for"
          value={tongue}
          choices={[
            ['curl', 'curl'],
            ['fetch', 'fetch'],
            ['client', 'TypeScript'],
          ]}
          onChange={setTongue}
        />
        <Button onClick={() => void copy()}>Copy the request</Button>
      </div>
      <pre className="mt-2 rounded-md bg-ash-soft p-3 text-sm whitespace-pre-wrap break-words">{text}</pre>
      {notSold && (
        <p className="mt-1 text-sm text-ash">Goods described on the bench only go with price and weight in place of a product’s id.</p>
      )}
    </>
  );
}

/** How a shop's checkout gets the prices: where it asks, with which key, and what comes back. */
export function ConnectScreen() {
  const keys = useQuery(accessQueries.keys);
  if (keys.isError) {
    return (
      <p role="alert" className="p-4">
        {problemWords(keys.error)}
      </p>
    );
  }
  if (!keys.data) return <p className="p-4 text-ash">Opening…</p>;
  const { keys: list, address: told } = keys.data;
  const own = told === null;
  const address = told ?? `${window.location.origin}/public/v1`;
  const pageKey = list.find(({ kind }) => kind === 'page')?.shown ?? null;
  return (
    <div className="max-w-4xl space-y-4 p-4">
      <h1 className="font-serif text-xl font-semibold">Connect your checkout</h1>
      <p className="max-w-2xl">
        For each cart and address your checkout asks here and gets the options its buyer may choose from, with prices and arrival. The
        answer comes from the live edition, never from a draft.
      </p>
      <Part title="1. Where it asks">
        <CopyText
          label="Address"
          text={address}
          note="Anybody may ask it for options, so many times a minute. Nothing else can be had there without a key."
        />
      </Part>
      <Part title="2. With which key">
        <KeyTable keys={list} />
      </Part>
      <Part title="3. What it sends">
        <p className="mb-2">The cart and address of the bench, ready to be copied:</p>
        <Request address={address} pageKey={pageKey} />
      </Part>
      <Part title="4. What comes back">
        <TryIt address={own ? '/public/v1' : null} />
      </Part>
    </div>
  );
}
