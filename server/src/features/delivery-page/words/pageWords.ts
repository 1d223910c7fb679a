/** What a delivery page says by itself, in one language; what the shop says comes from the shop. */
export interface PageWords {
  title(shop: string): string;
  since(date: string): string;
  until(date: string): string;
  readonly yours: string;
  readonly notYours: string;
  readonly country: string;
  readonly postalCode: string;
  readonly show: string;
  readonly all: string;
  readonly everywhereElse: string;
  except(places: string): string;
  more(count: number): string;
  codes(rules: string, country: string): string;
  upTo(distance: string, city: string): string;
  between(beyond: string, within: string, city: string): string;
  readonly free: string;
  from(amount: string): string;
  freeFrom(amount: string): string;
  readonly byCarrier: string;
  readonly byOrder: string;
  onDays(days: string): string;
  days(least: number, most: number): string;
  orderBefore(name: string, moment: string): string;
  inTime(holiday: string, date: string, orders: string): string;
  notDelivered(goods: string): string;
  onRequest(goods: string): string;
  readonly nothing: string;
  readonly collect: string;
  readonly hours: string;
  readonly closed: string;
  readonly notAtAll: string;
  unreached(countries: string): string;
  otherCountries(count: number): string;
  readonly policy: string;
  readonly write: string;
}
