import type { SingleCommand } from '../commands/commands.ts';
import { boundInBase } from '../measures/bound.ts';
import { dimensionOf, type Measure } from '../measures/measure.ts';
import type { Id } from '../names/naming.ts';
import type { Minor } from '../numbers/units.ts';
import { type Bound, Card, isTiered, type TieredCard } from '../rate-book/card.ts';
import type { Lane } from '../rate-book/lane.ts';
import { Limits } from '../rate-book/limits.ts';
import { laneOf, type RateBook } from '../rate-book/rateBook.ts';
import type { Survey } from '../surveys/survey.ts';
import type { Bounds, Edge, Finding, FindingCode } from './finding.ts';
import { raisedToCost } from './raiseToCost.ts';

/** One way to mend a finding, as commands for the draft. */
export type Repair = {
  readonly commands: readonly SingleCommand[];
} & (
  | { readonly code: 'beginLower' | 'reachHigher'; readonly service: Id; readonly bound: Bound; readonly measure: Measure }
  | { readonly code: 'liftLimit'; readonly service: Id; readonly measure: Measure }
  | { readonly code: 'askAbove'; readonly service: Id; readonly bound: Bound; readonly measure: Measure }
  /** A tier whose price is asked for; what is suggested is marked as that. */
  | { readonly code: 'addTier'; readonly service: Id; readonly bound: Bound; readonly measure: Measure; readonly suggested: Minor }
  | { readonly code: 'raiseTier'; readonly service: Id; readonly price: Minor }
  /** Every price that lost in the survey, raised to what it costs. */
  | { readonly code: 'raiseToCost'; readonly service: Id }
  | { readonly code: 'removeTier'; readonly service: Id }
  | { readonly code: 'intoZone'; readonly zone: Id }
  | { readonly code: 'withoutCharges'; readonly charges: readonly Id[]; readonly service: Id }
  | { readonly code: 'fallBack'; readonly service: Id }
  | { readonly code: 'switchOff'; readonly of: 'charge' | 'allowance'; readonly id: Id }
  | { readonly code: 'removeLane'; readonly service: Id }
  | { readonly code: 'taxAt'; readonly basisPoints: number }
  | { readonly code: 'heedHolidays'; readonly service: Id }
  /** What is live holds again. */
  | { readonly code: 'asLive'; readonly service: Id }
);

interface At {
  readonly book: RateBook;
  readonly zone: Id;
  readonly service: Id;
  readonly lane: Lane;
}

function laneAt(book: RateBook, zone: Id | undefined, service: Id | undefined): At | null {
  const held = book.zones.find(({ id }) => id === zone);
  const lane = held && service !== undefined ? laneOf(held, service) : undefined;
  return held && service !== undefined && lane ? { book, zone: held.id, service, lane } : null;
}

/** Every bound a zone's lanes were given for a measure, as it was typed. */
function typedBounds(book: RateBook, zone: Id, measure: Measure): readonly Bound[] {
  const lanes = Object.values(book.zones.find(({ id }) => id === zone)?.lanes ?? {});
  return lanes.flatMap(({ card, groupCards, limits }): Bound[] => [
    ...limits.filter((limit) => limit.measure === measure).flatMap(({ from, upTo }) => [from, upTo].filter((bound) => bound !== undefined)),
    ...[card, ...groupCards.map((held) => held.card)].flatMap((one) =>
      isTiered(one) && one.measure === measure ? one.tiers.map(({ upTo }): Bound => upTo) : [],
    ),
  ]);
}

const PER_UNIT = { mass: [1e9, 'kg'], length: [10_000, 'cm'], distance: [1e6, 'km'] } as const;

/** A bound as it is stored: as somebody typed it, else in the unit of the metre or the kilogram. */
function boundText(book: RateBook, zone: Id, measure: Measure, base: number): Bound {
  const typed = typedBounds(book, zone, measure).find((bound) => boundInBase(measure, bound) === base);
  if (typed !== undefined) return typed;
  const dimension = dimensionOf(measure);
  if (dimension === 'money' || dimension === 'count') return base;
  const [unit, name] = PER_UNIT[dimension];
  return `${Number((base / unit).toFixed(6))} ${name}`;
}

const setLimits = ({ zone, service }: At, limits: unknown): SingleCommand[] => {
  const parsed = Limits.safeParse(limits);
  return parsed.success ? [{ name: 'setLimits', args: { zone, service, limits: parsed.data } }] : [];
};

const setCard = ({ zone, service }: At, card: unknown): SingleCommand[] => {
  const parsed = Card.safeParse(card);
  return parsed.success ? [{ name: 'setCard', args: { zone, service, card: parsed.data } }] : [];
};

/** The limits of a lane with an end of one of them moved, or taken off. */
function withEnd(limits: Lane['limits'], measure: Measure, end: 'from' | 'upTo', to: Bound | null): readonly unknown[] {
  return limits.flatMap((limit): unknown[] => {
    if (limit.measure !== measure) return [limit];
    const { [end]: _old, ...rest } = limit;
    const next = to === null ? rest : { ...rest, [end]: to };
    return 'from' in next || 'upTo' in next ? [next] : [];
  });
}

const limitEnds = ({ lane }: At, { measure, bound, side }: Edge): boolean =>
  lane.limits.some((limit) => {
    const end = limit.measure === measure ? (side === 'below' ? limit.upTo : limit.from) : undefined;
    return end !== undefined && boundInBase(measure, end) === bound;
  });

/** The tiers of a lane whose last bound ends where carts go without. */
function endingTiers({ lane: { card } }: At, { measure, bound, side }: Edge): TieredCard | null {
  if (side === 'above' || !isTiered(card) || card.measure !== measure || card.above.kind !== 'notOffered') return null;
  const last = card.tiers.at(-1);
  return last && boundInBase(measure, last.upTo) === bound ? card : null;
}

/** The price of a tier after the last, if the last step went on. */
function nextStep({ tiers }: TieredCard): Minor {
  const prices = tiers.flatMap(({ result }) => (result.kind === 'amount' ? [result.amount] : []));
  const [before, last] = [prices.at(-2), prices.at(-1)];
  return last === undefined ? 0 : before === undefined || last <= before ? last : 2 * last - before;
}

/** Repairs at one edge of carts that go without. */
function atEdge(at: At, edge: Edge, region: Bounds | undefined): readonly Repair[] {
  const { book, zone, service, lane } = at;
  const { measure, side, bound } = edge;
  const other = side === 'above' ? (region?.over ?? region?.from) : (region?.under ?? region?.upTo);
  const reach = other === undefined ? null : boundText(book, zone, measure, other);
  if (limitEnds(at, edge)) {
    const end = side === 'below' ? 'upTo' : 'from';
    const commands = setLimits(at, withEnd(lane.limits, measure, end, reach));
    if (commands.length === 0) return [];
    if (reach === null) return [{ code: 'liftLimit', service, measure, commands }];
    return [{ code: side === 'below' ? 'reachHigher' : 'beginLower', service, measure, bound: reach, commands }];
  }
  const card = endingTiers(at, edge);
  if (!card) return [];
  const upTo = reach ?? boundText(book, zone, measure, bound * 2);
  const suggested = nextStep(card);
  const added = setCard(at, { ...card, tiers: [...card.tiers, { upTo, result: { kind: 'amount', amount: suggested } }] });
  const asked = setCard(at, { ...card, above: { kind: 'refer' } });
  return [
    { code: 'addTier', service, measure, bound: upTo, suggested, commands: added },
    { code: 'askAbove', service, measure, bound: boundText(book, zone, measure, bound), commands: asked },
  ];
}

/** The commands of a repair that adds a tier, with the price the owner typed. */
export function withPrice(repair: Extract<Repair, { code: 'addTier' }>, price: Minor): Repair {
  const commands = repair.commands.map((command): SingleCommand => {
    if (command.name !== 'setCard' || !isTiered(command.args.card)) return command;
    const { card } = command.args;
    const tiers = card.tiers.map((tier, at) =>
      at === card.tiers.length - 1 ? { ...tier, result: { kind: 'amount', amount: price } } : tier,
    );
    return { ...command, args: { ...command.args, card: Card.parse({ ...card, tiers }) } };
  });
  return { ...repair, commands };
}

/** What makes a lane as it is in the live book; nothing where it is so already, or is not live. */
function laneAsLive(at: At, live: RateBook | null): SingleCommand[] {
  const held = live && laneAt(live, at.zone, at.service);
  if (!held) return [];
  const where = { zone: at.zone, service: at.service };
  const [now, then] = [at.lane, held.lane];
  const differs = (key: keyof Lane) => JSON.stringify(now[key]) !== JSON.stringify(then[key]);
  return [
    ...(differs('card') ? [{ name: 'setCard' as const, args: { ...where, card: then.card } }] : []),
    ...(differs('limits') ? [{ name: 'setLimits' as const, args: { ...where, limits: then.limits } }] : []),
    ...(differs('conditions') ? [{ name: 'setConditions' as const, args: { ...where, conditions: then.conditions } }] : []),
    ...(differs('floor') || differs('cap')
      ? [{ name: 'setLaneRange' as const, args: { ...where, floor: then.floor, cap: then.cap } }]
      : []),
    ...(differs('freeFrom') ? [{ name: 'setFreeFrom' as const, args: { ...where, freeFrom: then.freeFrom } }] : []),
  ];
}

/** What makes the days of a service as they are live, in every zone. */
function daysAsLive(book: RateBook, live: RateBook | null, service: Id): SingleCommand[] {
  const [now, then] = [book, live].map((one) => one?.services.find(({ id }) => id === service));
  if (!now || !then) return [];
  const zones = book.zones.flatMap((zone): SingleCommand[] => {
    const own = laneOf(zone, service)?.transit;
    const held = live?.zones.find(({ id }) => id === zone.id);
    const was = held && laneOf(held, service)?.transit;
    if (own === undefined || was === undefined || JSON.stringify(own) === JSON.stringify(was)) return [];
    return [{ name: 'setTransit', args: { zone: zone.id, service, transit: was } }];
  });
  const days: SingleCommand[] =
    JSON.stringify(now.days) === JSON.stringify(then.days) ? [] : [{ name: 'setServiceDays', args: { service, days: then.days } }];
  return [...days, ...zones];
}

const asLive = (service: Id, commands: readonly SingleCommand[]): Repair[] =>
  commands.length === 0 ? [] : [{ code: 'asLive', service, commands }];

const laneLive = (book: RateBook, live: RateBook | null, zone: Id | undefined, service: Id | undefined): Repair[] => {
  const at = laneAt(book, zone, service);
  return at ? asLive(at.service, laneAsLive(at, live)) : [];
};

/** A lane's tiers with the result of one of them changed. */
function withTier(at: At, tier: number, result: unknown): SingleCommand[] {
  const { card } = at.lane;
  if (!isTiered(card)) return [];
  return tier === card.tiers.length
    ? setCard(at, { ...card, above: result })
    : setCard(at, { ...card, tiers: card.tiers.map((held, place) => (place === tier ? { ...held, result } : held)) });
}

/** The tier that begins over a bound is made as dear as the one before it. */
function raised(book: RateBook, { where, facts }: Finding<'heavierPaysLess'>): Repair[] {
  const at = laneAt(book, where.zones[0], where.service);
  if (!at || !isTiered(at.lane.card) || at.lane.card.measure !== facts.measure) return [];
  const { card } = at.lane;
  const before = card.tiers.findIndex(({ upTo }) => boundInBase(card.measure, upTo) === facts.bound);
  const [lower, upper] = [card.tiers[before]?.result, card.tiers[before + 1]?.result ?? card.above];
  if (before === -1 || lower?.kind !== 'amount' || upper.kind !== 'amount') return [];
  return [{ code: 'raiseTier', service: at.service, price: lower.amount, commands: withTier(at, before + 1, lower) }];
}

/** One tier less; never the last. */
function removed(book: RateBook, where: Finding['where'], tier: number): Repair[] {
  const at = laneAt(book, where.zones[0], where.service);
  if (!at || !isTiered(at.lane.card) || at.lane.card.tiers.length < 2) return [];
  const { card } = at.lane;
  const commands = setCard(at, { ...card, tiers: card.tiers.filter((_held, place) => place !== tier) });
  return commands.length === 0 ? [] : [{ code: 'removeTier', service: at.service, commands }];
}

/** The prices of a lane raised to what they cost. */
function raisedBy(book: RateBook, survey: Survey | undefined, { where }: Finding<'belowCost'>): Repair[] {
  const at = laneAt(book, where.zones[0], where.service);
  const card = at && survey ? raisedToCost(book, survey, at) : null;
  return at && card ? [{ code: 'raiseToCost', service: at.service, commands: setCard(at, card) }] : [];
}

/** The zone that holds most whole countries: where one that was left over is best at home. */
function widestZone({ zones }: RateBook): Id | undefined {
  const wide = zones.map(({ id, places }) => ({
    id,
    countries: places.filter(({ kind, excluded }) => !excluded && (kind === 'country' || kind === 'countryGroup')).length,
  }));
  return wide.sort((a, b) => b.countries - a.countries)[0]?.id;
}

function intoZone(book: RateBook, finding: Finding<'leftOver'> | Finding<'leftOverParts'>): Repair[] {
  const zone = widestZone(book);
  if (zone === undefined) return [];
  const regions = finding.code === 'leftOver' ? [finding.facts.country] : finding.facts.subdivisions;
  return [{ code: 'intoZone', zone, commands: regions.map((region) => ({ name: 'moveRegion', args: { region, zone } })) }];
}

/** Charges that leave a service out: of those that are for all services, all others are named. */
function withoutCharges(book: RateBook, { where, facts }: Finding<'chargedWhenFree'>): Repair[] {
  const { service } = where;
  const charges = book.charges.filter(({ id }) => facts.charges.includes(id));
  if (service === undefined || charges.length === 0) return [];
  const commands = charges.map((charge): SingleCommand => {
    const named = charge.scope.services ?? book.services.map((one) => one.id);
    return { name: 'setCharge', args: { ...charge, scope: { ...charge.scope, services: named.filter((one) => one !== service) } } };
  });
  return [{ code: 'withoutCharges', charges: charges.map(({ id }) => id), service, commands }];
}

/** A carrier's service with its own prices for when the carrier is silent. */
function fallBack(book: RateBook, { facts }: Finding<'onlyCarrier'>): Repair[] {
  return facts.services.flatMap((id): Repair[] => {
    const service = book.services.find((one) => one.id === id);
    if (!service?.carriage || !service.terms || service.terms.unanswered.kind === 'card') return [];
    const terms = { ...service.terms, unanswered: { kind: 'card' as const } };
    return [
      { code: 'fallBack', service: id, commands: [{ name: 'setCarriage', args: { service: id, carriage: service.carriage, terms } }] },
    ];
  });
}

/** A charge or reduction that is kept for later. */
function switchedOff(book: RateBook, { of, id }: { readonly of: 'charge' | 'allowance'; readonly id: Id }): Repair[] {
  if (of === 'charge') {
    const charge = book.charges.find((one) => one.id === id);
    return charge ? [{ code: 'switchOff', of, id, commands: [{ name: 'setCharge', args: { ...charge, inUse: false } }] }] : [];
  }
  const allowance = book.allowances.find((one) => one.id === id);
  return allowance ? [{ code: 'switchOff', of, id, commands: [{ name: 'setAllowance', args: { ...allowance, inUse: false } }] }] : [];
}

function windowOver(book: RateBook, { where, facts }: Finding<'neverAgain'>): Repair[] {
  if (facts.of === 'lane') {
    const at = laneAt(book, where.zones[0], facts.id);
    return at
      ? [{ code: 'removeLane', service: at.service, commands: [{ name: 'removeLane', args: { zone: at.zone, service: at.service } }] }]
      : [];
  }
  return switchedOff(book, { of: facts.of, id: facts.id });
}

function noOptionRepairs(book: RateBook, live: RateBook | null, { where, facts }: Finding<'noOption'>): Repair[] {
  const [zone] = where.zones;
  const own = facts.edges.flatMap((edge) => {
    const at = laneAt(book, zone, edge.service);
    const region = facts.within.find(({ measure, part }) => measure === edge.measure && part === undefined);
    return at ? atEdge(at, edge, region) : [];
  });
  const services = [...new Set(facts.edges.map(({ service }) => service))];
  return [...services.flatMap((service) => laneLive(book, live, zone, service)), ...own];
}

/**
 * Ways to mend a finding, the plainest first.
 * @param live the live book, or null while nothing is
 * @param survey what carriers asked, for prices below cost
 */
export function repairsOf(book: RateBook, live: RateBook | null, finding: Finding<FindingCode>, survey?: Survey): readonly Repair[] {
  const { where } = finding;
  switch (finding.code) {
    case 'noOption':
      return noOptionRepairs(book, live, finding);
    case 'onlyCarrier':
      return fallBack(book, finding);
    case 'heavierPaysLess':
      return [...laneLive(book, live, where.zones[0], where.service), ...raised(book, finding)];
    case 'richerPaysMore':
    case 'freeStops':
    case 'tallStep':
      return laneLive(book, live, where.zones[0], where.service);
    case 'belowCost':
      return [...raisedBy(book, survey, finding), ...laneLive(book, live, where.zones[0], where.service)];
    case 'neverReached':
    case 'sameTiers':
      return removed(book, where, finding.facts.tier);
    case 'chargedWhenFree':
      return withoutCharges(book, finding);
    case 'leftOver':
    case 'leftOverParts':
      return intoZone(book, finding);
    case 'neverAgain':
      return windowOver(book, finding);
    case 'holdsNowhere':
      return switchedOff(book, finding.facts);
    case 'datesOnSome':
      return finding.facts.undated.flatMap(({ service }) => asLive(service, daysAsLive(book, live, service)));
    case 'promiseOnHoliday': {
      const service = book.services.find(({ id }) => id === where.service);
      if (!service) return [];
      const days = { ...service.days, skipsHolidays: true };
      return [{ code: 'heedHolidays', service: service.id, commands: [{ name: 'setServiceDays', args: { service: service.id, days } }] }];
    }
    case 'untaxed': {
      const [rate, ...more] = finding.facts.rates;
      const [zone] = where.zones;
      if (rate === undefined || more.length > 0 || zone === undefined) return [];
      return [{ code: 'taxAt', basisPoints: rate, commands: [{ name: 'setZoneTax', args: { zone, taxRate: rate } }] }];
    }
    default:
      return [];
  }
}
