import type { Change, FreeFrom, Limit, Pricing, RateBook, Service, TierChange, VolumeRule } from '@ostrakon/core';
import { cardRuns, rangeWords } from './cardSentence.ts';
import { carriedWords } from './carrierWords.ts';
import type { Format } from './format.ts';
import { conditionWords, laneSentence } from './laneSentence.ts';
import { placeWords } from './quoteWords.ts';
import { resultWords } from './resultWords.ts';
import { allowanceSentence, chargeSentence, limitWords } from './ruleSentence.ts';
import { dispatchWords, serviceTimesWords } from './timesWords.ts';

const facts = { name: 'name', currency: 'currency', units: 'units', locale: 'language', timeZone: 'time zone' } as const;
const texts = { noOption: 'where nothing is offered', refer: 'where the buyer should ask' } as const;

export const kindWords: Record<Service['kind'], string> = {
  card: 'parcel or freight',
  carrier: 'parcel or freight at a carrier’s price',
  round: 'own van',
  counter: 'pickup',
};

function tierWords(change: TierChange, card: Extract<Change, { code: 'tiersChanged' }>['card'], format: Format): string {
  const where = change.upTo === undefined ? 'above the last tier' : `up to ${format.bound(card.measure, change.upTo)}`;
  const was = change.before && resultWords(change.before, format, card.measure);
  const is = change.after && resultWords(change.after, format, card.measure);
  if (was === undefined) return `${where} is new at ${is}`;
  return is === undefined ? `${where} (${was}) is gone` : `${where} was ${was}, is now ${is}`;
}

const limitsText = (limits: readonly Limit[], format: Format) =>
  limits.length === 0 ? 'no limits' : format.list(limits.map((limit) => limitWords(limit, format)));

const freeText = (free: FreeFrom | null, format: Format) =>
  free === null
    ? 'never free'
    : `free from ${format.money(free.from)} ${free.measure === 'valueAfterDiscounts' ? 'after' : 'before'} discounts${free.byItself ? ', each consignment by itself' : ''}${free.coversCharges ? '' : ', but for charges'}`;

const shorten = (names: readonly string[]) => (names.length > 6 ? [...names.slice(0, 5), `${names.length - 5} more`] : names);

type ShopWordsChange = Extract<
  Change,
  { code: 'shopFact' | 'served' | 'text' | 'policySet' | 'mailSet' | 'languagesChanged' | 'translated' }
>;

function shopWords(change: ShopWordsChange, format: Format): string {
  switch (change.code) {
    case 'shopFact':
      return `The shop’s ${facts[change.fact]} was ${change.before}, is now ${change.after}.`;
    case 'served': {
      const named = (codes: readonly string[]) => format.list(shorten(codes.map(format.region)));
      const added = change.added.length > 0 ? `The shop now delivers to ${named(change.added)}.` : '';
      const removed = change.removed.length > 0 ? `The shop no longer delivers to ${named(change.removed)}.` : '';
      return `${added} ${removed}`.trim();
    }
    case 'text':
      return `The message ${texts[change.text]} is now “${change.after}”`;
    case 'policySet':
      return change.after === null ? 'Buyers read no delivery policy any more.' : 'The delivery policy buyers read was written anew.';
    case 'mailSet':
      return change.after === null ? 'Buyers have no address to write to any more.' : `Buyers write to ${change.after}.`;
    case 'languagesChanged': {
      const named = (tags: readonly string[]) => format.list(tags.map(format.language));
      const added = change.added.length > 0 ? `Buyers are answered in ${named(change.added)}, too.` : '';
      const removed = change.removed.length > 0 ? `Buyers are no longer answered in ${named(change.removed)}.` : '';
      return `${added} ${removed}`.trim();
    }
    case 'translated':
      return `${format.count(change.texts, 'text')} changed in ${format.language(change.locale)}.`;
  }
}

const listed = { packagingChanged: 'Packaging', locationsChanged: 'Locations', goodsGroupsChanged: 'Goods groups' } as const;

type ListChange = Extract<Change, { code: keyof typeof listed }>;

function listWords(change: ListChange, format: Format): string {
  const named = (names: readonly string[], what: string) => (names.length > 0 ? [`${format.list(shorten(names))} ${what}`] : []);
  const several = (names: readonly string[], one: string, many: string) => (names.length === 1 ? one : many);
  const parts = [
    ...named(change.added, several(change.added, 'is new', 'are new')),
    ...named(change.removed, several(change.removed, 'is gone', 'are gone')),
    ...named(change.changed, several(change.changed, 'has changed', 'have changed')),
    ...(change.reordered ? ['the order is another'] : []),
  ];
  return `${listed[change.code]}: ${parts.join('; ')}.`;
}

/** "wheel-46 and glaze-kiln are not delivered any more." */
function goodsRuledWords({ products, rule, group }: Extract<Change, { code: 'goodsRuled' }>, format: Format): string {
  const names = format.list(shorten(products));
  const [are, have, cost, take] = products.length === 1 ? ['is', 'has', 'costs', 'takes'] : ['are', 'have', 'cost', 'take'];
  if (rule.group !== undefined) return `${names} ${are} ${group === undefined ? 'in no goods group any more' : `in ${group} now`}.`;
  if (rule.delivered !== undefined) return `${names} ${are} ${rule.delivered ? 'delivered again' : 'not delivered any more'}.`;
  if (rule.extraPackingDays !== undefined) {
    const days = rule.extraPackingDays;
    return days === 0
      ? `${names} ${take} no packing days more than other goods any more.`
      : `${names} ${take} ${format.count(days, 'packing day')} more now.`;
  }
  if (!rule.ownCharge) return `${names} ${have} no delivery charge of ${products.length === 1 ? 'its' : 'their'} own any more.`;
  const { amount, how } = rule.ownCharge;
  return `${names} ${cost} ${format.money(amount)} each to deliver now, ${how === 'instead' ? 'in place of other prices' : 'on top of other prices'}.`;
}

/** How a volume is billed: "5000 cm³ to the kilogram, up to whole 0.5 kg". */
export function volumeWords({ divisor, per, roundUpTo }: VolumeRule): string {
  const head = per === 'cm3PerKg' ? `${divisor} cm³ to the kilogram` : `${divisor} in³ to the pound`;
  return roundUpTo === null ? head : `${head}, rounded up to steps of ${roundUpTo}`;
}

const text = (runs: readonly { text: string }[]) => runs.map((run) => run.text).join('');

type LaneChange = Extract<Change, { service: string; zone: string }>;

function laneChangeWords(change: LaneChange, book: RateBook, format: Format): string {
  const lane = `${change.service} to ${change.zone}`;
  const of = change.group === undefined ? lane : `${lane}, ${change.group}`;
  switch (change.code) {
    case 'laneAdded':
      return `${change.service} is now offered to ${change.zone}. ${text(laneSentence(change.lane, format, book, change.by))}`;
    case 'laneRemoved':
      return `${change.service} is no longer offered to ${change.zone}.`;
    case 'cardReplaced':
      return `${of}: was “${text(cardRuns(change.before, format))}”, is now “${text(cardRuns(change.after, format))}”.`;
    case 'tiersChanged':
      return `${of}: ${change.tiers.map((tier) => tierWords(tier, change.card, format)).join('; ')}.`;
    case 'groupCardRemoved':
      return `${of}: no longer has prices of its own.`;
    case 'limitsChanged':
      return `${lane}: was offered with ${limitsText(change.before, format)}, now with ${limitsText(change.after, format)}.`;
    case 'conditionsChanged': {
      const asked = conditionWords(change.after, book, format);
      return `${lane}: ${asked.length === 0 ? 'is now offered for all goods, at all times, without a coupon' : `is now offered only ${asked.join(', ')}`}.`;
    }
    case 'rangeChanged': {
      const [was, is] = [rangeWords(change.before, format), rangeWords(change.after, format)];
      return `${lane}: with charges it was ${was || 'neither floored nor capped'}, is now ${is || 'neither floored nor capped'}.`;
    }
    case 'transitChanged':
      return change.after === null
        ? `${lane}: the days on the way are no longer stated.`
        : `${lane}: takes ${change.after.least} to ${format.count(change.after.most, 'day')} now.`;
    case 'freeFromChanged':
      return `${lane}: was ${freeText(change.before, format)}, is now ${freeText(change.after, format)}.`;
  }
}

const taxes = { none: 'not taxed', included: 'taxed within the price', added: 'taxed on top of the price' } as const;
const orders = { owner: 'in your order', cheapest: 'the cheapest first', fastest: 'the fastest first' } as const;
const endings = {
  none: 'as worked out',
  up99: 'up to the next .99',
  nearest05: 'to the nearest 0.05',
  nearestWhole: 'to the nearest whole amount',
} as const;
const roundings = { halfUp: 'half a cent up', halfEven: 'half a cent to the even cent' } as const;

/** How prices are finished, in words. */
export function pricingWords({ tax, order, ending, rounding }: Pricing): string {
  return `Prices are rounded ${endings[ending]}, percentages ${roundings[rounding]}; delivery is ${taxes[tax]}; options are shown ${orders[order]}.`;
}

type RuleChange = Extract<
  Change,
  { code: 'chargeSet' | 'allowanceSet' | 'chargeRemoved' | 'allowanceRemoved' | 'chargesReordered' | 'allowancesReordered' }
>;

/** A sentence that goes on after a colon. */
const within = (sentence: string) => sentence.charAt(0).toLowerCase() + sentence.slice(1);

function ruleChangeWords(change: RuleChange, book: RateBook, format: Format): string {
  switch (change.code) {
    case 'chargeSet':
      return `${change.added ? 'New charge' : 'Changed charge'} “${change.charge.name}”: ${within(chargeSentence(change.charge, book, format))}`;
    case 'allowanceSet':
      return `${change.added ? 'New reduction' : 'Changed reduction'} “${change.allowance.name}”: ${within(allowanceSentence(change.allowance, book, format))}`;
    case 'chargeRemoved':
      return `The charge ${change.name} is gone.`;
    case 'allowanceRemoved':
      return `The reduction ${change.name} is gone.`;
    case 'chargesReordered':
      return `Charges are now added in this order: ${change.names.join(', ')}.`;
    case 'allowancesReordered':
      return `Reductions now come in this order: ${change.names.join(', ')}.`;
  }
}

type ZoneChange = Extract<Change, { code: 'zoneAdded' | 'zoneRemoved' | 'placesChanged' | 'zoneTaxed' | 'zoneLabelled' }>;

function zoneChangeWords(change: ZoneChange, format: Format, subdivision: (code: string) => string): string {
  switch (change.code) {
    case 'zoneAdded':
      return `Zone ${change.zone} is new.`;
    case 'zoneRemoved':
      return `Zone ${change.zone} is gone.`;
    case 'zoneTaxed':
      return `Delivery to ${change.zone} was taxed at ${format.percent(change.before)}, is now at ${format.percent(change.after)}.`;
    case 'zoneLabelled':
      return change.after === '' ? `Zone ${change.zone} has no label now.` : `Zone ${change.zone} is labelled ${change.after}.`;
    case 'placesChanged': {
      const named = (places: typeof change.added) => format.list(shorten(places.map((place) => placeWords(place, format, subdivision))));
      const added = change.added.length > 0 ? ` gained ${named(change.added)}` : '';
      const removed = change.removed.length > 0 ? ` lost ${named(change.removed)}` : '';
      return `Zone ${change.zone}${added}${added && removed ? ' and' : ''}${removed}.`;
    }
  }
}

type ServiceChange = Extract<
  Change,
  { code: 'serviceAdded' | 'serviceRemoved' | 'serviceDescribed' | 'serviceTimes' | 'serviceCarried' | 'serviceTold' }
>;

function serviceChangeWords(change: ServiceChange, book: RateBook, format: Format): string {
  switch (change.code) {
    case 'serviceAdded':
      return `Service ${change.service} is new.`;
    case 'serviceRemoved':
      return `Service ${change.service} is gone.`;
    case 'serviceTimes':
      return `${change.service} now: ${serviceTimesWords(change.what, change.before, change.after, format)}.`;
    case 'serviceTold': {
      const texts = (change.after.texts ?? []).map(({ text }) => `“${text}”`);
      return `Where ${change.service} is not offered, buyers read ${texts.length === 0 ? 'the usual words' : format.list(texts)}.`;
    }
    case 'serviceCarried':
      return `${change.service}: ${carriedWords(change.after, book, format)}.`;
    case 'serviceDescribed': {
      const { kind, note, internalName, mixing } = change.after;
      const own = internalName === '' ? '' : `, called “${internalName}” in the shop`;
      const mixed = {
        add: 'prices of goods priced apart are added up',
        dearest: 'of goods priced apart the dearest counts',
        dearestPlus: `of goods priced apart the dearest counts, and ${mixing.kind === 'dearestPlus' ? format.money(mixing.each) : ''} for each further one`,
      };
      return `${change.service} is ${kindWords[kind]} with the note “${note}”${own}; ${mixed[mixing.kind]}.`;
    }
  }
}

const isOf = <C extends Change>(change: Change, field: string): change is C => field in change;

/** One difference to the live edition, as a sentence. */
export function changeWords(change: Change, format: Format, subdivision: (code: string) => string, book: RateBook): string {
  if (isOf<LaneChange>(change, 'service') && 'zone' in change) return laneChangeWords(change, book, format);
  switch (change.code) {
    case 'shopFact':
    case 'served':
    case 'text':
    case 'policySet':
    case 'mailSet':
    case 'languagesChanged':
    case 'translated':
      return shopWords(change, format);
    case 'pricing':
      return pricingWords(change.after);
    case 'severalAddresses': {
      const { allowed, mostItems } = change.after;
      if (!allowed) return 'An order goes to one address only now.';
      return `An order may go to several addresses now${mostItems === null ? '' : `, with ${format.count(mostItems, 'item')} at most`}.`;
    }
    case 'datesShown':
      return change.shown ? 'Buyers see when an order arrives now.' : 'Buyers see no dates any more.';
    case 'editionsAnswer':
      return `An edition answers for orders taken while it was live for ${format.count(change.days, 'day')} after.`;
    case 'shopClosed':
      return change.after.length === 0
        ? 'The whole shop has no closed days of its own any more.'
        : `The whole shop is closed on ${format.list(shorten(change.after.map(({ name }) => name)))}.`;
    case 'holidaysListed': {
      const countries = [...new Set(change.after.map(({ country }) => country))];
      return countries.length === 0
        ? 'No public holidays of where parcels go are listed any more.'
        : `Public holidays of ${format.list(shorten(countries.map(format.region)))} are listed.`;
    }
    case 'dispatchSet':
      return change.after === null
        ? `${change.location} has no dispatch calendar any more.`
        : `${change.location} dispatches now: ${dispatchWords(change.before, change.after, format)}.`;
    case 'packagingChanged':
    case 'locationsChanged':
    case 'goodsGroupsChanged':
      return listWords(change, format);
    case 'goodsRuled':
      return goodsRuledWords(change, format);
    case 'usualPackaging':
      return change.after === null ? 'No packaging is the usual one any more.' : `${change.after} is now the usual packaging.`;
    case 'volumeRule':
      return `Volumetric weight was worked out by ${volumeWords(change.before)}; it now is by ${volumeWords(change.after)}.`;
    case 'zonesReordered':
      return `Zones are now in this order: ${change.names.join(', ')}.`;
    case 'servicesReordered':
      return `Services are now in this order: ${change.names.join(', ')}.`;
    case 'zoneRenamed':
      return `Zone ${change.before} is now called ${change.after}.`;
    case 'serviceRenamed':
      return `Service ${change.before} is now called ${change.after}.`;
    case 'zoneAdded':
    case 'zoneRemoved':
    case 'placesChanged':
    case 'zoneTaxed':
    case 'zoneLabelled':
      return zoneChangeWords(change, format, subdivision);
    case 'serviceAdded':
    case 'serviceRemoved':
    case 'serviceDescribed':
    case 'serviceTimes':
    case 'serviceTold':
    case 'serviceCarried':
      return serviceChangeWords(change, book, format);
    default:
      return ruleChangeWords(change as RuleChange, book, format);
  }
}
