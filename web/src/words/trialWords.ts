import type { Expectation, Judged, Trial, TrialOffer, TrialSide } from '@ostrakon/core';
import { isProductLine } from '@ostrakon/core';
import type { FindingNames } from './findingWords.ts';
import { groupNameOf, reasonInShort, reasonWords } from './quoteWords.ts';

/** What every kind of expectation is called where one is chosen. */
export const EXPECTATION_NAMES: Readonly<Record<Expectation['kind'], string>> = {
  price: 'costs exactly',
  between: 'costs from … to …',
  free: 'is free',
  refer: 'says “ask us”',
  withheld: 'is not offered',
  arrivesBy: 'arrives on or before',
  arrivesWithin: 'arrives within so many days',
  carrierBetween: 'its carrier asks from … to …',
  cheapest: 'is the cheapest',
  fastest: 'arrives first',
  nothingElse: 'nothing else is offered',
  nothing: 'nothing is offered',
};

type ReasonCode = NonNullable<Extract<Expectation, { kind: 'withheld' }>['reason']>;

/** Why a service may be expected not to be offered. */
export const REASON_NAMES: Readonly<Record<ReasonCode, string>> = {
  noLane: 'it has no prices there',
  belowLimit: 'below a limit',
  aboveLimit: 'above a limit',
  aboveTopTier: 'above its last price',
  tierNotOffered: 'its price says so',
  crossingNotOffered: 'its table of prices says so',
  goodsRefused: 'not for these goods',
  couponNeeded: 'a coupon is missing',
  outsideDates: 'outside its dates',
  wrongWeekday: 'on another day of the week',
  pointUnknown: 'how far it goes is not known',
  outsideRound: 'outside its area',
  carrierDeclined: 'its carrier declines',
  carrierSilent: 'its carrier does not answer',
  noOrigin: 'no location ships the goods',
  noZone: 'the address lies in no zone',
};

const serviceOf = ({ book }: FindingNames, id: string) => book.services.find((one) => one.id === id)?.name ?? id;

/** "Ground parcel $16.90", "cheapest: Letter packet", "nothing else". */
export function expectationWords(expectation: Expectation, names: FindingNames): string {
  const { format } = names;
  const service = 'service' in expectation ? serviceOf(names, expectation.service) : '';
  switch (expectation.kind) {
    case 'price':
      return `${service} ${format.money(expectation.amount)}`;
    case 'between':
      return `${service} ${format.money(expectation.least)} to ${format.money(expectation.most)}`;
    case 'free':
      return `${service} free`;
    case 'refer':
      return `${service}: ask us`;
    case 'withheld':
      return `no ${service}${expectation.reason === undefined ? '' : `, ${REASON_NAMES[expectation.reason]}`}`;
    case 'arrivesBy':
      return `${service} by ${format.day(expectation.date)}`;
    case 'arrivesWithin':
      return `${service} within ${format.count(expectation.days, 'day')}`;
    case 'carrierBetween':
      return `${service}, its carrier asks ${format.money(expectation.least)} to ${format.money(expectation.most)}`;
    case 'cheapest':
      return `cheapest: ${service}`;
    case 'fastest':
      return `first to arrive: ${service}`;
    case 'nothingElse':
      return 'nothing else';
    case 'nothing':
      return expectation.message === undefined ? 'no option' : `no option, “${expectation.message}”`;
  }
}

const MOST_NAMED = 2;

type Got = Extract<TrialSide, { ok: true }>;

/** An offer as it is shown: its price, how it is known where it is no own price. */
export function offerWords({ price, live, standIn }: TrialOffer, { format }: FindingNames): string {
  if (price === null) return 'ask us';
  return `${format.price(price)}${standIn ? ', stands in' : live ? ', carrier’s' : ''}`;
}

const firstBy = (offers: readonly TrialOffer[], by: (offer: TrialOffer) => number | string | undefined) =>
  offers.reduce<TrialOffer | null>((first, one) => {
    const [own, held] = [by(one), first === null ? undefined : by(first)];
    return own !== undefined && (held === undefined || own < held) ? one : first;
  }, null);

function ofService(service: string, kind: Expectation['kind'], { offers, withheld }: Got, names: FindingNames): string {
  const offer = offers.find((one) => one.service === service);
  if (!offer) {
    const [reason] = withheld.find((one) => one.service === service)?.reasons ?? [];
    return (reason && reasonInShort(reason, names.format)) || 'not offered';
  }
  if (kind !== 'arrivesBy' && kind !== 'arrivesWithin') return offerWords(offer, names);
  return offer.dates === null ? 'no dates' : `by ${names.format.day(offer.dates.last)}`;
}

/** What a side gives where something is expected of it, in a few words. */
export function gotWords(expectation: Expectation, side: Got, names: FindingNames): string {
  const { offers } = side;
  switch (expectation.kind) {
    case 'cheapest': {
      const first = firstBy(offers, ({ price }) => price ?? undefined);
      return first === null ? 'no option' : `${serviceOf(names, first.service)} ${names.format.price(first.price ?? 0)}`;
    }
    case 'fastest': {
      const first = firstBy(offers, ({ dates }) => dates?.last);
      return first?.dates ? `${serviceOf(names, first.service)} by ${names.format.day(first.dates.last)}` : 'no dates';
    }
    case 'nothingElse':
      return offers.length === 0 ? 'no option' : names.format.count(offers.length, 'option');
    case 'nothing':
      return offers.length > MOST_NAMED ? names.format.count(offers.length, 'option') : allWords(side, names);
    default:
      return ofService(expectation.service, expectation.kind, side, names);
  }
}

/** Everything a side gives, for a trial of which nothing is expected. */
export function allWords({ offers }: Got, names: FindingNames): string {
  if (offers.length === 0) return 'no option';
  return offers.map((offer) => `${serviceOf(names, offer.service)} ${offerWords(offer, names)}`).join(', ');
}

const difference = (more: number, names: FindingNames) =>
  `${names.format.money(Math.abs(more))} ${more > 0 ? 'more' : 'less'} than expected`;

function priceWhy(offer: TrialOffer, least: number, most: number, names: FindingNames): string | null {
  if (offer.price === null || (offer.price >= least && offer.price <= most)) return null;
  return `costs ${names.format.price(offer.price)}, ${difference(offer.price > most ? offer.price - most : offer.price - least, names)}`;
}

/** Services that answer though nothing is expected of them. */
function unexpected(side: Got, expects: readonly Expectation[]): readonly string[] {
  const named = new Set(expects.flatMap((one) => ('service' in one && one.kind !== 'withheld' ? [one.service] : [])));
  return side.offers.flatMap(({ service }) => (named.has(service) ? [] : [service]));
}

function serviceWhy(expectation: Extract<Expectation, { service: string }>, side: Got, names: FindingNames): string {
  const { book, format } = names;
  const service = serviceOf(names, expectation.service);
  const offer = side.offers.find((one) => one.service === expectation.service);
  if (!offer) {
    const reasons = side.withheld.find((one) => one.service === expectation.service)?.reasons ?? [];
    const why = reasons.map((reason) => reasonWords(reason, format, groupNameOf(book))).filter((text) => text !== '');
    if (side.zone === null) return 'The address lies in no zone.';
    return why.length === 0 ? `${service} is not offered.` : `${service}: ${why.join('; ')}.`;
  }
  const price =
    'least' in expectation
      ? [expectation.least, expectation.most]
      : expectation.kind === 'price'
        ? [expectation.amount, expectation.amount]
        : [0, 0];
  const [least = 0, most = 0] = price;
  const ofPrice = expectation.kind === 'carrierBetween' ? null : priceWhy(offer, least, most, names);
  const isOfPrice = expectation.kind === 'price' || expectation.kind === 'between' || expectation.kind === 'free';
  return `${service} ${(isOfPrice && ofPrice) || `gives ${gotWords(expectation, side, names)}`}.`;
}

/** Why an expectation does not hold, or cannot be told yet: a sentence. */
export function whyWords({ expectation, verdict }: Judged, side: Got, names: FindingNames): string {
  if (verdict === 'open') {
    const service = 'service' in expectation ? serviceOf(names, expectation.service) : 'A service';
    return `${service}: its carrier has not answered yet.`;
  }
  if ('service' in expectation && expectation.kind !== 'cheapest' && expectation.kind !== 'fastest')
    return serviceWhy(expectation, side, names);
  switch (expectation.kind) {
    case 'nothingElse': {
      const others = unexpected(
        side,
        side.judged.map((one) => one.expectation),
      );
      return `${names.format.list(others.map((id) => serviceOf(names, id)))} ${others.length === 1 ? 'is' : 'are'} offered as well.`;
    }
    case 'nothing':
      return side.offers.length > 0
        ? `${names.format.list(side.offers.map(({ service }) => serviceOf(names, service)))} ${side.offers.length === 1 ? 'is' : 'are'} offered.`
        : `The buyer reads “${side.message ?? ''}”.`;
    default:
      return `${expectation.kind === 'cheapest' ? 'The cheapest is' : 'The first to arrive is'} ${gotWords(expectation, side, names)}.`;
  }
}

/** Why a trial could not be run at all. */
export const notRunWords = ({ product }: Extract<TrialSide, { ok: false }>): string =>
  product === null ? 'Its goods are too much to add up.' : `There is no product ${product} any more.`;

/** Where a trial goes: "to Yukon Y1A 2C6 and 2 more addresses". */
export function trialPlaceWords({ cart }: Pick<Trial, 'cart'>, { format, subdivision }: FindingNames): string {
  const { country, subdivision: region, postalCode } = cart.destination;
  const to = region === undefined ? format.region(country) : subdivision(region);
  const others = cart.others?.length ?? 0;
  const more = others === 0 ? '' : others === 1 ? ' and another address' : ` and ${others} more addresses`;
  return `to ${postalCode === undefined ? to : `${to} ${postalCode}`}${more}`;
}

/** The goods and the address of a trial: "2 × Celadon glaze, 473 ml to Yukon". */
export function trialCartWords(trial: Pick<Trial, 'cart'>, names: FindingNames): string {
  const { format, products } = names;
  const { cart } = trial;
  const goods = cart.lines.map((line) => {
    const name = isProductLine(line) ? (products.get(line.product)?.name ?? line.product) : (line.name ?? 'goods');
    return line.quantity === 1 ? name : `${line.quantity} × ${name}`;
  });
  return `${format.list(goods)} ${trialPlaceWords(trial, names)}`;
}

/** When a trial is bought. */
export function whenWords({ cart, when }: Pick<Trial, 'cart' | 'when'>, { format }: FindingNames): string {
  if (when === undefined) return cart.moment === undefined ? 'now' : format.moment(cart.moment);
  const time = format.time(when.time);
  if (when.kind === 'nextWeekday') return `the next ${format.weekday(when.weekday)}, ${time}`;
  if (when.days === 0) return `today, ${time}`;
  return `${when.days === 1 ? 'tomorrow' : `in ${when.days} days`}, ${time}`;
}
