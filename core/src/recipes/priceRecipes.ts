import { PLAIN_CARRIAGE, PLAIN_TERMS } from '../carriers/carriage.ts';
import type { SingleCommand } from '../commands/commands.ts';
import { cutOffsOn, daysOfCountry } from '../dispatch/dispatchCalendar.ts';
import { newId } from '../names/newId.ts';
import type { Card, TierResult } from '../rate-book/card.ts';
import { plainCharge } from '../rate-book/charge.ts';
import type { Location } from '../rate-book/location.ts';
import { homeCountry, PLAIN_SERVICE, type RateBook, type Service } from '../rate-book/rateBook.ts';
import { PLAIN_ROUND } from '../rounds/round.ts';
import type { Weekday } from '../time/calendar.ts';
import { WEEK, weekOfCountry } from '../time/weekOfCountry.ts';
import { type BlankValues, type PlannedZone, recipe } from './recipe.ts';

/** Recipes that make a service, with a card in each of some zones. */

const amount = (minor: number): TierResult => ({ kind: 'amount', amount: minor });
const free: TierResult = { kind: 'free' };
const notOffered: TierResult = { kind: 'notOffered' };
const refer: TierResult = { kind: 'refer' };
const open = { floor: null, cap: null };

const flat = (result: Extract<Card, { kind: 'flat' }>['result']): Card => ({ kind: 'flat', result });

const byWeight = (tiers: readonly (readonly [upTo: string, price: number])[], above: TierResult): Card => ({
  kind: 'weightTiers',
  measure: 'packedWeight',
  bands: 'whole',
  tiers: tiers.map(([upTo, price]) => ({ upTo, result: amount(price) })),
  above,
  ...open,
});

interface Made {
  readonly name: string;
  /** What it costs in each zone. */
  readonly cards: readonly (readonly [PlannedZone, Card])[];
  readonly more?: Partial<Service>;
}

const serviceId = (book: RateBook, name: string) => newId(name, book.services, 'service');

/** A new service in its zones; those that are not there yet are made first. */
function serviceIn(book: RateBook, { name, cards, more }: Made): SingleCommand[] {
  const id = serviceId(book, name);
  return [
    ...cards.flatMap(([zone]): SingleCommand[] =>
      zone.places === null ? [] : [{ name: 'addZone', args: { id: zone.id, name: zone.name, places: [...zone.places] } }],
    ),
    { name: 'addService', args: { ...PLAIN_SERVICE, days: daysOfCountry(homeCountry(book)), id, name, ...more } },
    { name: 'setCards', args: { cards: cards.map(([zone, card]) => ({ zone: zone.id, service: id, card })) } },
  ];
}

const everywhere = (zones: readonly PlannedZone[], card: Card) => zones.map((zone) => [zone, card] as const);

/** What offers a carrier's service at the carrier's price and a share of it; where the carrier is silent, buyers are told to ask. */
export const carriedService = (
  book: RateBook,
  { name, carriage, share, zones }: Pick<BlankValues, 'name' | 'carriage' | 'share' | 'zones'>,
): SingleCommand[] =>
  serviceIn(book, {
    name,
    cards: everywhere(zones, flat({ kind: 'refer' })),
    more: {
      kind: 'carrier',
      carriage: { ...PLAIN_CARRIAGE, account: carriage.account, carrier: carriage.carrier, service: carriage.code },
      terms: { ...PLAIN_TERMS, markup: { ...PLAIN_TERMS.markup, basisPoints: share } },
    },
  });

const freeFromIn = (book: RateBook, name: string, zones: readonly PlannedZone[], from: number): SingleCommand => ({
  name: 'setFreeFromOfLanes',
  args: {
    lanes: zones.map(({ id }) => ({ zone: id, service: serviceId(book, name) })),
    freeFrom: { from, measure: 'valueAfterDiscounts', coversCharges: true, byItself: false },
  },
});

/** The address of a location, as a counter has it. */
const addressOf = ({ street, city, country, subdivision, postalCode, point, timeZone }: Location) => ({
  street,
  city,
  country,
  subdivision,
  postalCode,
  point,
  timeZone,
});

export const priceRecipes = [
  recipe('onePrice', {
    blanks: { name: 'name', price: 'money', from: 'money', zones: 'zones' },
    make: (book, { name, price, from, zones }) => [
      ...serviceIn(book, { name, cards: everywhere(zones, flat({ kind: 'amount', amount: price })) }),
      freeFromIn(book, name, zones, from),
    ],
  }),
  recipe('weightBands', {
    blanks: {
      name: 'name',
      weight1: 'weight',
      price1: 'money',
      weight2: 'weight',
      price2: 'money',
      weight3: 'weight',
      price3: 'money',
      zones: 'zones',
    },
    ascending: [['weight1', 'weight2', 'weight3']],
    make: (book, { name, zones, ...of }) => {
      const card = byWeight(
        [
          [of.weight1, of.price1],
          [of.weight2, of.price2],
          [of.weight3, of.price3],
        ],
        notOffered,
      );
      return serviceIn(book, { name, cards: everywhere(zones, card) });
    },
  }),
  recipe('upToElseAsk', {
    blanks: { name: 'name', price: 'money', weight: 'weight', zones: 'zones' },
    make: (book, { name, price, weight, zones }) => serviceIn(book, { name, cards: everywhere(zones, byWeight([[weight, price]], refer)) }),
  }),
  recipe('valueBands', {
    blanks: { name: 'name', price1: 'money', value1: 'money', price2: 'money', value2: 'money', zones: 'zones' },
    ascending: [['value1', 'value2']],
    positive: ['value1'],
    make: (book, { name, zones, price1, value1, price2, value2 }) =>
      serviceIn(book, {
        name,
        cards: everywhere(zones, {
          kind: 'valueTiers',
          measure: 'valueAfterDiscounts',
          writing: 'from',
          bands: 'whole',
          tiers: [
            { upTo: value1 - 1, result: amount(price1) },
            { upTo: value2 - 1, result: amount(price2) },
          ],
          above: free,
          ...open,
        }),
      }),
  }),
  recipe('weightAndValue', {
    blanks: {
      name: 'name',
      weight: 'weight',
      value: 'money',
      lightLow: 'money',
      lightHigh: 'money',
      heavyLow: 'money',
      heavyHigh: 'money',
      zones: 'zones',
    },
    positive: ['value'],
    make: (book, { name, zones, weight, value, lightLow, lightHigh, heavyLow, heavyHigh }) =>
      serviceIn(book, {
        name,
        cards: everywhere(zones, {
          kind: 'twoWay',
          rows: { measure: 'packedWeight', bounds: [weight] },
          columns: { measure: 'valueAfterDiscounts', bounds: [value - 1] },
          results: [
            [amount(lightLow), amount(lightHigh)],
            [amount(heavyLow), amount(heavyHigh)],
          ],
          ...open,
        }),
      }),
  }),
  recipe('firstAndFurther', {
    blanks: { name: 'name', first: 'money', further: 'money', most: 'money', zones: 'zones' },
    ascending: [['first', 'most']],
    make: (book, { name, first, further, most, zones }) =>
      serviceIn(book, {
        name,
        cards: everywhere(zones, { kind: 'firstAndFurther', measure: 'itemCount', first, further, floor: null, cap: most }),
      }),
  }),
  recipe('nearFar', {
    blanks: { name: 'name', near: 'zone', price: 'money', far: 'zone' },
    make: (book, { name, near, price, far }) =>
      serviceIn(book, {
        name,
        cards: [
          [near, flat({ kind: 'free' })],
          [far, flat({ kind: 'amount', amount: price })],
        ],
      }),
  }),
  recipe('carrierPlusShare', {
    blanks: { name: 'name', carriage: 'carriage', share: 'share', from: 'money', zones: 'zones' },
    make: (book, { name, carriage, share, from, zones }) => [
      ...carriedService(book, { name, carriage, share, zones }),
      freeFromIn(book, name, zones, from),
    ],
  }),
  recipe('express', {
    blanks: { name: 'name', price: 'money', until: 'time', zones: 'zones' },
    needs: ['location', 'dispatch'],
    make: (book, { name, price, until, zones }) => [
      ...serviceIn(book, { name, cards: everywhere(zones, flat({ kind: 'amount', amount: price })) }),
      ...book.locations.flatMap(({ id, dispatch }): SingleCommand[] => {
        if (dispatch === null) return [];
        const packing = WEEK.filter((day) => dispatch.cutOffs[day - 1] !== null);
        const own = { service: serviceId(book, name), cutOffs: cutOffsOn(packing as Weekday[], until) };
        return [{ name: 'setDispatch', args: { location: id, dispatch: { ...dispatch, ownCutOffs: [...dispatch.ownCutOffs, own] } } }];
      }),
    ],
  }),
  recipe('vanRings', {
    blanks: { name: 'name', ring1: 'distance', price1: 'money', ring2: 'distance', price2: 'money', least: 'money', zones: 'zones' },
    ascending: [['ring1', 'ring2']],
    needs: ['location'],
    make: (book, { name, ring1, price1, ring2, price2, least, zones }) => [
      ...serviceIn(book, {
        name,
        more: { kind: 'round', round: { ...PLAIN_ROUND, centre: book.locations[0]?.id ?? null } },
        cards: everywhere(zones, {
          kind: 'distanceTiers',
          measure: 'distance',
          bands: 'whole',
          tiers: [
            { upTo: ring1, result: amount(price1) },
            { upTo: ring2, result: amount(price2) },
          ],
          above: notOffered,
          ...open,
        }),
      }),
      {
        name: 'setLimitOfLanes',
        args: {
          lanes: zones.map(({ id }) => ({ zone: id, service: serviceId(book, name) })),
          limit: { measure: 'valueAfterDiscounts', from: least },
        },
      },
    ],
  }),
  recipe('counter', {
    blanks: { name: 'name', hours: 'hours', from: 'time', until: 'time', zones: 'zones' },
    ascending: [['from', 'until']],
    needs: ['location'],
    make: (book, { name, hours, from, until, zones }) => {
      const [location] = book.locations;
      if (!location) return [];
      const { working } = weekOfCountry(location.country);
      const spans = WEEK.map((day) => (working.includes(day) ? [{ from, until }] : []));
      return serviceIn(book, {
        name,
        cards: everywhere(zones, flat({ kind: 'free' })),
        more: {
          kind: 'counter',
          counter: {
            ...addressOf(location),
            hours: spans as never,
            exceptions: [],
            readyAfter: hours * 60,
            stock: { kind: 'own' },
            instructions: '',
            showDistance: true,
          },
        },
      });
    },
  }),
  recipe('handlingOnly', {
    blanks: { name: 'name', charge: 'name', amount: 'money', zones: 'zones' },
    make: (book, { name, charge, amount: each, zones }) => {
      const rule = plainCharge(newId(charge, book.charges, 'charge'), charge, { kind: 'fixed', amount: each, per: 'order' });
      return [
        ...serviceIn(book, { name, cards: everywhere(zones, { kind: 'chargesOnly' }) }),
        { name: 'addCharge', args: { ...rule, scope: { ...rule.scope, services: [serviceId(book, name)] } } },
      ];
    },
  }),
];
