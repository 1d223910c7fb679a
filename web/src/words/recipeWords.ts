import type { BlankFault, Need, Recipe } from '@ostrakon/core';

export interface RecipeWords {
  readonly title: string;
  /** With a blank wherever braces are. */
  readonly sentence: string;
  /** What each blank is called, for those that are read aloud and those told of. */
  readonly blanks: Readonly<Record<string, string>>;
  /** An example of the name that buyers read. */
  readonly named: string;
  /** What it makes besides, and what is left to do. */
  readonly after?: string;
}

const NAME = 'Name the buyer reads';
const OFFERED = 'Offered in';
const HOLDS = 'Services it holds for';
const FROM = 'Free when goods come to';
const PRICE = 'Price';

const words: Readonly<Record<string, RecipeWords>> = {
  onePrice: {
    title: 'One price, free from a value',
    sentence: '{name} costs {price}, and nothing when goods come to {from} or more.',
    blanks: { name: NAME, price: PRICE, from: FROM, zones: OFFERED },
    named: 'Parcel',
  },
  weightBands: {
    title: 'Bands of weight',
    sentence:
      '{name} costs {price1} up to {weight1}, {price2} up to {weight2} and {price3} up to {weight3}. Heavier parcels are not taken.',
    blanks: {
      name: NAME,
      price1: 'First price',
      weight1: 'First weight',
      price2: 'Second price',
      weight2: 'Second weight',
      price3: 'Third price',
      weight3: 'Greatest weight',
      zones: OFFERED,
    },
    named: 'Parcel',
    after: 'Weights are those of the parcel, with its packaging. More bands can be added afterwards.',
  },
  upToElseAsk: {
    title: 'Up to a weight, above it write to us',
    sentence: '{name} costs {price} up to {weight}. For heavier parcels buyers are asked to write to you.',
    blanks: { name: NAME, price: PRICE, weight: 'Greatest weight with a price', zones: OFFERED },
    named: 'Parcel',
    after: 'Weights are those of the parcel, with its packaging.',
  },
  valueBands: {
    title: 'Bands of order value',
    sentence: '{name} costs {price1} while goods come to less than {value1}, then {price2}, and nothing from {value2}.',
    blanks: {
      name: NAME,
      price1: 'First price',
      value1: 'Where the first price ends',
      price2: 'Second price',
      value2: FROM,
      zones: OFFERED,
    },
    named: 'Parcel',
    after: 'Goods count after discounts.',
  },
  weightAndValue: {
    title: 'Weight and value together',
    sentence:
      '{name}, for parcels up to {weight}: {lightLow}, or {lightHigh} when goods come to {value} or more. Heavier ones: {heavyLow}, or {heavyHigh} from that value.',
    blanks: {
      name: NAME,
      weight: 'Weight that parts light and heavy',
      value: 'Goods value that parts small and large orders',
      lightLow: 'Price of a light, small order',
      lightHigh: 'Price of a light, large order',
      heavyLow: 'Price of a heavy, small order',
      heavyHigh: 'Price of a heavy, large order',
      zones: OFFERED,
    },
    named: 'Parcel',
  },
  firstAndFurther: {
    title: 'First item and each further',
    sentence: '{name} costs {first} for the first item and {further} for each further one, but never more than {most}.',
    blanks: { name: NAME, first: 'Price of the first item', further: 'Price of each further item', most: 'Most it costs', zones: OFFERED },
    named: 'Parcel',
  },
  nearFar: {
    title: 'Near free, farther so much, nowhere else',
    sentence: '{name} is free to {near}, costs {price} to {far}, and goes nowhere else.',
    blanks: { name: NAME, near: 'Zone that is free', price: PRICE, far: 'Zone that pays' },
    named: 'Delivery',
  },
  carrierPlusShare: {
    title: 'A carrier’s price plus a share',
    sentence: '{name} costs what {carriage} asks plus {share}, and nothing when goods come to {from} or more.',
    blanks: { name: NAME, carriage: 'Service of a carrier', share: 'Share added', from: FROM, zones: OFFERED },
    named: 'Parcel',
    after: 'The carrier is asked while the buyer waits. Where it does not answer, the service is not offered.',
  },
  express: {
    title: 'Express beside standard',
    sentence: '{name} costs {price}, and leaves the same day when ordered before {until}.',
    blanks: { name: NAME, price: PRICE, until: 'Last order of the day', zones: OFFERED },
    named: 'Express',
    after: 'It has this cut-off on every day you pack. How many days it takes is said under Dates.',
  },
  vanRings: {
    title: 'Own van, in rings',
    sentence: '{name} costs {price1} up to {ring1} from your shop and {price2} up to {ring2}, for goods of {least} or more.',
    blanks: {
      name: NAME,
      price1: 'Price of the inner ring',
      ring1: 'Inner ring',
      price2: 'Price of the outer ring',
      ring2: 'Outer ring',
      least: 'Least order',
      zones: OFFERED,
    },
    named: 'Our van',
    after: 'On which days it goes is said on the page of the service. Distances need an address with a point on the map.',
  },
  counter: {
    title: 'Collect at the counter',
    sentence: '{name} is free, ready {hours} of opening time after the order, and open from {from} to {until} on working days.',
    blanks: { name: NAME, hours: 'Ready after hours', from: 'Opens', until: 'Closes', zones: OFFERED },
    named: 'Collect at the shop',
    after: 'The counter is at your first location. Other hours, closed days and what to bring are said on the page of the service.',
  },
  handlingOnly: {
    title: 'Only a handling charge',
    sentence: '{name} has no price of its own: the buyer pays “{charge}”, {amount} an order.',
    blanks: { name: NAME, charge: 'Name of the charge', amount: 'Charge an order', zones: OFFERED },
    named: 'Parcel',
  },
  freeAfterOrder: {
    title: 'Free for some hours after an order',
    sentence: '“{name}”: whoever has ordered has free delivery for {hours} more.',
    blanks: { name: NAME, hours: 'Hours after the order', services: HOLDS },
    named: 'Ordered again today',
    after: 'Your checkout says when the buyer ordered last.',
  },
  freeSoonAfterCart: {
    title: 'Free soon after the cart was begun',
    sentence: '“{name}”: delivery is free within {hours} of beginning a cart, when goods come to {from} or more.',
    blanks: { name: NAME, hours: 'Hours after the cart was begun', from: FROM, services: HOLDS },
    named: 'Quick order',
    after: 'Your checkout says when the cart was begun.',
  },
  coupon: {
    title: 'A coupon with a least value',
    sentence: '“{name}”: with the coupon {coupon} delivery is free when goods come to {from} or more.',
    blanks: { name: NAME, coupon: 'Coupon code', from: FROM, services: HOLDS },
    named: 'Club delivery',
  },
  manyFree: {
    title: 'So many of a thing free',
    sentence: '“{name}”: {count} or more of {goods} are delivered free.',
    blanks: { name: NAME, count: 'Number of items', goods: 'Goods', services: HOLDS },
    named: 'Ten delivered free',
  },
  packing: {
    title: 'A packing charge, higher in a season',
    sentence: '“{name}” adds {amount} to every order, and {inSeason} {season}.',
    blanks: { name: NAME, amount: 'Charge', inSeason: 'Charge in the season', season: 'Season', services: HOLDS },
    named: 'Packing',
    after: 'It is made as two charges: one all year, and the difference in the season.',
  },
  goodsOwnPrices: {
    title: 'Goods with prices of their own',
    sentence: 'With {service}, {group} cost {first} for the first item and {further} for each further one.',
    blanks: { service: 'Service', group: 'Goods', first: 'Price of the first item', further: 'Price of each further item' },
    named: '',
    after: 'Wherever the service is offered and these goods have no prices of their own yet. Other goods pay as before.',
  },
};

export function recipeWords({ id }: Pick<Recipe, 'id'>): RecipeWords {
  const found = words[id];
  if (!found) throw new Error(`the recipe ${id} has no words`);
  return found;
}

/** A sentence as its words and blanks, in order. */
export function piecesOf(sentence: string): readonly ({ readonly text: string } | { readonly blank: string })[] {
  return sentence
    .split(/(\{\w+\})/)
    .filter((piece) => piece !== '')
    .map((piece) => (piece.startsWith('{') ? { blank: piece.slice(1, -1) } : { text: piece }));
}

export const blankFaultWords: Readonly<Record<BlankFault['code'], string>> = {
  empty: 'Fill this in.',
  nothing: 'More than nothing.',
  notMore: 'More than the one before it.',
  sameZone: 'Choose another zone.',
  nothingLeft: 'These goods have prices of their own wherever this service is offered.',
};

/** What must be there first: the words, and where it is said. */
export const needWords: Readonly<Record<Need, readonly [words: string, link: string, path: string]>> = {
  location: ['It needs the address of your shop.', 'Add a location', '/shop/locations'],
  dispatch: ['It needs the days on which you pack.', 'Say when you pack', '/dates/dispatch'],
  goodsGroup: ['It needs a goods group.', 'Group your goods', '/shop/goods'],
  service: ['It needs a service.', 'Add one on the sheet', '/book'],
};
