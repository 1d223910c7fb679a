import {
  type Bounds,
  type CartsOf,
  type Circumstances,
  daysText,
  type Finding,
  type FindingCode,
  isProductLine,
  type NoPromise,
  type Product,
  type RateBook,
  type Repair,
  type ToldFinding,
  type Witness,
  zonesOf,
} from '@ostrakon/core';
import type { Format } from './format.ts';
import { provinceToSendWords, untaxedWords } from './placeFindingWords.ts';
import { undatedWords } from './promiseWords.ts';
import { groupNameOf, placeWords } from './quoteWords.ts';

/** What the words of a finding name things by. */
export interface FindingNames {
  readonly book: RateBook;
  readonly format: Format;
  readonly subdivision: (code: string) => string;
  readonly products: ReadonlyMap<string, Product>;
}

export interface FindingText {
  /** One sentence. */
  readonly what: string;
  /** Where it comes from, or what follows; may be empty. */
  readonly why: string;
}

const MOST_NAMED = 3;

function named(ids: readonly string[], list: readonly { id: string; name: string }[], format: Format, more: string): string {
  const names = ids.map((id) => list.find((one) => one.id === id)?.name ?? id);
  if (names.length <= MOST_NAMED) return format.list(names);
  return `${format.list([...names.slice(0, MOST_NAMED - 1), `${names.length - MOST_NAMED + 1} more ${more}`])}`;
}

const SUBJECT: Readonly<Partial<Record<Bounds['measure'], string>>> = {
  packedWeight: 'packed',
  billableWeight: 'billed',
  valueAfterDiscounts: 'goods',
  valueBeforeDiscounts: 'goods before discounts',
  longestSide: 'a longest side',
  sumOfSides: 'sides together',
  lengthPlusGirth: 'length and girth',
  distance: 'a way',
};

/** "over 2 kg and under 2.2 kg", "from 120.00". */
export function boundsWords({ measure, from, over, upTo, under }: Bounds, format: Format): string {
  const show = (bound: number) => format.measured(measure, bound);
  const low = from !== undefined ? `from ${show(from)}` : over !== undefined ? `over ${show(over)}` : '';
  const high = upTo !== undefined ? `up to ${show(upTo)}` : under !== undefined ? `under ${show(under)}` : '';
  return low === '' || high === '' ? `${low}${high}` : `${low} and ${high}`;
}

function cartsWords({ within, groups }: CartsOf, { book, format }: FindingNames): string {
  const group = groupNameOf(book);
  const of = groups === null ? '' : ` of ${format.alternatives(groups.map(group))}`;
  const ranges = within.map((bounds) => {
    const { measure, part } = bounds;
    const text = `${boundsWords(bounds, format)}${part === undefined ? '' : ` of ${format.alternatives(part.map(group))}`}`;
    const items = measure === 'itemCount' || measure === 'parcels' || measure === 'itemsWeight';
    return items ? text : `with ${SUBJECT[measure] ?? ''} ${text}`;
  });
  return `Carts${of}${ranges.length === 0 ? '' : ` ${format.list(ranges)}`}`;
}

function edgesWords({ edges }: Finding<'noOption'>['facts'], { book, format }: FindingNames): string {
  const service = (id: string) => book.services.find((one) => one.id === id)?.name ?? id;
  const parts = edges.map(({ service: id, side, measure, bound }) => {
    return `${service(id)} ${side === 'below' ? 'ends' : 'begins'} at ${format.measured(measure, bound)}`;
  });
  return parts.length === 0 ? '' : `${parts.slice(0, MOST_NAMED).join('; ')}.`;
}

/** "with the coupon SPRING, on 1 December": what a cart must have besides; nothing where any cart will do. */
export function circumstancesWords({ coupons = [], lastOrderAt, cartStartedAt, moment }: Circumstances, format: Format): string {
  return [
    ...(coupons.length > 0 ? [`with the coupon ${coupons.join(', ')}`] : []),
    ...(lastOrderAt !== undefined ? ['soon after an order'] : []),
    ...(cartStartedAt !== undefined ? ['soon after the cart was begun'] : []),
    ...(moment !== undefined ? [`on ${format.day(moment.slice(0, 10))}`] : []),
  ].join(', ');
}

/** The same as a sentence of its own. */
function onlyWords({ only }: { readonly only?: Circumstances }, format: Format): string {
  if (only === undefined) return '';
  return ` So it is ${circumstancesWords(only, format)}.`;
}

function stepWords(code: FindingCode, { measure, bound, before, after, at }: Finding<'tallStep'>['facts'], format: Format): FindingText {
  const value = measure === 'valueAfterDiscounts' || measure === 'valueBeforeDiscounts';
  const held = value ? `an item of ${format.measured('itemsWeight', at)}` : `goods of ${format.money(at)}`;
  const edge = format.measured(measure, bound);
  const prices = `${format.price(before)} ${value ? 'below' : 'up to'} ${edge}, ${format.price(after)} ${value ? 'from there on' : 'above'}`;
  switch (code) {
    case 'heavierPaysLess':
      return { what: `A heavier parcel pays less: ${prices}.`, why: `Looked at with ${held}.` };
    case 'richerPaysMore':
      return { what: `Whoever buys more pays more for delivery: ${prices}.`, why: `Looked at with ${held}.` };
    case 'freeStops':
      return { what: `Free delivery stops at ${edge}; above it costs ${format.price(after)}.`, why: `Looked at with ${held}.` };
    default:
      return { what: `A little over ${edge} costs ${format.money(after - before)} more: ${prices}.`, why: `Looked at with ${held}.` };
  }
}

const products = (ids: readonly string[], count: number, { products: held, format }: FindingNames): string => {
  const names = ids.map((id) => held.get(id)?.name ?? id);
  return count > names.length ? `${names.join(', ')} and ${count - names.length} more` : format.list(names);
};

function undatedText(told: ToldFinding, names: FindingNames, finding: Finding<'datesOnSome'>): FindingText {
  const { book, format } = names;
  const [first] = finding.facts.undated;
  const who = named(
    finding.facts.undated.map(({ service }) => service),
    book.services,
    format,
    'services',
  );
  const why = first ? undatedWords(first.why as NoPromise) : '';
  return {
    what: `${who} ${finding.facts.undated.length === 1 ? 'names' : 'name'} no dates while options beside it do.`,
    why: `${zonesWords(told, names)}. ${why}`,
  };
}

export const zonesWords = (told: ToldFinding, { book, format }: FindingNames): string => named(zonesOf(told), book.zones, format, 'zones');

function placesText({ findings: [finding, ...others] }: ToldFinding, { book, format, subdivision }: FindingNames): FindingText | null {
  const zone = (at: number) => book.zones.find(({ id }) => id === finding.where.zones[at])?.name ?? '';
  switch (finding.code) {
    case 'leftOver': {
      const all = [finding, ...others].flatMap((one) => (one.code === 'leftOver' ? [format.region(one.facts.country)] : []));
      const list = all.length > 5 ? format.list([...all.slice(0, 4), `${all.length - 4} more countries`]) : format.list(all);
      return {
        what: `${list} ${all.length === 1 ? 'is' : 'are'} served and ${all.length === 1 ? 'lies' : 'lie'} in no zone.`,
        why: 'Buyers there get no option.',
      };
    }
    case 'leftOverParts': {
      const parts = finding.facts.subdivisions.map(subdivision);
      const shown = parts.length > 5 ? [...parts.slice(0, 4), `${parts.length - 4} more`] : parts;
      return { what: `Parts of ${format.region(finding.facts.country)} are served and lie in no zone.`, why: `${format.list(shown)}.` };
    }
    case 'provinceToSend':
      return provinceToSendWords(finding, zone(0), format, subdivision);
    case 'untaxed':
      return untaxedWords(finding, zone(0), format);
    case 'overlap':
      return {
        what: `${placeWords(finding.facts.place, format, subdivision)} lies in two zones.`,
        why: `${zone(0)} and ${zone(1)} claim it equally closely; the one listed first wins.`,
      };
    case 'overlapPostal':
      return {
        what: `${finding.facts.rules.slice(0, MOST_NAMED).join(', ')}: claimed by two zones.`,
        why: `${zone(0)} and ${zone(1)} both list them; the one listed first wins.`,
      };
    case 'overlapShapes':
      return {
        what: `${finding.facts.names[0]} and ${finding.facts.names[1]} overlap.`,
        why: `Where they do, ${zone(0)} wins: it is listed first.`,
      };
    default:
      return null;
  }
}

function cartText(told: ToldFinding, names: FindingNames): FindingText | null {
  const { book, format } = names;
  const { findings } = told;
  const [finding] = findings;
  const zones = zonesWords(told, names);
  const services = (ids: readonly string[]) => named(ids, book.services, format, 'services');
  switch (finding.code) {
    case 'noOption':
      return {
        what: `${cartsWords(finding.facts, names)} to ${zones} get no option.`,
        why:
          finding.severity === 'note'
            ? `None of your goods comes to that. ${edgesWords(finding.facts, names)}`
            : edgesWords(finding.facts, names),
      };
    case 'onlyAsk':
      return {
        what: `${cartsWords(finding.facts, names)} to ${zones} are told to ask you.`,
        why: `By ${services(finding.facts.services)}.`,
      };
    case 'onlyAskTogether': {
      const group = groupNameOf(book);
      const together = format.list((finding.facts.groups ?? []).map(group));
      return {
        what: `${cartsWords({ ...finding.facts, groups: null }, names)} of ${together} together to ${zones} are told to ask you.`,
        why: `Each by itself has a price. By ${services(finding.facts.services)}.`,
      };
    }
    case 'onlyCarrier':
      return {
        what: `${cartsWords(finding.facts, names)} to ${zones} get an option only while a carrier answers.`,
        why: `${services(finding.facts.services)} has nothing to fall back on.`,
      };
    case 'zoneWithoutService':
      return { what: `Nothing is offered in ${zones}.`, why: 'Buyers there get no option.' };
    case 'belowCost': {
      const worst = findings.reduce((most, one) => (one.code === 'belowCost' ? Math.max(most, one.facts.cost - one.facts.price) : most), 0);
      return {
        what: `${services([finding.where.service ?? ''])} brings less than its carrier asks ${findings.length === 1 ? `to ${zones}` : `in ${findings.length} zones`}, at worst ${format.money(worst)}.`,
        why: findings.length === 1 ? '' : `${zones}.`,
      };
    }
    case 'cartonNotCovered': {
      const { price, carton, carriage } = finding.facts;
      const service = services([finding.where.service ?? '']);
      const besides = carriage === null ? '' : ` besides the ${format.money(carriage)} its carrier asks`;
      return {
        what: `${service} to ${zones} brings ${format.money(price)}, which does not pay for packaging of ${format.money(carton)}${besides}.`,
        why: carriage === null ? 'What it costs to carry it comes on top.' : 'As the last survey has it.',
      };
    }
    case 'freeIsDear': {
      const { cost, value, times } = finding.facts;
      return {
        what: `Free delivery by ${services([finding.where.service ?? ''])} to ${zones} costs you ${format.money(cost)} for goods worth ${format.money(value)}.`,
        why: `${times === 1 ? 'Once' : `${times} times`} in the last survey it was more than ${format.percent(finding.facts.share)} of the goods.`,
      };
    }
    default:
      return null;
  }
}

function priceText(told: ToldFinding, names: FindingNames): FindingText | null {
  const { book, format } = names;
  const [finding] = told.findings;
  const zones = zonesWords(told, names);
  const service = book.services.find(({ id }) => id === finding.where.service)?.name ?? '';
  const at = `${service} to ${zones}`;
  switch (finding.code) {
    case 'heavierPaysLess':
    case 'richerPaysMore':
    case 'freeStops':
    case 'tallStep': {
      const { what, why } = stepWords(finding.code, finding.facts, format);
      return { what, why: `${at}. ${why}${onlyWords(finding.facts, format)}` };
    }
    case 'justUnder': {
      const { from, bound, before } = finding.facts;
      return {
        what: `Goods worth ${format.money(from)} to ${format.money(bound - 1)} cost more in all than goods worth ${format.money(bound)}.`,
        why: `${at}: ${format.price(before)} below, ${format.price(finding.facts.after)} from ${format.money(bound)}.${onlyWords(finding.facts, format)}`,
      };
    }
    case 'chargedWhenFree': {
      const charges = named(finding.facts.charges, book.charges, format, 'charges');
      return {
        what: `${service} is free, and costs ${format.money(finding.facts.price)} by ${charges}.`,
        why: `To ${zones}.${onlyWords(finding.facts, format)}`,
      };
    }
    case 'neverBetter': {
      const other = book.services.find(({ id }) => id === finding.facts.other)?.name ?? '';
      return { what: `${service} is never cheaper nor sooner than ${other}.`, why: `To ${zones}.` };
    }
    case 'neverReached':
      return {
        what: `The price ${boundsWords(finding.facts.bounds, format)} is never reached.`,
        why: `${at}: its limits keep every such cart away.`,
      };
    case 'sameTiers':
      return {
        what: `Below and above ${format.measured(finding.facts.measure, finding.facts.bound)} the price is the same.`,
        why: `${at}.`,
      };
    default:
      return null;
  }
}

function goodsText(told: ToldFinding, names: FindingNames): FindingText | null {
  const { book, format } = names;
  const [finding] = told.findings;
  switch (finding.code) {
    case 'unusedCoupon':
      return {
        what: `The coupon ${finding.facts.coupon} does nothing: no service and no reduction in use asks for it.`,
        why: `Your ${finding.facts.trials.length === 1 ? 'trial' : 'trials'} ${format.list(finding.facts.trials)} ${finding.facts.trials.length === 1 ? 'brings' : 'bring'} it.`,
      };
    case 'fitsNoBox':
      return {
        what: `${products(finding.facts.products, finding.facts.count, names)}: ${finding.facts.count === 1 ? 'fits' : 'fit'} no packaging, so that ${finding.facts.count === 1 ? 'it is' : 'they are'} sent without a box.`,
        why: 'Add a packaging, or say that it travels in its own box.',
      };
    case 'untranslated': {
      const { locale, texts, count } = finding.facts;
      return {
        what: `Buyers who read ${format.language(locale)} see ${count === 1 ? 'a text' : `${count} texts`} in the shop’s own language.`,
        why: `${format.list(texts.slice(0, 3).map((text) => `“${text.length > 40 ? `${text.slice(0, 39)}…` : text}”`))}${count > 3 ? ' …' : '.'}`,
      };
    }
    case 'noTare': {
      const name = book.packing.packaging.find(({ id }) => id === finding.facts.packaging)?.name ?? '';
      return { what: `${name} weighs nothing, so every parcel in it is too light.`, why: 'Packaging.' };
    }
    case 'noWeight':
      return {
        what: `${products(finding.facts.products, finding.facts.count, names)}: no weight, so every parcel with it is too light.`,
        why: 'Goods.',
      };
    case 'noSize':
      return {
        what: `${products(finding.facts.products, finding.facts.count, names)}: no size, so it is packed by its weight alone.`,
        why: 'Goods.',
      };
    default:
      return null;
  }
}

function otherText(told: ToldFinding, names: FindingNames): FindingText {
  const { book, format } = names;
  const [finding] = told.findings;
  switch (finding.code) {
    case 'datesOnSome':
      return undatedText(told, names, finding);
    case 'promiseOnHoliday': {
      const service = book.services.find(({ id }) => id === finding.where.service)?.name ?? '';
      const { first, last, date, name } = finding.facts;
      return {
        what: `${service} is said to arrive on ${format.day(date)}, which is ${name}.`,
        why: `${zonesWords(told, names)}: ${daysText(first, last, book.shop.locale, '')}.`,
      };
    }
    case 'neverAgain': {
      const { of, id, until } = finding.facts;
      const list = of === 'lane' ? book.services : of === 'charge' ? book.charges : book.allowances;
      const where = of === 'lane' ? ` to ${zonesWords(told, names)}` : '';
      return { what: `${named([id], list, format, '')}${where} was over on ${format.day(until)}.`, why: 'Its dates will not come again.' };
    }
    case 'holdsNowhere': {
      const { of, id } = finding.facts;
      return {
        what: `${named([id], of === 'charge' ? book.charges : book.allowances, format, '')} holds for no service that is offered.`,
        why: 'Charges and reductions.',
      };
    }
    default:
      throw new Error(`a finding without words: ${finding.code}`);
  }
}

/** A finding in one sentence, and where it comes from. */
export const findingWords = (told: ToldFinding, names: FindingNames): FindingText =>
  cartText(told, names) ?? priceText(told, names) ?? placesText(told, names) ?? goodsText(told, names) ?? otherText(told, names);

/** Services a finding is about, by name. */
export function servicesWords({ findings }: ToldFinding, { book, format }: FindingNames): string {
  const ids = findings.flatMap((finding) => {
    if (finding.code === 'noOption') return finding.facts.edges.map(({ service }) => service);
    return finding.where.service === undefined ? [] : [finding.where.service];
  });
  return named([...new Set(ids)], book.services, format, 'services');
}

/** A cart in a few words: "3 × Stoneware clay, 10 kg to Yukon". */
export function witnessWords({ lines = [], destination }: Witness, { format, subdivision, products: held }: FindingNames): string {
  const goods = lines.map((line) => {
    if (isProductLine(line)) return `${line.quantity} × ${held.get(line.product)?.name ?? line.product}`;
    const weight = line.weight === undefined ? '' : ` of ${format.typed(line.weight)}`;
    return `${format.count(line.quantity, 'item')}${weight}, ${format.money(line.unitPrice)}`;
  });
  if (!destination) return goods.join(' and ');
  const { country, subdivision: region, postalCode } = destination;
  const to = postalCode ?? (region === undefined ? format.region(country) : subdivision(region));
  return `${goods.length === 0 ? 'Anything' : goods.join(' and ')} to ${to}`;
}

/** What a repair is called on its button. */
export function repairWords(repair: Repair, { book, format }: FindingNames): string {
  const name = (list: readonly { id: string; name: string }[], id: string) => list.find((one) => one.id === id)?.name ?? id;
  const service = (id: string) => name(book.services, id);
  switch (repair.code) {
    case 'beginLower':
      return `Begin ${service(repair.service)} at ${format.bound(repair.measure, repair.bound)}`;
    case 'reachHigher':
      return `Let ${service(repair.service)} go up to ${format.bound(repair.measure, repair.bound)}`;
    case 'liftLimit':
      return `Take the limit off ${service(repair.service)}`;
    case 'askAbove':
      return `Say “ask us” over ${format.bound(repair.measure, repair.bound)}`;
    case 'addTier':
      return `Add a price up to ${format.bound(repair.measure, repair.bound)}…`;
    case 'raiseTier':
      return `Raise it to ${format.money(repair.price)}`;
    case 'raiseToCost':
      return `Raise what ${service(repair.service)} loses on to its cost`;
    case 'removeTier':
      return 'Remove that price';
    case 'intoZone':
      return `Put them into ${name(book.zones, repair.zone)}`;
    case 'withoutCharges':
      return `Leave ${service(repair.service)} out of ${format.list(repair.charges.map((id) => name(book.charges, id)))}`;
    case 'fallBack':
      return `Let own prices of ${service(repair.service)} stand in`;
    case 'switchOff':
      return `Switch off ${name(repair.of === 'charge' ? book.charges : book.allowances, repair.id)}`;
    case 'removeLane':
      return `No longer offer ${service(repair.service)} there`;
    case 'taxAt':
      return `Tax it at ${format.percent(repair.basisPoints)}`;
    case 'heedHolidays':
      return 'Deliver nothing on holidays';
    case 'asLive':
      return `${service(repair.service)} as it is live`;
  }
}

/** Where a finding is mended by hand. */
export function placeOf({ findings: [finding] }: ToldFinding): string {
  const [zone] = finding.where.zones;
  const { service } = finding.where;
  switch (finding.code) {
    case 'noWeight':
    case 'noSize':
      return '/shop/goods';
    case 'fitsNoBox':
    case 'noTare':
      return '/shop/packaging';
    case 'untranslated':
      return `/shop/words?language=${finding.facts.locale}`;
    case 'unusedCoupon':
      return '/charges';
    case 'leftOver':
    case 'leftOverParts':
    case 'overlap':
    case 'overlapPostal':
    case 'overlapShapes':
      return '/shop/places';
    case 'neverAgain':
      return finding.facts.of === 'lane' ? `/book/${zone}/${finding.facts.id}` : '/charges';
    case 'holdsNowhere':
      return `/charges?${finding.facts.of}=${finding.facts.id}`;
    case 'chargedWhenFree':
      return `/charges?charge=${finding.facts.charges[0] ?? ''}`;
    case 'datesOnSome':
      return `/services/${finding.facts.undated[0]?.service ?? ''}`;
    case 'promiseOnHoliday':
      return `/services/${service ?? ''}`;
    case 'belowCost':
    case 'freeIsDear':
      return `/costs/fit?zone=${zone ?? ''}&service=${service ?? ''}`;
    case 'noOption': {
      const [edge] = finding.facts.edges;
      return edge ? `/book/${zone}/${edge.service}` : `/book/${zone}`;
    }
    default:
      return service === undefined ? `/book/${zone}` : `/book/${zone}/${service}`;
  }
}
