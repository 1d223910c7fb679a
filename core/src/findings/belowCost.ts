import type { Id } from '../names/naming.ts';
import { admitted } from '../quote/admit.ts';
import type { CompiledBook } from '../quote/compile.ts';
import { plan } from '../quote/plan.ts';
import { QuoteRequest } from '../quote/request.ts';
import { quoteZone } from '../quote/settle.ts';
import type { Survey, SurveyAddress, SurveyProbe } from '../surveys/survey.ts';
import type { Finding } from './finding.ts';

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

type BelowCost = Finding<'belowCost'>;

const lossOf = ({ facts }: BelowCost) => facts.cost - facts.price;

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
      const times = (held?.facts.times ?? 0) + 1;
      if (held && cost - price <= lossOf(held)) found.set(lane, { ...held, facts: { ...held.facts, times } });
      else
        found.set(lane, {
          code: 'belowCost',
          severity: 'moneyLost',
          where: { zones: [address.zone], service },
          facts: { probe: probe.name, price, cost, times },
          witness: { lines: probe.lines, destination: address.destination },
        });
    }
  }
  return [...found.values()].sort((a, b) => lossOf(b) - lossOf(a));
}
