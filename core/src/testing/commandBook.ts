import type { Counter } from '../counters/counter.ts';
import type { DispatchCalendar } from '../dispatch/dispatchCalendar.ts';
import { PLAIN_GROUP } from '../goods/goodsGroup.ts';
import { type Packaging, SAMPLE_CARTON } from '../packing/packaging.ts';
import { type Allowance, plainAllowance } from '../rate-book/allowance.ts';
import { type Charge, plainCharge } from '../rate-book/charge.ts';
import type { Location } from '../rate-book/location.ts';
import type { RateBook } from '../rate-book/rateBook.ts';
import { EVERYWHERE } from '../rate-book/scope.ts';
import { amount, bookOf, byWeight, flat, lane } from './bookOf.ts';

/** A book that holds something for every command to change. */

/** Monday to Friday until 14:00, packed the same day or the next. */
export const dispatch: DispatchCalendar = {
  cutOffs: ['14:00', '14:00', '14:00', '14:00', '14:00', null, null],
  ownCutOffs: [],
  lead: { least: 0, most: 1 },
  capacity: 40,
  closed: [{ name: 'Winter break', days: [{ from: '12-24', until: '01-02' }] }],
};
export const tuesday = { weekday: 2, from: '09:00', until: '12:00', capacity: 8 };
export const counter: Counter = {
  street: '1 Quay',
  city: 'Dartmouth',
  country: 'CA',
  subdivision: 'CA-NS',
  postalCode: null,
  point: { latitude: 44.66, longitude: -63.57 },
  timeZone: 'America/Halifax',
  hours: [
    [],
    [
      { from: '09:00', until: '12:30' },
      { from: '13:00', until: '17:00' },
    ],
    [],
    [],
    [],
    [],
    [],
  ],
  exceptions: [],
  readyAfter: 120,
  stock: { kind: 'own' },
  instructions: '',
  showDistance: true,
};

export const depot: Location = {
  id: 'depot',
  name: 'Depot',
  street: '',
  city: 'Dartmouth',
  country: 'CA',
  subdivision: 'CA-NS',
  postalCode: null,
  point: null,
  timeZone: 'America/Halifax',
  ships: { groups: ['glaze'], others: true },
  dispatch: { ...dispatch, ownCutOffs: [{ service: 'ground', cutOffs: dispatch.cutOffs }] },
};
export const box: Packaging = { ...SAMPLE_CARTON, id: 'box', name: 'Box' };

const plain = bookOf([
  {
    id: 'near',
    places: [{ kind: 'postal', country: 'CA', rules: 'B3*' }],
    lanes: {
      ground: lane(byWeight([['2 kg', amount(990)]]), {
        groupCards: [{ group: 'glaze', card: flat(300), kept: [] }],
        conditions: { goods: { groups: ['glaze'], others: false }, coupons: [], dates: null, weekdays: null },
      }),
      van: lane(flat(500)),
    },
  },
  { id: 'far', places: [{ kind: 'country', country: 'CA' }], lanes: { ground: lane(flat(1500)) } },
]);
export const charge: Charge = {
  ...plainCharge('packing', 'Packing', { kind: 'percent', basisPoints: 180, of: 'valueAfterDiscounts' }),
  floor: 150,
  scope: { services: ['ground'], zones: null, goods: { groups: ['glaze'], others: false } },
  dates: { from: '11-01', until: '12-31' },
};
export const allowance: Allowance = {
  ...plainAllowance('free', 'Free', { kind: 'free' }),
  ranges: [{ measure: 'valueAfterDiscounts', from: 4000 }],
  sinceOrder: 12,
  scope: { services: null, zones: ['near', 'far'], goods: null },
};

export const book: RateBook = {
  ...plain,
  languages: [{ locale: 'de-DE', texts: [{ of: 'Gone', is: 'Vorbei' }] }],
  charges: [charge, { ...charge, id: 'fuel', scope: EVERYWHERE }],
  allowances: [allowance, { ...allowance, id: 'club', scope: EVERYWHERE, coupons: ['CLUB'] }],
  goodsGroups: [
    { id: 'glaze', name: 'Glazes', mark: 'glaze', ...PLAIN_GROUP },
    { id: 'shelf', name: 'Shelves', mark: 'sand', ...PLAIN_GROUP },
  ],
  locations: [depot, { ...depot, id: 'second', name: 'Second', ships: null }],
  packing: { ...plain.packing, packaging: [box, { ...box, id: 'mailer', name: 'Mailer', kind: 'mailer' }], usual: 'box' },
};

export const at = { zone: 'near', service: 'ground' };
