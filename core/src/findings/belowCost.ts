import type { Id } from '../names/naming.ts';
import { admitted } from '../quote/admit.ts';
import type { CompiledBook } from '../quote/compile.ts';
import { plan } from '../quote/plan.ts';
import { QuoteRequest } from '../quote/request.ts';
import { quoteZone } from '../quote/settle.ts';
import type { Survey, SurveyAddress, SurveyProbe } from '../surveys/survey.ts';

/** A lane whose own price, without tax, is less than its carrier asked for in a survey; the probe it loses most on. */
export interface BelowCost {
  readonly zone: Id;
  readonly service: Id;
  readonly probe: SurveyProbe;
  readonly address: SurveyAddress;
  /** Minor units, without tax. */
  readonly price: number;
  readonly cost: number;
  /** How many of the probes at how many addresses cost more than they bring in. */
  readonly times: number;
}

/** Costs of own prices in a survey, by probe and address. */
function asked(book: CompiledBook['book'], costs: Survey['costs']): Map<string, Survey['costs']> {
  const own = new Set(book.services.filter(({ kind }) => kind === 'card').map(({ id }) => id));
  const byProbe = new Map<string, Survey['costs']>();
  for (const entry of costs) {
    if (!own.has(entry.service) || entry.cost === null) continue;
    const key = `${entry.address} ${entry.probe}`;
    const held = byProbe.get(key);
    if (held) held.push(entry);
    else byProbe.set(key, [entry]);
  }
  return byProbe;
}

/** What services charge for a probe at an address, without tax. */
function pricesOf(compiled: CompiledBook, probe: SurveyProbe, { zone: id, destination }: SurveyAddress): Map<Id, number> {
  const zone = compiled.zones.find((one) => one.zone.id === id);
  if (!zone) return new Map();
  const request = QuoteRequest.parse({ lines: probe.lines, discounts: [], destination });
  const offers = quoteZone(compiled, zone, plan(compiled, admitted(compiled, request)).shipments);
  return new Map(offers.flatMap((offer) => (offer.status === 'priced' ? [[offer.service, offer.price - (offer.tax?.amount ?? 0)]] : [])));
}

/** Lanes that sell below cost, by the prices of the book and the costs of a survey; the greatest loss first. */
export function belowCost(compiled: CompiledBook, { probes, addresses, costs }: Survey): BelowCost[] {
  const found = new Map<string, BelowCost>();
  for (const entries of asked(compiled.book, costs).values()) {
    const [first] = entries;
    const [address, probe] = [addresses[first?.address ?? -1], probes[first?.probe ?? -1]];
    if (!address || !probe) continue;
    const prices = pricesOf(compiled, probe, address);
    for (const { service, cost } of entries) {
      const price = prices.get(service);
      if (price === undefined || cost === null || price >= cost) continue;
      const lane = `${address.zone}/${service}`;
      const held = found.get(lane);
      const times = (held?.times ?? 0) + 1;
      const worse = !held || cost - price > held.cost - held.price;
      found.set(lane, worse ? { zone: address.zone, service, probe, address, price, cost, times } : { ...held, times });
    }
  }
  return [...found.values()].sort((a, b) => b.cost - b.price - (a.cost - a.price));
}
