import {
  type AskedParcel,
  CarrierRate,
  type ClosedDays,
  type LabelAddress,
  type LabelRequest,
  type RateAddress,
  type RateAsk,
} from '@ostrakon/core';
import { z } from 'zod';
import { CarrierFailure, type CarrierPort, CarrierSaysNo, type GivenPackaging, type ListedService } from './carrierPort.ts';

// What a carrier says on the wire. Members nobody asked for are passed over; everything read is checked.
const WireParcel = z.object({
  count: z.int().min(1),
  weight: z.int().min(0),
  volumetric: z.int().min(0).nullable(),
  billed: z.int().min(0),
  amount: z.int().min(0),
});
const WireRate = z.object({
  service: z.string(),
  name: z.string(),
  total: z.int().min(1, 'A price of nothing, or below'),
  rows: z.array(z.object({ name: z.string(), amount: z.int() })),
  parcels: z.array(WireParcel),
  transit: z.object({ least: z.int(), most: z.int() }),
});
const WireRates = z.object({
  currency: z.string(),
  rates: z.array(WireRate),
  declined: z.array(z.object({ service: z.string(), message: z.string() })),
});
const WireServices = z.object({
  services: z.array(z.object({ code: z.string().min(1).max(40), name: z.string().max(120), note: z.string().max(300) })).max(200),
});
const WireLabel = z.object({ tracking: z.string().regex(/^[A-Z0-9]{4,40}$/), total: z.int().min(0), currency: z.string() });
const WireTracked = z.object({
  events: z
    .array(
      z.object({
        at: z.iso.datetime(),
        code: z.enum(['made', 'takenOver', 'arrived', 'void']),
        what: z.string().max(200),
        where: z.string().max(120),
      }),
    )
    .max(200),
});
const WireClosed = z.object({ closed: z.array(z.object({ date: z.iso.date(), name: z.string().min(1).max(80) })).max(400) });

const side = z.int().min(1).max(5000);
const WireSides = z.object({ length: side, width: side, height: side });
const WirePackaging = z.object({
  packaging: z
    .array(
      z.object({
        code: z.string().min(1).max(40),
        name: z.string().min(1).max(80),
        kind: z.enum(['carton', 'mailer', 'envelope', 'tube']),
        inside: WireSides,
        outside: WireSides,
        tare: z.int().min(0).max(100_000),
        mostLoad: z.int().min(1).max(10_000_000).nullable(),
        services: z.array(z.string().min(1).max(40)).min(1).max(60).nullable(),
      }),
    )
    .max(60),
});

const MOST_BYTES = 2_000_000;

/** A key shorter than this stands in too many words by chance to be looked for. */
const SHORTEST_KEY_FOUND = 4;

const addressOf = ({ country, subdivision, postalCode, ...more }: RateAddress & Partial<LabelAddress>) => ({
  ...more,
  country,
  ...(subdivision !== undefined && { subdivision }),
  ...(postalCode !== undefined && { postalCode }),
});

const parcelOf = ({ weight, sides, count }: AskedParcel) => ({
  weight,
  count,
  ...(sides && { length: sides[0], width: sides[1], height: sides[2] }),
});

/** How long a carrier is left alone that says nothing of it, and the longest it may ask for; milliseconds. */
const [USUAL_REST, LONGEST_REST] = [30_000, 3_600_000];

/** Retry-After as seconds or as a date (RFC 9110, section 10.2.3), in milliseconds. */
function restFor(header: string | null): number {
  if (header === null) return USUAL_REST;
  const seconds = /^\d+$/.test(header.trim()) ? Number(header) * 1000 : Date.parse(header) - Date.now();
  return Number.isFinite(seconds) ? Math.min(LONGEST_REST, Math.max(0, seconds)) : USUAL_REST;
}

const why = (error: z.ZodError) => {
  const [issue] = error.issues;
  return `${issue?.path.join('.') || 'The answer'}: ${issue?.message ?? 'not understood'}`.slice(0, 300);
};

export interface Connection {
  /** Address of the carrier's service, without a slash at its end. */
  readonly url: string;
  readonly key: string;
  /** The currency the account is billed in. */
  readonly currency: string;
}

/** A carrier asked over HTTP. */
export class NetworkCarrier implements CarrierPort {
  readonly #connection: Connection;

  constructor(connection: Connection) {
    this.#connection = connection;
  }

  #withoutKey(text: string): string {
    const { key } = this.#connection;
    return key.length < SHORTEST_KEY_FOUND ? text : text.replaceAll(key, '(account key)');
  }

  async #fetch(
    path: string,
    signal: AbortSignal,
    body?: unknown,
    headers: Readonly<Record<string, string>> = {},
    method = body === undefined ? 'GET' : 'POST',
  ): Promise<Response> {
    const { url, key } = this.#connection;
    const response = await fetch(`${url}/v1${path}`, {
      signal,
      redirect: 'error',
      headers: { 'X-Account-Key': key, ...(body !== undefined && { 'Content-Type': 'application/json' }), ...headers },
      method,
      ...(body !== undefined && { body: JSON.stringify(body) }),
    }).catch((error: Error) => {
      if (signal.aborted) throw new CarrierFailure('timeout', 'No answer within the time limit.');
      const cause = error.cause instanceof Error ? error.cause.message : '';
      throw new CarrierFailure('down', this.#withoutKey(cause || error.message).slice(0, 200));
    });
    if (response.status === 401 || response.status === 403) throw new CarrierFailure('key', 'The account key was not accepted.');
    if (response.status === 429) {
      const rest = restFor(response.headers.get('Retry-After'));
      throw new CarrierFailure('busy', `The carrier has had too many questions and asks for ${Math.ceil(rest / 1000)} s of rest.`, rest);
    }
    if (response.status >= 500) throw new CarrierFailure('down', `The carrier's service failed (${response.status}).`);
    return response;
  }

  /** The body of an answer, read no further than any answer should reach. */
  async #bytes(response: Response, signal: AbortSignal): Promise<Buffer> {
    const parts: Uint8Array[] = [];
    let size = 0;
    try {
      for await (const part of response.body ?? []) {
        size += part.length;
        if (size > MOST_BYTES) throw new CarrierFailure('refused', 'The answer is larger than any answer should be.');
        parts.push(part);
      }
    } catch (error) {
      if (error instanceof CarrierFailure) throw error;
      if (signal.aborted) throw new CarrierFailure('timeout', 'No answer within the time limit.');
      throw new CarrierFailure('down', 'The answer broke off.');
    }
    return Buffer.concat(parts);
  }

  async #json<S extends z.ZodType>(schema: S, response: Response, signal: AbortSignal): Promise<z.output<S>> {
    const text = (await this.#bytes(response, signal)).toString('utf8');
    let body: unknown;
    try {
      // A carrier that repeats the key it was sent must not make it known to anybody.
      body = JSON.parse(text, (_name, value: unknown) => (typeof value === 'string' ? this.#withoutKey(value) : value));
    } catch {
      throw new CarrierFailure('refused', 'The answer is not JSON.');
    }
    if (!response.ok) {
      const title = z.object({ title: z.string() }).safeParse(body);
      const words = title.success ? title.data.title.slice(0, 300) : `Refused with ${response.status}.`;
      // A question it cannot read is a fault between us; a no to what was asked is its own.
      if (response.status === 400) throw new CarrierFailure('refused', words);
      throw new CarrierSaysNo(words);
    }
    const read = schema.safeParse(body);
    if (!read.success) throw new CarrierFailure('refused', why(read.error));
    return read.data;
  }

  #requireCurrency(currency: string): void {
    const own = this.#connection.currency;
    if (currency !== own) throw new CarrierFailure('otherCurrency', `The answer is in ${currency.slice(0, 10)}, not ${own}.`);
  }

  async services(signal: AbortSignal): Promise<readonly ListedService[]> {
    return (await this.#json(WireServices, await this.#fetch('/services', signal), signal)).services;
  }

  async rates({ from, to, residential, parcels, declaredValue }: RateAsk, signal: AbortSignal) {
    const body = {
      from: { ...addressOf(from), residential: false },
      to: { ...addressOf(to), residential },
      parcels: parcels.map(parcelOf),
      ...(declaredValue !== null && { declaredValue }),
    };
    const said = await this.#json(WireRates, await this.#fetch('/rates', signal, body), signal);
    this.#requireCurrency(said.currency);
    const count = (list: readonly { count: number }[]) => list.reduce((sum, one) => sum + one.count, 0);
    const rates = said.rates.map(({ total, ...rate }) => {
      // A price for fewer parcels than there are is too low to be shown to anybody.
      if (count(rate.parcels) !== count(parcels)) {
        throw new CarrierFailure('refused', `${rate.service}: a price for ${count(rate.parcels)} of ${count(parcels)} parcels`);
      }
      const read = CarrierRate.safeParse({ ...rate, amount: total });
      if (!read.success) throw new CarrierFailure('refused', `${rate.service}: ${why(read.error)}`.slice(0, 300));
      return read.data;
    });
    const declined = said.declined.map(({ service, message }) => ({ service, message: message.slice(0, 300) }));
    return { status: 'rates' as const, rates, declined };
  }

  async label({ service, from, to, residential, parcel, declaredValue, reference, once }: LabelRequest, signal: AbortSignal) {
    const body = {
      service,
      from: { ...addressOf(from), residential: false },
      to: { ...addressOf(to), residential },
      parcel: parcelOf(parcel),
      ...(declaredValue !== null && { declaredValue }),
      reference,
    };
    const { tracking, total, currency } = await this.#json(
      WireLabel,
      await this.#fetch('/labels', signal, body, { 'Idempotency-Key': once }),
      signal,
    );
    this.#requireCurrency(currency);
    return { tracking, cost: total };
  }

  async voidLabel(tracking: string, signal: AbortSignal): Promise<void> {
    const response = await this.#fetch(`/labels/${encodeURIComponent(tracking)}`, signal, undefined, {}, 'DELETE');
    if (response.status === 204 || response.status === 404) return;
    if (response.status === 409) throw new CarrierSaysNo('The parcel of this label is on its way already.');
    throw new CarrierFailure('refused', `The label was not taken back (${response.status}).`);
  }

  async track(tracking: string, signal: AbortSignal) {
    const response = await this.#fetch(`/tracking/${encodeURIComponent(tracking)}`, signal);
    if (response.status === 404) throw new CarrierSaysNo(`The carrier has no parcel ${tracking}.`);
    return (await this.#json(WireTracked, response, signal)).events;
  }

  async labelPdf(tracking: string, signal: AbortSignal): Promise<Buffer> {
    const response = await this.#fetch(`/labels/${encodeURIComponent(tracking)}.pdf`, signal);
    if (!response.ok) throw new CarrierSaysNo(`The carrier has no label ${tracking}.`);
    const bytes = await this.#bytes(response, signal);
    if (bytes.subarray(0, 5).toString('latin1') !== '%PDF-') throw new CarrierFailure('refused', 'The label is not a PDF.');
    return bytes;
  }

  async packaging(signal: AbortSignal): Promise<readonly GivenPackaging[]> {
    const { packaging } = await this.#json(WirePackaging, await this.#fetch('/packaging', signal), signal);
    const size = ({ length, width, height }: z.infer<typeof WireSides>) => ({
      length: `${length} mm`,
      width: `${width} mm`,
      height: `${height} mm`,
    });
    return packaging.map(({ inside, outside, tare, mostLoad, ...one }) => ({
      ...one,
      inside: size(inside),
      outside: size(outside),
      tare: `${tare} g`,
      mostLoad: mostLoad === null ? null : `${mostLoad} g`,
    }));
  }

  async closedDays(year: number, signal: AbortSignal): Promise<readonly ClosedDays[]> {
    const { closed } = await this.#json(WireClosed, await this.#fetch(`/closed-days?year=${year}`, signal), signal);
    return closed.map(({ date, name }) => ({ name, days: [{ from: date, until: date }] }));
  }
}
