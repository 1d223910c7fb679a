import {
  type Discount,
  dimensionOf,
  formatMass,
  formatMoney,
  formatNumber,
  formatPercent,
  type Measure,
  massToMicrograms,
  minorToDecimal,
  regionName,
  type Shop,
} from '@ostrakon/core';

/** How this shop reads numbers and names. */
export interface Format {
  /** With the currency's sign: "$16.90". */
  money(minor: number): string;
  /** Without it, for columns that share one: "16.90". */
  plain(minor: number): string;
  price(minor: number): string;
  mass(micrograms: number): string;
  /** A measured value in base units; a weight in a unit that suits `beside` as well. */
  measured(measure: Measure, base: number, beside?: number): string;
  /** A bound as it stands in the rate book: a weight keeps its unit as typed. */
  bound(measure: Measure, bound: string | number): string;
  discount(discount: Discount): string;
  region(code: string): string;
  /** Day and time of an instant, where the reader is. */
  moment(instant: string): string;
  list(words: readonly string[]): string;
}

export function formatFor({ currency, locale, units }: Shop): Format {
  const money = (minor: number) => formatMoney(minor, currency, locale);
  const mass = (micrograms: number, beside?: number) => formatMass(micrograms, units, locale, beside);
  const count = (items: number) => `${formatNumber(items, 0, locale)} ${items === 1 ? 'item' : 'items'}`;
  const measured = (measure: Measure, base: number, beside?: number) => {
    const dimension = dimensionOf(measure);
    if (dimension === 'mass') return mass(base, beside);
    return dimension === 'money' ? money(base) : count(base);
  };
  const moments = new Intl.DateTimeFormat(locale, {
    weekday: 'short',
    day: 'numeric',
    month: 'short',
    hour: '2-digit',
    minute: '2-digit',
    hourCycle: 'h23',
  });
  const list = new Intl.ListFormat('en', { type: 'conjunction' });
  return {
    money,
    plain: (minor) => minorToDecimal(minor, currency),
    price: (minor) => (minor === 0 ? 'Free' : money(minor)),
    mass,
    measured,
    bound: (measure, bound) => (typeof bound === 'string' ? bound : measured(measure, bound)),
    discount: (discount) => (discount.kind === 'amount' ? money(discount.amount) : formatPercent(discount.basisPoints, locale)),
    moment: (instant) => moments.format(new Date(instant)),
    region: (code) => regionName(code, locale),
    list: (words) => list.format(words),
  };
}

/** A bound in base units of its measure. */
export const baseOf = (bound: string | number): number => (typeof bound === 'string' ? massToMicrograms(bound) : bound);
