import { randomUUID } from 'node:crypto';
import type { LabelAsk, LabelOut, NewService, RateAnswer, RateAsk, Tracked } from './messages.ts';
import { rateAll } from './rating.ts';
import type { CarrierTariff, ServiceTariff } from './tariffs.ts';
import { trackingNumber } from './tracking.ts';

export class Refused extends Error {
  readonly status: number;
  constructor(status: number, message: string) {
    super(message);
    this.status = status;
  }
}

interface Label {
  readonly out: LabelOut;
  readonly ask: LabelAsk;
  readonly pdf: Uint8Array;
  readonly madeAt: number;
}

const MOST_LABELS = 500;

/** One carrier at work: what it offers at the moment, and the labels it has given out. */
export class CarrierDesk {
  readonly tariff: CarrierTariff;
  readonly #now: () => number;
  readonly #added: ServiceTariff[] = [];
  readonly #labels = new Map<string, Label>();
  readonly #answered = new Map<string, LabelOut>();
  #serial: number;

  /** @param now milliseconds since 1970 */
  constructor(tariff: CarrierTariff, now: () => number) {
    this.tariff = tariff;
    this.#now = now;
    this.#serial = 47_312_000 + tariff.id.length;
  }

  get services(): readonly ServiceTariff[] {
    return [...this.tariff.services, ...this.#added];
  }

  account(key: string | undefined): { number: string; discount: number } {
    const account = key === undefined || !Object.hasOwn(this.tariff.accounts, key) ? undefined : this.tariff.accounts[key];
    if (!account) throw new Refused(401, `${this.tariff.name} does not know this account key.`);
    return account;
  }

  add({ code, name, like, percent }: NewService): void {
    const model = this.services.find((service) => service.code === like);
    if (!model) throw new Refused(422, `There is no service ${like}.`);
    if (this.services.some((service) => service.code === code)) throw new Refused(409, `There is a service ${code} already.`);
    const part = (amount: number) => Math.round((amount * percent) / 100);
    this.#added.push({
      ...model,
      code,
      name,
      note: 'New.',
      bands: model.bands.map((band) => ({ ...band, first: part(band.first), each: part(band.each) })),
    });
  }

  rates(key: string | undefined, ask: RateAsk): RateAnswer {
    const { number, discount } = this.account(key);
    return { currency: this.tariff.currency, account: number, ...rateAll(this.tariff, this.services, discount, ask) };
  }

  /** A label; the same idempotency key gives the same label again. */
  async label(key: string | undefined, ask: LabelAsk, once: string = randomUUID()): Promise<LabelOut> {
    const held = this.#answered.get(once);
    if (held) return held;
    const { service, from, to, parcel, declaredValue } = ask;
    const asked = { from, to, parcels: [parcel], ...(declaredValue !== undefined && { declaredValue }) };
    const { rates, declined } = this.rates(key, asked);
    const rate = rates.find((one) => one.service === service);
    if (!rate) throw new Refused(422, declined.find((one) => one.service === service)?.message ?? `There is no service ${service}.`);
    this.#serial += 1;
    const tracking = trackingNumber(this.tariff.id, this.#serial);
    // Drawing needs fonts and bar codes, which nobody who asks for rates should wait for.
    const { labelPdf } = await import('./label.ts');
    const pdf = await labelPdf(this.tariff, rate.name, tracking, ask);
    const { currency, id } = this.tariff;
    const out: LabelOut = { tracking, total: rate.total, currency, pdf: `/${id}/v1/labels/${tracking}.pdf`, test: true };
    if (this.#labels.size >= MOST_LABELS) {
      this.#labels.clear();
      this.#answered.clear();
    }
    this.#labels.set(tracking, { out, ask, pdf, madeAt: this.#now() });
    this.#answered.set(once, out);
    return out;
  }

  #labelOf(tracking: string): Label {
    const label = this.#labels.get(tracking);
    if (!label) throw new Refused(404, `No label has the number ${tracking}.`);
    return label;
  }

  pdf(tracking: string): Uint8Array {
    return this.#labelOf(tracking).pdf;
  }

  /** What has happened to a parcel: a test label is read once and goes nowhere. */
  track(tracking: string): Tracked {
    const { ask, madeAt } = this.#labelOf(tracking);
    const at = new Date(madeAt).toISOString();
    return {
      tracking,
      service: ask.service,
      events: [{ at, what: 'Label made; a test, not handed over', where: ask.from.city ?? ask.from.country }],
    };
  }

  /** Closed days of a year, one for each entry of the tariff. */
  closed(year: number): { date: string; name: string }[] {
    return this.tariff.closed.map(([day, name]) => ({ date: `${year}-${day}`, name })).sort((a, b) => (a.date < b.date ? -1 : 1));
  }
}
