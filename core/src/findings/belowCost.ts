import type { Id } from '../names/naming.ts';
import type { Minor } from '../numbers/units.ts';
import { oncePer } from '../once/oncePer.ts';
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

interface Priced {
  /** Without tax, by service. */
  readonly prices: ReadonlyMap<Id, Minor>;
  readonly packaging: Minor;
}

/** What services charge for a probe at an address, and what its packaging costs the shop. */
function pricedAt(compiled: CompiledBook, probe: SurveyProbe, { zone: id, destination }: SurveyAddress): Priced {
  const zone = compiled.zones.find((one) => one.zone.id === id);
  if (!zone) return { prices: new Map(), packaging: 0 };
  const request = QuoteRequest.parse({ lines: probe.lines, discounts: [], destination });
  const { shipments } = plan(compiled, admitted(compiled, request));
  const offers = quoteZone(compiled, zone, shipments);
  return {
    prices: new Map(
      offers.flatMap((offer) => (offer.status === 'priced' ? [[offer.service, offer.price - (offer.tax?.amount ?? 0)]] : [])),
    ),
    packaging: shipments.reduce((sum, { packagingCost }) => sum + packagingCost, 0),
  };
}

type BelowCost = Finding<'belowCost'>;
type FreeIsDear = Finding<'freeIsDear'>;
type CartonNotCovered = Finding<'cartonNotCovered'>;

const lossOf = ({ facts }: BelowCost) => facts.cost - facts.price;

/** A price held against what its carrier asked. */
export interface Held {
  readonly probe: SurveyProbe;
  readonly address: SurveyAddress;
  readonly service: Id;
  readonly price: Minor;
  readonly cost: Minor;
  readonly packaging: Minor;
}

/** Every own price beside what its carrier asked, at every address and probe of a survey; prices without tax. */
const heldAgainst = oncePer((compiled: CompiledBook) =>
  oncePer(({ probes, addresses, costs }: Survey): readonly Held[] => {
    return [...asked(compiled.book, costs).values()].flatMap((entries) => {
      const [first] = entries;
      const [address, probe] = [addresses[first?.address ?? -1], probes[first?.probe ?? -1]];
      if (!address || !probe) return [];
      const { prices, packaging } = pricedAt(compiled, probe, address);
      return entries.flatMap(({ service, cost }): Held[] => {
        const price = prices.get(service);
        return price === undefined || cost === null ? [] : [{ probe, address, service, price, cost, packaging }];
      });
    });
  }),
);

/** Every price that does not cover its cost, at every address and probe of a survey; prices without tax. */
export const losses = (compiled: CompiledBook, survey: Survey): readonly Held[] =>
  heldAgainst(compiled)(survey).filter(({ price, cost }) => price < cost);

const shownBy = ({ probe, address }: Held) => ({ witness: { lines: probe.lines, destination: address.destination } });

/** The worst of each lane, with how many there are. */
function worstByLane<F extends BelowCost | FreeIsDear | CartonNotCovered>(
  list: readonly Held[],
  told: (held: Held, times: number) => F,
  grave: (held: Held) => number,
): F[] {
  const lanes = new Map<string, Held[]>();
  for (const held of list) {
    const lane = `${held.address.zone}/${held.service}`;
    const some = lanes.get(lane);
    if (some) some.push(held);
    else lanes.set(lane, [held]);
  }
  return [...lanes.values()].map((some) =>
    told(
      some.reduce((worst, one) => (grave(one) > grave(worst) ? one : worst)),
      some.length,
    ),
  );
}

/** Lanes that sell below cost, by the prices of the book and the costs of a survey; the greatest loss first. What is free is told by itself. */
export function belowCost(compiled: CompiledBook, survey: Survey): BelowCost[] {
  const paid = losses(compiled, survey).filter(({ price }) => price > 0);
  return worstByLane(
    paid,
    (held, times): BelowCost => ({
      code: 'belowCost',
      severity: 'moneyLost',
      where: { zones: [held.address.zone], service: held.service },
      facts: { probe: held.probe.name, price: held.price, cost: held.cost, times },
      ...shownBy(held),
    }),
    ({ cost, price }) => cost - price,
  ).sort((a, b) => lossOf(b) - lossOf(a));
}

/** Free delivery that costs more than this share of the goods is told, in basis points. */
const FREE_SHARE = 2500;

const goodsValue = ({ lines }: SurveyProbe) => lines.reduce((sum, { unitPrice, quantity }) => sum + unitPrice * quantity, 0);

/** Lanes that are free where carriage costs more than a quarter of the goods. */
export function freeIsDear(compiled: CompiledBook, survey: Survey): FreeIsDear[] {
  const share = ({ probe, cost }: Held) => (cost * 10_000) / Math.max(1, goodsValue(probe));
  const free = losses(compiled, survey).filter((held) => held.price === 0 && share(held) > FREE_SHARE);
  return worstByLane(
    free,
    (held, times): FreeIsDear => ({
      code: 'freeIsDear',
      severity: 'moneyLost',
      where: { zones: [held.address.zone], service: held.service },
      facts: { probe: held.probe.name, cost: held.cost, value: goodsValue(held.probe), share: FREE_SHARE, times },
      ...shownBy(held),
    }),
    share,
  );
}

/** Lanes whose price covers what the carrier asked, and not the packaging besides: the worst of each. */
export function cartonNotCovered(compiled: CompiledBook, survey: Survey): CartonNotCovered[] {
  const short = heldAgainst(compiled)(survey).filter(
    ({ price, cost, packaging }) => price > 0 && price >= cost && price < cost + packaging,
  );
  return worstByLane(
    short,
    (held): CartonNotCovered => ({
      code: 'cartonNotCovered',
      severity: 'moneyLost',
      where: { zones: [held.address.zone], service: held.service },
      facts: { price: held.price, carton: held.packaging, carriage: held.cost },
      ...shownBy(held),
    }),
    ({ price, cost, packaging }) => cost + packaging - price,
  );
}
