import type { Change, RateBook } from '@ostrakon/core';

/** Where a change is looked at: what it belongs to, and the page of that; no page where it is gone. */
export interface ChangePlace {
  readonly name: string;
  readonly to: string | null;
}

const idOf = (list: readonly { readonly id: string; readonly name: string }[], name: string): string | undefined =>
  list.find((one) => one.name === name)?.id;

/** Screens of what belongs to neither a zone nor a service. */
const SCREENS: Readonly<Partial<Record<Change['code'], ChangePlace>>> = {
  served: { name: 'Served places', to: '/shop/places' },
  goodsGroupsChanged: { name: 'Goods', to: '/shop/goods' },
  policySet: { name: 'Words for buyers', to: '/shop/words' },
  mailSet: { name: 'Words for buyers', to: '/shop/words' },
  languagesChanged: { name: 'Words for buyers', to: '/shop/words' },
  translated: { name: 'Words for buyers', to: '/shop/words' },
  goodsRuled: { name: 'Goods', to: '/shop/goods' },
  packagingChanged: { name: 'Packaging', to: '/shop/packaging' },
  usualPackaging: { name: 'Packaging', to: '/shop/packaging' },
  volumeRule: { name: 'Packaging', to: '/shop/packaging' },
  locationsChanged: { name: 'Locations', to: '/shop/locations' },
  dispatchSet: { name: 'Dispatch calendar', to: '/dates/dispatch' },
  datesShown: { name: 'Dates', to: '/dates' },
  shopClosed: { name: 'Dates', to: '/dates' },
  holidaysListed: { name: 'Dates', to: '/dates' },
  editionsAnswer: { name: 'Editions', to: '/editions' },
  pricing: { name: 'Charges and reductions', to: '/charges' },
  chargeRemoved: { name: 'Charges and reductions', to: '/charges' },
  allowanceRemoved: { name: 'Charges and reductions', to: '/charges' },
  chargeSet: { name: 'Charges and reductions', to: '/charges' },
  allowanceSet: { name: 'Charges and reductions', to: '/charges' },
  chargesReordered: { name: 'Charges and reductions', to: '/charges' },
  allowancesReordered: { name: 'Charges and reductions', to: '/charges' },
  zonesReordered: { name: 'Rate book', to: '/book' },
  servicesReordered: { name: 'Rate book', to: '/book' },
  zoneRemoved: { name: 'Rate book', to: '/book' },
  serviceRemoved: { name: 'Rate book', to: '/book' },
};

const SHOP: ChangePlace = { name: 'Shop', to: '/shop' };

/** A change that belongs to a zone, to a service, or to one in the other. */
function ofNames(zone: string | undefined, service: string | undefined, book: RateBook): ChangePlace {
  const [zoneId, serviceId] = [
    zone === undefined ? undefined : idOf(book.zones, zone),
    service === undefined ? undefined : idOf(book.services, service),
  ];
  if (zone !== undefined && service !== undefined) {
    const isThere = zoneId !== undefined && serviceId !== undefined && book.zones.find(({ id }) => id === zoneId)?.lanes[serviceId];
    return { name: `${service} to ${zone}`, to: isThere ? `/book/${zoneId}/${serviceId}` : null };
  }
  if (zone !== undefined) return { name: zone, to: zoneId === undefined ? null : `/book/${zoneId}` };
  return { name: service ?? '', to: serviceId === undefined ? null : `/services/${serviceId}` };
}

/** @param book the newer of the two that are compared */
export function changePlace(change: Change, book: RateBook): ChangePlace {
  const screen = SCREENS[change.code];
  if (screen) return screen;
  if (change.code === 'zoneRenamed') return ofNames(change.after, undefined, book);
  if (change.code === 'serviceRenamed') return ofNames(undefined, change.after, book);
  const { zone, service } = change as { readonly zone?: string; readonly service?: string };
  return zone === undefined && service === undefined ? SHOP : ofNames(zone, service, book);
}

/** Changes of one place together, the places in the order they come. */
export function byPlace<T extends { readonly place: ChangePlace }>(list: readonly T[]): readonly (readonly [ChangePlace, readonly T[]])[] {
  const groups = new Map<string, [ChangePlace, T[]]>();
  for (const one of list) {
    const held = groups.get(one.place.name);
    if (held) held[1].push(one);
    else groups.set(one.place.name, [one.place, [one]]);
  }
  return [...groups.values()];
}
