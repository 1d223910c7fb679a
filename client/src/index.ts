/** Asks the buyers' door of an Ostrakon shop. Amounts are whole minor units of the shop's currency: 990 is 9.90. */

export type Line =
  | { product: string; quantity: number; to?: number }
  | { unitPrice: number; quantity: number; weight?: string; name?: string; group?: string; to?: number; delivered?: boolean };

/** Country by ISO 3166-1, such as `CA`; subdivision by ISO 3166-2, such as `CA-NS`. */
export interface Address {
  country: string;
  subdivision?: string;
  postalCode?: string;
  point?: Point;
}

type Days = { least: number; most: number };
export type Point = { latitude: number; longitude: number };

export interface Cart {
  lines: Line[];
  destination: Address;
  /** Further addresses; a line names its own by `to`: 0 is `destination`, 1 the first of these. */
  others?: Address[];
  coupons?: string[];
  discounts?: ({ kind: 'amount'; amount: number } | { kind: 'percent'; basisPoints: number })[];
  /** When it is bought, in UTC; now, where nothing is said. */
  moment?: string;
  /** When the buyer ordered last: with a server key for quotes only. */
  lastOrderAt?: string;
  /** Your own reference of who buys: whoever ordered under it need not be told about again. With a server key for quotes only. */
  buyerId?: string;
  cartStartedAt?: string;
  /** The buyer's language, such as `fr-CA`. */
  language?: string;
  /** `later` waits for no carrier; ask again for the services named in `pending`. */
  carriers?: 'wait' | 'later';
}

interface OptionFacts {
  service: string;
  name: string;
  kind: 'card' | 'carrier' | 'counter' | 'round';
  note: string;
  counter?: Counter;
}

type Street = { street: string; city: string; country: string; postalCode: string | null };
type Counter = Street & { instructions: string; point?: Point; distance?: number };

type Arrival = { first: string; last: string; orderBefore: string; timeZone: string; windows?: Span[]; readyAt?: string; text: string };
type Span = { from: string; until: string };

export interface PricedOption extends OptionFacts {
  status: 'priced';
  price: number;
  moreForFree?: number;
  tax?: { mode: 'included' | 'added'; basisPoints: number; amount: number };
  transit?: Days;
  promise?: Arrival;
}

export type Option = PricedOption | (OptionFacts & { status: 'refer'; message: string });

export interface Quote {
  edition: number;
  until?: string;
  currency: string;
  minorDigits: number;
  options: Option[];
  consignments?: { to: number; lines: number[]; options: Option[] }[];
  address?: { to: number; code: string; field: 'subdivision' | 'postalCode'; told?: string; text: string }[];
  withheld: { service: string; name: string; reasons: { code: string; text: string }[] }[];
  pending?: string[];
  message?: string;
  near?: Point;
}

export interface General {
  edition: number;
  until?: string;
  country: string;
  currency: string;
  minorDigits: number;
  parts: {
    rest: boolean;
    subdivisions: string[];
    byAddress: boolean;
    options: (Omit<OptionFacts, 'counter'> & { from: number | null; freeFrom?: number; days?: Days })[];
  }[];
}

/** What the shop refused, by RFC 9457; `retryAfter` in seconds where it may be tried again. */
export class DeliveryProblem extends Error {
  readonly status: number;
  readonly code: string;
  readonly errors: readonly { pointer: string; detail: string }[];
  readonly retryAfter: number | null;
  readonly requestId: string | null;

  constructor({ status, headers }: Response, body: Partial<DeliveryProblem> & { detail?: string }) {
    super(body.detail ?? `The shop answered ${status}`);
    this.name = 'DeliveryProblem';
    this.status = status;
    this.code = body.code ?? 'unknown';
    this.errors = body.errors ?? [];
    const wait = headers.get('retry-after');
    this.retryAfter = wait === null ? null : Number(wait);
    this.requestId = body.requestId ?? null;
  }
}

/** Where the shop answers, such as `https://delivery.example.org/public/v1`; a page key in a browser, a server key on a server, or none. */
type Settings = { address: string; key?: string; fetch?: typeof fetch };

export class DeliveryClient {
  readonly #settings: Settings;

  constructor(settings: Settings) {
    this.#settings = settings;
  }

  /** Asks anything of the door; what it answers is as its description says. */
  async ask<T>(path: string, query: Record<string, string | number | undefined>, init: RequestInit = {}): Promise<T> {
    const { address, key, fetch: send = fetch } = this.#settings;
    const isSecret = key?.startsWith('oss_') === true;
    const asked = { ...query, ...(key !== undefined && !isSecret && { key }) };
    const search = Object.entries(asked).flatMap(([name, value]) => (value === undefined ? [] : [[name, String(value)]]));
    const url = `${address.replace(/\/$/, '')}${path}${search.length > 0 ? `?${new URLSearchParams(search)}` : ''}`;
    const headers = {
      ...(init.body != null && { 'content-type': 'application/json' }),
      ...(isSecret && { authorization: `Bearer ${key}` }),
    };
    const answer = await send(url, { ...init, headers });
    const body = await answer.json().catch(() => ({}));
    if (!answer.ok) throw new DeliveryProblem(answer, body);
    return body as T;
  }

  /** The options of a cart; `edition` is of an order placed while that one was live. */
  quote(cart: Cart, { edition, look, signal }: { edition?: number; look?: string; signal?: AbortSignal } = {}): Promise<Quote> {
    return this.ask('/quotes', { edition, look }, { method: 'POST', body: JSON.stringify(cart), ...(signal && { signal }) });
  }

  /** Which edition is live: a quote of another one holds no longer. */
  edition(): Promise<{ edition: number; until?: string }> {
    return this.ask('/edition', {});
  }

  /** What is delivered to a country in general, and from what price. */
  options(country: string): Promise<General> {
    return this.ask('/options', { country });
  }
}
