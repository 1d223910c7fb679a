import { listCountries } from '@ostrakon/core';
import { DeliveryPageState, KeyList, type UnsaidWhy } from '@ostrakon/core/contract';
import { useQuery } from '@tanstack/react-query';
import { useId, useState } from 'react';
import { CopyText } from '../../access/OneTimeAddress.tsx';
import { ApiProblem, ask, askFile } from '../../api/client.ts';
import { useDraft } from '../../draft/DraftProvider.tsx';
import { Button } from '../../ui/Button.tsx';
import { downloadBlob } from '../../ui/download.ts';
import { Part } from '../../ui/Part.tsx';
import { Segments } from '../../ui/Segments.tsx';
import { Select } from '../../ui/Select.tsx';
import { toast } from '../../ui/toast.ts';
import { useFormat } from '../../words/useWords.ts';

const WHY: Readonly<Record<UnsaidWhy, string>> = {
  placeByDistance: 'a place told by its distance',
  placeDrawn: 'a place drawn on the map',
  placeExcepted: 'a place with some of it cut out',
  everywhereElse: 'a group of countries',
  priceOfCarrier: 'a price its carrier tells for each order',
  priceOnAsking: 'a price that depends on the order',
  rangeOfCodes: 'a long list of postal codes',
};

/** What machines cannot be told, gathered by why. */
function Unsaid({ unsaid }: { unsaid: DeliveryPageState['unsaid'] }) {
  const format = useFormat();
  if (unsaid.length === 0) return <p>Machines are told all of it.</p>;
  const whys = [...new Set(unsaid.map(({ why }) => why))];
  return (
    <>
      <p className="mb-1">Machines are not told, for want of words in schema.org:</p>
      <ul className="list-disc ps-5 text-sm">
        {whys.map((why) => {
          const of = unsaid.filter((one) => one.why === why);
          const services = [...new Set(of.flatMap(({ service }) => (service === null ? [] : [service])))];
          const places = [...new Set(of.map(({ where }) => where))];
          return (
            <li key={why}>
              <span className="font-semibold">{WHY[why]}</span>
              {services.length > 0 && `: ${format.list(services)}`}
              <span className="block text-ash">
                {places.length > 3 ? `${format.list(places.slice(0, 3))} and ${places.length - 3} more` : format.list(places)}
              </span>
            </li>
          );
        })}
      </ul>
    </>
  );
}

/** Goods with what each costs to deliver to one place, as a file. */
function Feed({ address }: { address: string }) {
  const { book } = useDraft();
  const format = useFormat();
  const [country, setCountry] = useState(book.shop.served.includes('CA') ? 'CA' : (book.shop.served[0] ?? 'CA'));
  const [code, setCode] = useState('');
  const [kind, setKind] = useState<'csv' | 'json'>('csv');
  const [making, setMaking] = useState<AbortController | null>(null);
  const id = useId();
  const make = async () => {
    const asking = new AbortController();
    setMaking(asking);
    const init = { signal: asking.signal };
    try {
      const query = { country, ...(code.trim() !== '' && { postalCode: code.trim() }) };
      downloadBlob(
        `goods-delivered-${country.toLowerCase()}.${kind}`,
        await (kind === 'csv' ? askFile('GET /goods-feed/csv', { query, init }) : askFile('GET /goods-feed', { query, init })),
      );
    } catch (error) {
      if (!asking.signal.aborted) toast.error((error as Error).message);
    } finally {
      setMaking(null);
    }
  };
  const countries = listCountries().filter((one) => book.shop.served.includes(one));
  return (
    <>
      <p className="mb-2 max-w-2xl">
        One row for each product and option: what it costs to deliver that product by itself, and its first and last day. Other places that
        list your goods can show the same.
      </p>
      <div className="flex flex-wrap items-end gap-2">
        <div>
          <span className="block text-sm">Country</span>
          <Select label="Country of the feed" className="w-52!" value={country} onChange={(event) => setCountry(event.target.value)}>
            {countries.map((one) => (
              <option key={one} value={one}>
                {format.region(one)}
              </option>
            ))}
          </Select>
        </div>
        <label htmlFor={id} className="text-sm">
          Postal code
          <input
            id={id}
            className="mt-0.5 block h-8 w-36 rounded-md border border-line-strong bg-paper px-2"
            value={code}
            maxLength={16}
            onChange={(event) => setCode(event.target.value)}
          />
        </label>
        <Segments
          label="Kind of file"
          value={kind}
          choices={[
            ['csv', 'CSV'],
            ['json', 'JSON'],
          ]}
          onChange={setKind}
        />
        <Button onClick={() => void make()} disabled={making !== null}>
          {making ? 'Making the file…' : 'Export the feed'}
        </Button>
        {making && (
          <Button look="quiet" onClick={() => making.abort()}>
            Cancel
          </Button>
        )}
      </div>
      <p className="mt-2 text-sm text-ash">
        A program fetches it at {address}/goods-feed/csv?country={country} with a server key for goods.
      </p>
    </>
  );
}

/** The page that tells buyers how the shop delivers, before they have a cart; and what stands on pages of your own. */
export function DeliveryPageScreen() {
  const page = useQuery({ queryKey: ['delivery-page'], queryFn: () => ask('GET /delivery-page', DeliveryPageState), retry: false });
  const keys = useQuery({ queryKey: ['keys'], queryFn: () => ask('GET /keys', KeyList), retry: false });
  const { book } = useDraft();
  const format = useFormat();
  const address = keys.data?.address ?? `${window.location.origin}/public/v1`;
  const parts = address.replace(/\/v1$/, '/parts/parts.js');
  const pageKey = keys.data?.keys.find(({ kind }) => kind === 'page')?.shown;
  const unpublished = page.error instanceof ApiProblem && page.error.problem.code === 'nothing-published';
  const home = book.shop.served.includes('CA') ? 'CA' : (book.shop.served[0] ?? 'CA');
  const keyed = pageKey === undefined ? '' : ` key="${pageKey}"`;
  const copyHtml = async () => {
    try {
      const answer = await fetch(`${address}/delivery?part=article`);
      await navigator.clipboard.writeText(await answer.text());
      toast('The page is on the clipboard, as HTML');
    } catch {
      toast.error('It could not be copied: open the page and copy it there');
    }
  };
  return (
    <div className="max-w-4xl space-y-4 p-4">
      <h1 className="font-serif text-xl font-semibold">Delivery page</h1>
      <p className="max-w-2xl">
        It tells buyers what you deliver where, from what price, free from where and how fast, in plain sentences made from the live
        edition. With each release it is another.
      </p>
      {unpublished && <p role="status">Nothing is published yet, so there is no page yet. Publish, and it is here.</p>}
      {page.isError && !unpublished && <p role="alert">{(page.error as Error).message}</p>}
      {page.data && (
        <>
          <Part title="The page">
            <p className="mb-2 text-sm text-ash">
              Edition {page.data.edition}
              {page.data.since !== undefined && `, live since ${format.moment(page.data.since)}`}
            </p>
            <p className="mb-3 flex flex-wrap gap-2">
              <a
                className="inline-flex min-h-8 items-center text-clay underline"
                href={`${address}/delivery`}
                target="_blank"
                rel="noreferrer"
              >
                Open the page
              </a>
              <a
                className="inline-flex min-h-8 items-center text-clay underline"
                href={`${address}/delivery/paper`}
                target="_blank"
                rel="noreferrer"
              >
                As PDF
              </a>
              <Button onClick={() => void copyHtml()}>Copy it as HTML</Button>
            </p>
            <div className="space-y-2">
              <CopyText label="To link to" text={`${address}/delivery`} />
              <CopyText
                label="To put it into a page of yours"
                text={`<iframe src="${address}/delivery" title="How we deliver" width="100%" height="800"></iframe>`}
              />
            </div>
          </Part>
          <Part title="What machines read">
            <p className="mb-2 max-w-2xl">
              The page carries its prices, places and times in the words of schema.org, for search engines and the like; each product has
              the same under {address}/delivery/data?product=….
            </p>
            <Unsaid unsaid={page.data.unsaid} />
          </Part>
          <Part title="On pages of your own">
            <p className="mb-2 max-w-2xl">
              Four small parts for any page: put the script in once, then a part wherever it should stand.
              {pageKey === undefined && ' Pages at another address need a page key: make one under Checkout.'}
            </p>
            <div className="space-y-2">
              <CopyText label="The script, once a page" text={`<script type="module" src="${parts}"></script>`} />
              <CopyText
                label="Under a product: what its delivery costs"
                text={`<ostrakon-estimate${keyed} product="needle-tool" country="${home}" ask></ostrakon-estimate>`}
              />
              <CopyText
                label="Over a cart: how much more makes it free"
                text={`<ostrakon-free-from${keyed} country="${home}" cart='[{"product":"needle-tool","quantity":2}]'></ostrakon-free-from>`}
              />
              <CopyText
                label="At the checkout: the options to choose from"
                text={`<ostrakon-options${keyed} country="${home}" postal-code="" cart='[{"product":"needle-tool","quantity":2}]'></ostrakon-options>`}
              />
              <CopyText label="Anywhere: when a counter is open" text={`<ostrakon-hours${keyed}></ostrakon-hours>`} />
            </div>
          </Part>
          <Part title="A feed of goods">
            <Feed address={address} />
          </Part>
        </>
      )}
    </div>
  );
}
