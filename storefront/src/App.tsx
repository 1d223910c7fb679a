import { type ComponentType, lazy, Suspense, useEffect, useMemo } from 'react';
import { ErrorBoundary } from 'react-error-boundary';
import { look, lookUntil } from './door.ts';
import { useFront } from './FrontProvider.tsx';
import { Goods } from './parts/Goods.tsx';
import { Lines, useGoodsSum } from './parts/Lines.tsx';
import { addressOf, goTo, MAIL, usePlace } from './place.ts';

// Nobody who looks at the goods waits for what comes after them; it is fetched meanwhile.
let Fetched: ComponentType | undefined;
const fetchCheckout = async () => {
  const { Checkout } = await import('./parts/Checkout.tsx');
  Fetched = Checkout;
  return { default: Checkout };
};
const LaterCheckout = lazy(fetchCheckout);

/** What a language calls itself, such as "Français". */
function ownName(tag: string): string {
  const name = new Intl.DisplayNames(tag, { type: 'language' }).of(tag.split('-')[0] ?? tag) ?? tag;
  return name.charAt(0).toLocaleUpperCase(tag) + name.slice(1);
}

function Languages() {
  const { shop, words, speak } = useFront();
  if (shop.languages.length < 2) return null;
  return (
    <label className="flex items-center gap-2 text-sm">
      <span className="sr-only">{words.language}</span>
      <select
        className="min-h-9 rounded-md border border-deep-dim bg-deep px-2 text-deep-text"
        value={shop.language}
        onChange={(event) => speak(event.target.value)}
      >
        {shop.languages.map((tag) => (
          <option key={tag} value={tag}>
            {ownName(tag)}
          </option>
        ))}
      </select>
    </label>
  );
}

function Head() {
  const { shop, basket, words } = useFront();
  const count = basket.lines.reduce((sum, { quantity }) => sum + quantity, 0);
  return (
    <header className="bg-deep text-deep-text">
      <div className="mx-auto flex max-w-6xl flex-wrap items-center gap-x-4 gap-y-2 px-4 py-3">
        <a href={addressOf({ at: 'goods' })} className="me-auto flex min-h-9 items-center gap-3 text-xl font-bold">
          <svg viewBox="0 0 32 32" aria-hidden="true" className="size-8">
            <path d="M16 30V12m0 9c-5-2-7-7-6-14m6 11c5-2 7-7 6-14" fill="none" stroke="#f0c64a" strokeWidth="2.6" strokeLinecap="round" />
          </svg>
          {shop.name}
        </a>
        <Languages />
        <a href={addressOf({ at: 'checkout' })} className="inline-flex min-h-9 items-center underline underline-offset-4">
          {words.basket}, {words.things(count)}
        </a>
      </div>
      <svg viewBox="0 0 120 6" preserveAspectRatio="none" aria-hidden="true" className="block h-2 w-full">
        <path d="M0 0h120v2q-5 4-10 0t-10 0-10 0-10 0-10 0-10 0-10 0-10 0-10 0-10 0-10 0-10 0Z" className="fill-deep" />
        <path d="M0 6V3q5 4 10 0t10 0 10 0 10 0 10 0 10 0 10 0 10 0 10 0 10 0 10 0 10 0v3Z" className="fill-sail" />
      </svg>
    </header>
  );
}

function LookNote() {
  const { words, format } = useFront();
  if (look === undefined) return null;
  return (
    <p className="bg-sand px-4 py-2 text-center text-sand-text">
      {words.lookingAt(lookUntil === null ? '…' : format.clock(lookUntil)).replace(/\.\.$/, '.')} {words.noOrders}
    </p>
  );
}

function GoodsView() {
  const { basket, words, format } = useFront();
  const sum = useGoodsSum();
  return (
    <div className="mx-auto grid max-w-6xl gap-6 p-4 lg:grid-cols-[minmax(0,1fr)_20rem]">
      <Goods />
      <aside aria-label={words.basket} className="space-y-4 rounded-md bg-mist p-4 lg:sticky lg:top-4 lg:self-start">
        <h2 className="text-lg font-bold">{words.basket}</h2>
        <Lines />
        {basket.lines.length > 0 && (
          <>
            <p className="flex justify-between">
              <span>{words.goodsSum}</span>
              <span className="font-semibold tabular-nums">{format.money(sum)}</span>
            </p>
            <a className="go w-full" href={addressOf({ at: 'checkout' })}>
              {words.toDelivery}
            </a>
          </>
        )}
      </aside>
    </div>
  );
}

function Placed({ number }: { number: number }) {
  const { words } = useFront();
  return (
    <div className="mx-auto max-w-2xl space-y-4 p-6">
      <h1 className="text-2xl font-bold">{words.placedTitle}</h1>
      <p className="text-lg">{words.placed(number, sessionStorage.getItem(MAIL) ?? '–')}</p>
      <button type="button" className="go" onClick={() => goTo({ at: 'goods' })}>
        {words.another}
      </button>
    </div>
  );
}

function Broken() {
  const { words } = useFront();
  return (
    <div role="alert" className="mx-auto max-w-2xl space-y-4 p-6">
      <p className="text-lg">{words.broken}</p>
      <button type="button" className="go" onClick={() => location.reload()}>
        {words.again}
      </button>
    </div>
  );
}

export function App() {
  const { words, shop } = useFront();
  const place = usePlace();
  // Chosen when it is gone to: it stays the same one for as long as it is open.
  // biome-ignore lint/correctness/useExhaustiveDependencies: anew with each place
  const Checkout = useMemo(() => Fetched ?? LaterCheckout, [place.at]);
  useEffect(() => {
    const timer = setTimeout(() => void fetchCheckout().catch(() => undefined), 500);
    return () => clearTimeout(timer);
  }, []);
  return (
    <>
      <Head />
      <LookNote />
      <main>
        <ErrorBoundary FallbackComponent={Broken} resetKeys={[place.at]}>
          {place.at === 'goods' && <GoodsView />}
          <Suspense fallback={<p className="p-6 text-dim">{words.looking}</p>}>{place.at === 'checkout' && <Checkout />}</Suspense>
          {place.at === 'placed' && <Placed number={place.number} />}
        </ErrorBoundary>
      </main>
      <footer className="mx-auto flex max-w-6xl flex-wrap gap-x-6 gap-y-1 px-4 py-6 text-sm text-dim">
        <a className="link" href={`/public/v1/delivery?language=${shop.language}${look === undefined ? '' : `&look=${look}`}`}>
          {words.deliveryPage}
        </a>
        {shop.mail !== undefined && (
          <a className="link" href={`mailto:${shop.mail}`}>
            {shop.mail}
          </a>
        )}
      </footer>
    </>
  );
}
