import type { Cart } from '@ostrakon/client';
import type { PublicGoods, PublicShop } from '@ostrakon/core/contract';
import { createContext, type ReactNode, useCallback, useContext, useEffect, useMemo, useState } from 'react';
import { type Basket, basketOf, cartInAddress, emptyBasket, keepBasket, keptBasket } from './basket.ts';
import { askGoods, askShop, look, problemOf, wantedLanguage } from './door.ts';
import { type Format, formatOf } from './format.ts';

import { en } from './words/en.ts';
import type { Words } from './words/words.ts';

interface Front {
  readonly shop: PublicShop;
  readonly goods: PublicGoods['goods'];
  readonly words: Words;
  readonly format: Format;
  readonly basket: Basket;
  change(next: (basket: Basket) => Basket): void;
  speak(language: string): void;
}

const FrontContext = createContext<Front | null>(null);

export function useFront(): Front {
  const front = useContext(FrontContext);
  if (!front) throw new Error('There is no shop here');
  return front;
}

const wordsIn = async (language: string): Promise<Words> =>
  language.toLowerCase().startsWith('fr') ? (await import('./words/fr.ts')).fr : en;

/** A cart that came with the address of the page; taken once, so that a reload keeps what was changed since. */
function sentCart(): Cart | null {
  const sent = new URLSearchParams(location.hash.split('?')[1] ?? '').get('cart');
  const cart = sent === null ? null : cartInAddress(sent);
  if (cart !== null) history.replaceState(null, '', `${location.pathname}${location.search}${location.hash.split('?')[0]}`);
  return cart;
}
const sent = sentCart();

interface Loaded {
  readonly shop: PublicShop;
  readonly goods: PublicGoods['goods'];
  readonly words: Words;
}

const asked = new Map<string, Promise<Loaded>>();

/** The shop and its goods in a language; asked once. */
function loadedIn(language: string): Promise<Loaded> {
  const held = asked.get(language);
  if (held) return held;
  const loading = Promise.all([askShop(language), askGoods(language)]).then(async ([shop, { goods }]) => ({
    shop,
    goods,
    words: await wordsIn(shop.language),
  }));
  asked.set(language, loading);
  return loading;
}

/** What can be told where nothing of the shop is known. */
function Closed({ error, again }: { error: unknown; again: () => void }) {
  const problem = problemOf(error);
  return (
    <main className="mx-auto max-w-xl space-y-4 p-6" role="alert">
      <h1 className="text-xl font-bold">{problem?.code === 'front-closed' ? en.closedFront : (problem?.message ?? en.failed)}</h1>
      <button type="button" className="quiet" onClick={again}>
        {en.again}
      </button>
    </main>
  );
}

const LANGUAGE = 'shop-front-language';
function keptLanguage(): string | undefined {
  try {
    return localStorage.getItem(LANGUAGE) ?? undefined;
  } catch {
    return undefined;
  }
}

/** The shop as it is told at its door, in the buyer's language, with what the buyer has put together. */
export function FrontProvider({ children }: { children: ReactNode }) {
  const [wanted, setWanted] = useState(() => wantedLanguage ?? keptLanguage() ?? navigator.language);
  const [loaded, setLoaded] = useState<Loaded | null>(null);
  const [error, setError] = useState<unknown>(null);
  const load = useCallback((language: string) => {
    setError(null);
    return loadedIn(language).then(setLoaded, (thrown: unknown) => {
      asked.delete(language);
      setError(thrown);
    });
  }, []);
  useEffect(() => void load(wanted), [load, wanted]);
  useEffect(() => {
    if (!loaded) return;
    document.documentElement.lang = loaded.shop.language;
    document.title = loaded.shop.name;
  }, [loaded]);
  const speak = useCallback((language: string) => {
    setWanted(language);
    try {
      localStorage.setItem(LANGUAGE, language);
    } catch {
      // Then it is asked again with the next page.
    }
  }, []);
  if (loaded) {
    return (
      <WithBasket {...loaded} speak={speak}>
        {children}
      </WithBasket>
    );
  }
  if (error !== null) return <Closed error={error} again={() => void load(wanted)} />;
  return (
    <main className="p-6 text-dim" aria-busy="true">
      …
    </main>
  );
}

function WithBasket({ shop, goods, words, speak, children }: Pick<Front, 'shop' | 'goods' | 'words' | 'speak'> & { children: ReactNode }) {
  const home = shop.countries.includes(shop.home) ? shop.home : (shop.countries[0] ?? shop.home);
  // What is looked at is not mixed with a basket of the buyer's own.
  const [basket, setBasket] = useState<Basket>(
    () => (sent && basketOf(sent, home)) ?? (look === undefined ? keptBasket() : null) ?? emptyBasket(home),
  );
  useEffect(() => {
    if (look === undefined) keepBasket(basket);
  }, [basket]);
  const value = useMemo(
    (): Front => ({ shop, goods, words, format: formatOf(shop.language, shop), basket, change: setBasket, speak }),
    [shop, goods, words, basket, speak],
  );
  return <FrontContext value={value}>{children}</FrontContext>;
}
