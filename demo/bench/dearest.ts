import {
  admit,
  admitted,
  applyCommand,
  type Card,
  CarrierAnswers,
  type ClosedDays,
  compile,
  completeCart,
  plainAllowance,
  plainCharge,
  plan,
  type RateBook,
  settle,
  toPublicQuote,
} from '@ostrakon/core';
import { scenario } from '../src/scenario.ts';

// What the dearest public requests cost that are admitted: each on a book compiled before, with nothing of them seen before.
const NOW = '2026-11-23T12:00:00Z';
const BOUND = 50;

/** Whole numbers that come in the same row every time (Park and Miller's minimal standard, 1988). */
function row(seed: number): (below: number) => number {
  let state = seed;
  return (below) => {
    state = (state * 16_807) % 2_147_483_647;
    return state % below;
  };
}

const draft = scenario.draftCommands.reduce(applyCommand, scenario.live);
const open = { floor: null, cap: null };
const amount = (cents: number) => ({ kind: 'amount' as const, amount: cents });
const steps = (count: number) => Array.from({ length: count }, (_, at) => at + 1);

/** One card of every kind. */
const cards: readonly Card[] = [
  { kind: 'flat', result: amount(900) },
  { kind: 'chargesOnly' },
  { kind: 'firstAndFurther', measure: 'itemCount', first: 500, further: 20, ...open },
  {
    kind: 'weightTiers',
    measure: 'billableWeight',
    bands: 'graduated',
    tiers: steps(60).map((at) => ({ upTo: `${at * 20} kg`, result: { kind: 'perUnit' as const, base: at, each: 5, unit: '500 g' } })),
    above: amount(9000),
    ...open,
  },
  {
    kind: 'valueTiers',
    measure: 'valueAfterDiscounts',
    bands: 'whole',
    tiers: steps(60).map((at) => ({ upTo: at * 1000, result: amount(at * 10) })),
    above: { kind: 'free' },
    writing: 'upTo',
    ...open,
  },
  {
    kind: 'countTiers',
    measure: 'parcels',
    bands: 'graduated',
    tiers: steps(60).map((at) => ({ upTo: at * 2, result: amount(at) })),
    above: amount(5),
    ...open,
  },
  {
    kind: 'sizeTiers',
    measure: 'lengthPlusGirth',
    bands: 'whole',
    tiers: steps(60).map((at) => ({ upTo: `${at * 20} cm`, result: amount(at * 30) })),
    above: amount(5),
    ...open,
  },
  {
    kind: 'distanceTiers',
    measure: 'distance',
    bands: 'whole',
    tiers: steps(60).map((at) => ({ upTo: `${at * 100} km`, result: amount(at * 30) })),
    above: amount(5),
    ...open,
  },
  { kind: 'startedUnits', base: 300, each: 40, per: { measure: 'packedWeight', unit: '1 kg' }, ...open },
  { kind: 'percent', basisPoints: 900, of: 'valueBeforeDiscounts', ...open },
  {
    kind: 'twoWay',
    rows: { measure: 'packedWeight', bounds: steps(40).map((at) => `${at * 30} kg`) },
    columns: { measure: 'valueAfterDiscounts', bounds: steps(40).map((at) => at * 2000) },
    results: Array.from({ length: 41 }, (_, down) => Array.from({ length: 41 }, (_other, across) => amount(down * 10 + across))),
    ...open,
  },
];

/** Every other stretch of every year closed, one day by one. */
const closedDays: ClosedDays[] = Array.from({ length: 150 }, (_, at) => ({
  name: `Closed ${at}`,
  days: Array.from({ length: 4 }, (_other, nth) => {
    const day = new Date(Date.UTC(2026, 10, 1 + ((at * 4 + nth) % 700))).toISOString().slice(0, 10);
    return { from: day, until: day };
  }),
}));

const [zone] = draft.zones;
const [lane] = Object.values(zone?.lanes ?? {});
const [location] = draft.locations;
if (!zone || !lane || !location) throw new Error('the demo has zones, lanes and locations');

const groups = ['a', 'b', 'c', 'd'].map((id) => ({
  ...(draft.goodsGroups[0] as RateBook['goodsGroups'][number]),
  id,
  name: id,
  leavesOn: [],
}));
/** Services with cards of every kind and of groups, own packaging, rounds, counters, charges on sets of goods, allowances, closed days. */
const services = Array.from({ length: 22 }, (_, at): RateBook['services'][number] => {
  const base = draft.services.find(
    ({ kind }) => kind === (at === 20 ? 'round' : at === 21 ? 'counter' : 'card'),
  ) as RateBook['services'][number];
  const days = { ...base.days, closed: closedDays };
  const round = base.round && { ...base.round, area: [], centre: null, closed: closedDays };
  return { ...base, id: `s${at}`, name: `Service ${at}`, days, round, carriage: null, terms: null };
});
const lanes = Object.fromEntries(
  services.map(({ id }, at) => [
    id,
    {
      ...lane,
      limits: [],
      card: cards[at % cards.length] as Card,
      kept: [],
      groupCards: groups.map(({ id: group }, nth) => ({ group, card: cards[(at + nth + 1) % cards.length] as Card, kept: [] })),
    },
  ]),
);
const heavy: RateBook = {
  ...draft,
  shop: { ...draft.shop, served: [...draft.shop.served], closed: closedDays, severalAddresses: { allowed: true, mostItems: null } },
  goodsGroups: groups,
  locations: [
    { ...location, ships: null, dispatch: location.dispatch && { ...location.dispatch, ownCutOffs: [], closed: closedDays, capacity: 1 } },
  ],
  services,
  zones: draft.zones.map((one) => ({ ...one, lanes })),
  charges: groups.map(({ id }, at) => ({
    ...plainCharge(`c${at}`, `Charge ${at}`, { kind: 'percent', basisPoints: 300, of: at % 2 === 0 ? 'base' : 'running' }),
    scope: { services: null, zones: null, goods: { groups: [id], others: at === 0 } },
  })),
  allowances: Array.from({ length: 20 }, (_, at) => ({
    ...plainAllowance(`w${at}`, `Allowance ${at}`, { kind: 'amountOff', amount: 100 + at }),
    ranges: [{ measure: 'valueAfterDiscounts' as const, from: at * 1000 }],
    combinable: true,
  })),
};

interface Asked {
  readonly lines: number;
  readonly pieces: number;
  readonly addresses: number;
  readonly discounts: boolean;
  /** Sides in millimetres, from and to. */
  readonly sides: readonly [number, number];
}

function requestOf({ lines, pieces, addresses, discounts, sides }: Asked, next: (below: number) => number) {
  const side = () => `${sides[0] + next(sides[1] - sides[0])} mm`;
  const each = Math.max(1, Math.floor(pieces / lines));
  return {
    lines: Array.from({ length: lines }, (_, at) => ({
      quantity: each,
      unitPrice: 100 + next(10_000),
      weight: `${1 + next(3000)} g`,
      size: { length: side(), width: side(), height: side() },
      group: groups[at % groups.length]?.id ?? 'a',
      upright: next(4) === 0,
      fragile: next(5) === 0,
      extraPackingDays: next(60),
      delivered: true,
      to: at % addresses,
    })),
    discounts: discounts
      ? [
          { kind: 'percent' as const, basisPoints: 733 },
          { kind: 'amount' as const, amount: 1234 },
        ]
      : [],
    destination: { country: 'CA', postalCode: 'M5V 2T6', point: { latitude: 43.64, longitude: -79.39 } },
    ...(addresses > 1 && {
      others: Array.from({ length: addresses - 1 }, (_, at) => ({
        country: 'CA',
        postalCode: 'H2X 1Y4',
        point: { latitude: 45 + at / 100, longitude: -73 },
      })),
    }),
    moment: '2028-11-01T12:00:00Z',
  };
}

const SHAPES: readonly (readonly [string, Asked])[] = [
  ['one odd piece a line, 40 lines', { lines: 40, pieces: 40, addresses: 1, discounts: false, sides: [30, 200] }],
  ['one odd piece a line, 100 lines', { lines: 100, pieces: 100, addresses: 1, discounts: true, sides: [30, 200] }],
  ['300 odd pieces', { lines: 300, pieces: 300, addresses: 1, discounts: false, sides: [30, 200] }],
  ['500 lines, 10,000 pieces', { lines: 500, pieces: 10_000, addresses: 1, discounts: true, sides: [10, 60] }],
  ['six addresses, 60 odd pieces', { lines: 60, pieces: 60, addresses: 6, discounts: true, sides: [80, 300] }],
  ['50 addresses, 500 odd pieces', { lines: 500, pieces: 500, addresses: 50, discounts: true, sides: [30, 200] }],
  ['50 addresses, 10,000 pieces', { lines: 500, pieces: 10_000, addresses: 50, discounts: true, sides: [30, 200] }],
  ['large pieces, 60', { lines: 60, pieces: 60, addresses: 1, discounts: false, sides: [100, 400] }],
];

const books = [
  ['demo', draft, compile(draft)],
  ['heavy', heavy, compile(heavy)],
] as const;
/** Times each shape is asked before anything is measured: a server has met all of them after its first minutes. */
const WARM = 5;
const TIMES = 20;
/** Each request is asked so often, and its quickest answer counts: what else the machine does only ever adds. */
const AGAIN = 3;

function ask([, book, compiled]: (typeof books)[number], cart: ReturnType<typeof requestOf>) {
  compiled.parcels.clear();
  const began = performance.now();
  const opened = completeCart(compiled.places, cart, { products: new Map(), now: NOW });
  if (!opened.ok) throw new Error('the request opens');
  const admission = admit(compiled, opened.request, NOW);
  if (admission.ok)
    toPublicQuote(settle(plan(compiled, admission.admitted, new CarrierAnswers(), { ledger: false })), book, { edition: 1 });
  const took = performance.now() - began;
  return { took, refused: admission.ok ? '' : `, refused: ${admission.problem.code}` };
}

for (const one of books) {
  for (const [, asked] of SHAPES) {
    const next = row(7);
    for (let nth = 0; nth < WARM; nth += 1) ask(one, requestOf(asked, next));
  }
}
console.log(
  `The dearest public requests found, with nothing of them seen before, ${TIMES} of each shape, each the best of ${AGAIN}, in milliseconds:`,
);
console.log(`${''.padEnd(52)} ${'median'.padStart(8)} ${'worst'.padStart(8)}`);
let worst = 0;
for (const one of books) {
  const [name, , compiled] = one;
  for (const [shape, asked] of SHAPES) {
    const next = row(20_261_123);
    const runs = Array.from({ length: TIMES }, () => {
      const cart = requestOf(asked, next);
      return Array.from({ length: AGAIN }, () => ask(one, cart)).reduce((best, run) => (run.took < best.took ? run : best));
    });
    const took = runs.map((run) => run.took).sort((a, b) => a - b);
    const most = took.at(-1) ?? 0;
    worst = Math.max(worst, most);
    const { effort } = admitted(compiled, { ...requestOf(asked, row(1)) });
    const figures = [took[TIMES / 2] ?? 0, most].map((value) => value.toFixed(1).padStart(8)).join(' ');
    console.log(`${`${name}: ${shape}`.padEnd(52)} ${figures}   (looks ${effort})${runs[0]?.refused ?? ''}`);
  }
}
console.log(`The dearest takes ${worst.toFixed(1)} ms; the bound is ${BOUND} ms.`);
