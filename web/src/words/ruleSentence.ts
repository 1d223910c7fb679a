import type { Allowance, Charge, GoodsSet, Limit, RateBook, Scope } from '@ostrakon/core';
import { rangeWords } from './cardSentence.ts';
import { dateWords } from './dateWords.ts';
import type { Format } from './format.ts';
import { measureWords } from './quoteWords.ts';
import { countryOfZone } from './zoneGroups.ts';

/** The names that rules speak of. */
export type Names = Pick<RateBook, 'zones' | 'services' | 'goodsGroups'>;

const nameIn = (list: readonly { id: string; name: string }[]) => (id: string) => list.find((one) => one.id === id)?.name ?? id;

export function limitWords(limit: Limit, format: Format): string {
  const name = measureWords[limit.measure].toLowerCase();
  const show = (bound: string | number) => format.bound(limit.measure, bound);
  const alone = 'byItself' in limit && limit.byItself === true ? ' in each consignment by itself' : '';
  if (limit.from === undefined) return `${name} up to ${show(limit.upTo ?? 0)}${alone}`;
  if (limit.upTo === undefined) return `${name} from ${show(limit.from)}${alone}`;
  return `${name} ${show(limit.from)} to ${show(limit.upTo)}${alone}`;
}

/** "clay and glazes", "all but machines", "goods in no group". */
export function goodsSetWords({ groups, others }: GoodsSet, { goodsGroups }: Names, format: Format): string {
  const name = nameIn(goodsGroups);
  if (others) {
    const out = goodsGroups.filter(({ id }) => !groups.includes(id)).map((group) => group.name);
    return out.length === 0 ? 'all goods' : `all goods but ${format.list(out)}`;
  }
  return groups.length === 0 ? 'no goods' : format.list(groups.map(name));
}

export function couponWords(coupons: readonly string[], format: Format): string {
  const shown = coupons.length > 3 ? [...coupons.slice(0, 2), `${coupons.length - 2} more`] : coupons;
  return `with the coupon ${format.alternatives(shown)}`;
}

function scopeWords({ services, zones }: Scope, names: Names, format: Format): string {
  const held = services?.length === 0 ? 'no service yet' : format.list((services ?? []).map(nameIn(names.services)));
  const by = services === null ? '' : ` on ${held}`;
  return `${by}${zones === null ? '' : ` to ${zonesWords(zones, names.zones, format)}`}`;
}

/** More zones than this are counted by country. */
export const MOST_NAMED = 5;

/** "Nova Scotia and Atlantic", "54 zones in Germany and France". */
function zonesWords(ids: readonly string[], zones: Names['zones'], format: Format): string {
  if (ids.length <= MOST_NAMED) return format.list(ids.map(nameIn(zones)));
  const held = new Set(ids);
  const countries = [...new Set(zones.filter(({ id }) => held.has(id)).map((zone) => countryOfZone(zone, format.locale)))];
  const named = countries.length > 4 ? [...countries.slice(0, 3), `${countries.length - 3} other countries`] : countries;
  return `${format.count(ids.length, 'zone')} in ${format.list(named)}`;
}

function amountWords({ amount }: Charge, format: Format): string {
  switch (amount.kind) {
    case 'fixed':
      return `${format.money(amount.amount)} for each ${amount.per}`;
    case 'startedWeight':
      return `${format.money(amount.amount)} for each started ${amount.unit.replace(/^1 /, '')} of ${measureWords[amount.measure].toLowerCase()}`;
    case 'percent': {
      const of = {
        base: 'the price before charges',
        running: 'the price with the charges before it',
        valueBeforeDiscounts: 'goods before discounts',
        valueAfterDiscounts: 'goods after discounts',
      };
      return `${format.percent(amount.basisPoints)} of ${of[amount.of]}`;
    }
    case 'packagingCost':
      return 'what the packaging costs';
  }
}

const sentence = (parts: readonly string[]) => `${parts.filter((part) => part !== '').join(', ')}.`;

/** What a charge does, as one plain sentence to stand below its name. */
export function chargeSentence(charge: Charge, names: Names, format: Format): string {
  const { scope, dates, inUse } = charge;
  const head = `Adds ${amountWords(charge, format)}${scopeWords(scope, names, format)}`;
  const goods = scope.goods === null ? '' : `for ${goodsSetWords(scope.goods, names, format)}, counted on these alone`;
  return sentence([
    head,
    goods,
    rangeWords(charge, format),
    dates === null ? '' : dateWords(dates, format),
    inUse ? '' : 'switched off for now',
  ]);
}

function effectWords({ effect }: Allowance, format: Format): string {
  switch (effect.kind) {
    case 'free':
      return 'Makes delivery free';
    case 'amountOff':
      return `Takes ${format.money(effect.amount)} off delivery`;
    case 'percentOff':
      return `Takes ${format.percent(effect.basisPoints)} off delivery`;
    case 'atMost':
      return `Lets delivery cost ${format.money(effect.amount)} at most`;
  }
}

/** "for carts without Machines", "for carts of Clay alone". */
function cartsOf(set: GoodsSet, names: Names, format: Format): string {
  const out = names.goodsGroups.filter(({ id }) => !set.groups.includes(id)).map(({ name }) => name);
  if (set.others) return out.length === 0 ? '' : `for carts without ${format.alternatives(out)}`;
  return `for carts of ${goodsSetWords(set, names, format)} alone`;
}

function testsOf(rule: Allowance, names: Names, format: Format): string[] {
  const { ranges, coupons, sinceOrder, sinceCart, dates, scope } = rule;
  return [
    ranges.length === 0 ? '' : `for ${format.list(ranges.map((range) => limitWords(range, format)))}`,
    scope.goods === null ? '' : cartsOf(scope.goods, names, format),
    coupons.length === 0 ? '' : couponWords(coupons, format),
    sinceOrder === null ? '' : `for ${format.count(sinceOrder, 'hour')} after the buyer’s last order`,
    sinceCart === null ? '' : `for ${format.count(sinceCart, 'hour')} after the cart was started`,
    dates === null ? '' : dateWords(dates, format),
  ];
}

/** What an allowance does, as one plain sentence to stand below its name. */
export function allowanceSentence(rule: Allowance, names: Names, format: Format): string {
  const { exceptCountries, endedAt, coversCharges, combinable, byItself, inUse } = rule;
  return sentence([
    `${effectWords(rule, format)}${scopeWords(rule.scope, names, format)}`,
    ...testsOf(rule, names, format),
    exceptCountries.length === 0 ? '' : `but not in ${format.list(exceptCountries.map(format.region))}`,
    coversCharges ? 'charges included' : 'charges not included',
    combinable ? 'together with others' : '',
    byItself ? 'each consignment by itself' : '',
    endedAt === null ? '' : `not for windows begun before ${format.moment(endedAt)}`,
    inUse ? '' : 'switched off for now',
  ]);
}
