import { useSyncExternalStore } from 'react';

/** Where in the shop front the buyer is, by the hash of the address: going back goes back. */
export type Place = { readonly at: 'goods' } | { readonly at: 'checkout' } | { readonly at: 'placed'; readonly number: number };

function placeIn(hash: string): Place {
  const [path = ''] = hash.replace(/^#\/?/, '').split('?');
  const placed = /^placed\/(\d+)$/.exec(path);
  if (placed) return { at: 'placed', number: Number(placed[1]) };
  return path === 'checkout' ? { at: 'checkout' } : { at: 'goods' };
}

const listen = (act: () => void) => {
  addEventListener('hashchange', act);
  return () => removeEventListener('hashchange', act);
};

export const usePlace = (): Place => placeIn(useSyncExternalStore(listen, () => location.hash));
export const addressOf = (place: Place): string =>
  place.at === 'goods' ? '#/' : place.at === 'placed' ? `#/placed/${place.number}` : '#/checkout';
export const goTo = (place: Place): void => {
  location.hash = addressOf(place);
  scrollTo(0, 0);
};

/** Where it is kept for as long as the page is open to whom the shop writes. */
export const MAIL = 'shop-front-mail';
