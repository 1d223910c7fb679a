import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { type FormEvent, useRef, useState } from 'react';
import { type Basket, cartOf, letterTo } from '../basket.ts';
import { type Choices, chosenOf, partsOf } from '../choices.ts';
import { look } from '../door.ts';
import { useFront } from '../FrontProvider.tsx';
import { addressOf } from '../place.ts';
import { readyDestination } from '../postalCode.ts';
import { nearestFree, useQuote } from '../quotes.ts';
import { useCountries } from '../useCountry.ts';
import { type Faults, usePlacing } from '../usePlacing.ts';
import { useCompared, useCutOff, useShownQuote } from '../useShownQuote.ts';
import { Addresses, BuyerFields } from './BuyerFields.tsx';
import { Coupons } from './Coupons.tsx';
import { Delivery } from './Delivery.tsx';
import { FreeBar } from './FreeBar.tsx';
import { Lines, useGoodsSum, useLineFacts } from './Lines.tsx';
import { Sum } from './Sum.tsx';
import { Told } from './Told.tsx';

/** The basket with its postal codes as far as they are whole. */
function useReadyBasket(basket: Basket): Basket {
  const known = useCountries(basket.addresses.map(({ country }) => country));
  return { ...basket, addresses: basket.addresses.map((address, at) => readyDestination(address, known[at] ?? null)) };
}

/** A letter to the shop that brings the cart; null where the shop takes none. */
function useLetter(): string | null {
  const { basket, shop, words } = useFront();
  const factsOf = useLineFacts();
  if (shop.mail === undefined) return null;
  return letterTo(shop.mail, words.mailSubject, [
    ...basket.lines.map((line) => `${line.quantity} × ${factsOf(line).name}`),
    ...basket.addresses.map(({ country, subdivision, postalCode }) => [postalCode, subdivision, country].filter(Boolean).join(' ')),
  ]);
}

function OrderButton({ placing, faults }: { placing: boolean; faults: Faults }) {
  const { basket, words } = useFront();
  const fault = faults.choice ?? faults.order;
  return (
    <>
      {fault !== undefined && (
        <p role="alert" className="rounded-md bg-fault-soft p-2 text-fault">
          {fault}
        </p>
      )}
      {look === undefined ? (
        <button type="submit" className="go w-full" disabled={placing || basket.lines.length === 0}>
          {placing ? words.placing : words.place}
        </button>
      ) : (
        <p className="text-sm text-dim">{words.noOrders}</p>
      )}
    </>
  );
}

function CheckoutForm() {
  const { basket, shop, words, format } = useFront();
  const goods = useGoodsSum();
  const ready = useReadyBasket(basket);
  const cart = basket.lines.length === 0 ? null : cartOf(ready, shop.language);
  const key = JSON.stringify(cart);
  const { quote, error, isOld, silent, again } = useQuote(cart);
  const { shown, changed, take } = useShownQuote(isOld ? null : quote, key);
  const seen = shown ?? quote;
  const { now, next, passed } = useCutOff(seen, again);
  const [choices, setChoices] = useState<Choices>({});
  const compared = useCompared(shown, key, choices);
  const seeNew = () => {
    take();
    void again();
  };
  const { faults, setFaults, missing, place, placing } = usePlacing(seeNew);
  const letter = useLetter();
  const form = useRef<HTMLFormElement>(null);

  const submit = (event: FormEvent) => {
    event.preventDefault();
    if (!seen || !cart) return;
    const chosen = chosenOf(seen, choices);
    const faulty = { ...missing(), ...(!chosen && { choice: partsOf(seen).length > 1 ? words.chooseEach : words.choose }) };
    setFaults(faulty);
    if (chosen && Object.keys(faulty).length === 0) return void place(cart, seen, chosen);
    // Once the faults stand there, the first of them is gone to.
    requestAnimationFrame(() => form.current?.querySelector<HTMLElement>('input[aria-invalid="true"], input[type="radio"]')?.focus());
  };

  const nearest = seen && nearestFree(seen);
  return (
    <form ref={form} noValidate onSubmit={submit} className="mx-auto grid max-w-6xl gap-6 p-4 lg:grid-cols-[minmax(0,1fr)_20rem]">
      <div className="min-w-0 space-y-6">
        <section aria-labelledby="where" className="space-y-3">
          <h1 id="where" className="text-2xl font-bold">
            {words.address}
          </h1>
          <Addresses quote={seen} />
        </section>
        <section aria-labelledby="how" className="space-y-3" aria-busy={isOld}>
          <h2 id="how" className="text-2xl font-bold">
            {words.how}
          </h2>
          {cart === null && <p className="text-dim">{words.fillBasket}</p>}
          <Told {...{ error, changed, passed, compared, silent, letter, seeNew, again }} quote={seen} />
          {nearest && <FreeBar {...nearest} goods={goods} />}
          {next !== null && (
            <p className="text-sm text-dim">{words.orderWithin(format.left(Date.parse(next) - now), format.moment(next))}</p>
          )}
          {seen && (
            <div className={isOld ? 'opacity-60' : ''}>
              <Delivery
                quote={seen}
                choices={choices}
                now={now}
                onChoose={(part, service) => {
                  setChoices({ ...choices, [part]: service });
                  setFaults(({ choice: _choice, ...others }) => others);
                }}
              />
            </div>
          )}
        </section>
        <section aria-labelledby="who" className="space-y-3">
          <h2 id="who" className="text-2xl font-bold">
            {words.recipient}
          </h2>
          <BuyerFields faults={faults} />
        </section>
      </div>
      <aside aria-label={words.basket} className="space-y-4 rounded-md bg-mist p-4 lg:sticky lg:top-4 lg:self-start">
        <div className="flex items-baseline justify-between">
          <h2 className="text-lg font-bold">{words.basket}</h2>
          <a className="link" href={addressOf({ at: 'goods' })}>
            {words.toGoods}
          </a>
        </div>
        <Lines />
        <Coupons />
        {seen && <Sum quote={seen} choices={choices} goods={goods} />}
        <OrderButton placing={placing} faults={faults} />
      </aside>
    </form>
  );
}

const client = new QueryClient();

/** Everything about delivery on one page: what, to where, how, and for how much. */
export function Checkout() {
  return (
    <QueryClientProvider client={client}>
      <CheckoutForm />
    </QueryClientProvider>
  );
}
