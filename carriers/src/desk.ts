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
  /** What the service is called, and the working days it takes at least. */
  readonly name: string;
  readonly days: number;
  readonly madeAt: number;
  voidedAt?: number;
}

const MOST_LABELS = 20_000;
const HOUR_MS = 3_600_000;
const DAY_MS = 24 * HOUR_MS;
/** A parcel is taken over so long after its label was made; until then the label can be given back. */
const TAKEN_OVER_AFTER = 2 * HOUR_MS;

/** One carrier at work: what it offers at the moment, and the labels it has given out. */
export class CarrierDesk {
  readonly tariff: CarrierTariff;
  readonly #now: () => number;
  readonly #added: ServiceTariff[] = [];
  readonly #labels = new Map<string, Label>();
  readonly #answered = new Map<string, LabelOut>();
  #serial: number;
  /** Milliseconds by which parcels are further on than the clock says. */
  #hastened = 0;

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
  label(key: string | undefined, ask: LabelAsk, once: string = randomUUID()): LabelOut {
    const held = this.#answered.get(once);
    if (held) return held;
    const { service, from, to, parcel, declaredValue } = ask;
    const asked = { from, to, parcels: [parcel], ...(declaredValue !== undefined && { declaredValue }) };
    const { rates, declined } = this.rates(key, asked);
    const rate = rates.find((one) => one.service === service);
    if (!rate) throw new Refused(422, declined.find((one) => one.service === service)?.message ?? `There is no service ${service}.`);
    this.#serial += 1;
    const tracking = trackingNumber(this.tariff.id, this.#serial);
    const { currency, id } = this.tariff;
    const out: LabelOut = { tracking, total: rate.total, currency, pdf: `/${id}/v1/labels/${tracking}.pdf`, test: true };
    if (this.#labels.size >= MOST_LABELS) {
      this.#labels.clear();
      this.#answered.clear();
    }
    this.#labels.set(tracking, { out, ask, name: rate.name, days: rate.transit.least, madeAt: this.#now() + this.#hastened });
    this.#answered.set(once, out);
    return out;
  }

  #labelOf(tracking: string): Label {
    const label = this.#labels.get(tracking);
    if (!label) throw new Refused(404, `No label has the number ${tracking}.`);
    return label;
  }

  /** The label to print. It is drawn when it is asked for: fonts and bars take longer than all else. */
  async pdf(tracking: string): Promise<Uint8Array> {
    const { ask, name } = this.#labelOf(tracking);
    const { labelPdf } = await import('./label.ts');
    return labelPdf(this.tariff, name, tracking, ask);
  }

  /** Takes a label back that was not used. */
  giveBack(key: string | undefined, tracking: string): void {
    this.account(key);
    const label = this.#labelOf(tracking);
    if (label.voidedAt !== undefined) return;
    const now = this.#now() + this.#hastened;
    if (now >= label.madeAt + TAKEN_OVER_AFTER) throw new Refused(409, 'The parcel is on its way already.');
    label.voidedAt = now;
  }

  /** Has parcels move on, as hours would. */
  hasten(hours: number): void {
    this.#hastened += hours * HOUR_MS;
  }

  /** What has happened to a parcel by now: nothing here is ever lost or late. */
  track(tracking: string): Tracked {
    const { ask, madeAt, days, voidedAt } = this.#labelOf(tracking);
    const now = this.#now() + this.#hastened;
    const [from, to] = [ask.from.city ?? ask.from.country, ask.to.city ?? ask.to.country];
    const event = (at: number, code: Tracked['events'][number]['code'], what: string, where: string) => ({
      at: new Date(at).toISOString(),
      code,
      what,
      where,
    });
    const events = [event(madeAt, 'made', 'Label made', from)];
    if (voidedAt !== undefined) events.push(event(voidedAt, 'void', 'Label given back', from));
    else {
      const [taken, there] = [madeAt + TAKEN_OVER_AFTER, madeAt + days * DAY_MS];
      if (now >= taken) events.push(event(taken, 'takenOver', 'Taken over', from));
      if (now >= Math.max(taken, there)) events.push(event(Math.max(taken, there), 'arrived', 'Arrived', to));
    }
    return { tracking, service: ask.service, events };
  }

  /** Closed days of a year, one for each entry of the tariff. */
  closed(year: number): { date: string; name: string }[] {
    return this.tariff.closed.map(([day, name]) => ({ date: `${year}-${day}`, name })).sort((a, b) => (a.date < b.date ? -1 : 1));
  }
}
