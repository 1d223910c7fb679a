import {
  type ClosedDays,
  type Counter,
  type DispatchCalendar,
  PLAIN_DAYS,
  PLAIN_ROUND,
  type Round,
  type ServiceDays,
} from '@ostrakon/core';

const on = (name: string, ...dates: string[]): ClosedDays => ({ name, days: dates.map((date) => ({ from: date, until: date })) });

/** Public holidays on which nobody in the province works, as the shop took them over. */
const HOLIDAYS: readonly ClosedDays[] = [
  on('New Year’s Day', '2026-01-01', '2027-01-01', '2028-01-01'),
  on('Heritage Day', '2026-02-16', '2027-02-15', '2028-02-21'),
  on('Good Friday', '2026-04-03', '2027-03-26', '2028-04-14'),
  on('Victoria Day', '2026-05-18', '2027-05-24', '2028-05-22'),
  on('Canada Day', '2026-07-01', '2027-07-01', '2028-07-01'),
  on('Labour Day', '2026-09-07', '2027-09-06', '2028-09-04'),
  on('Thanksgiving', '2026-10-12', '2027-10-11', '2028-10-09'),
  on('Christmas Day', '2026-12-25', '2027-12-25', '2028-12-25'),
  on('Boxing Day', '2026-12-26', '2027-12-26', '2028-12-26'),
];

export const storeRoomCalendar: DispatchCalendar = {
  cutOffs: ['14:00', '14:00', '14:00', '14:00', '12:00', null, null],
  ownCutOffs: [{ service: 'pallet', cutOffs: ['11:00', '11:00', '11:00', '11:00', '10:00', null, null] }],
  lead: { least: 0, most: 1 },
  capacity: 40,
  collections: [
    { service: 'packet', at: '15:00' },
    { service: 'ground', at: '15:00' },
    { service: 'tracked', at: '15:00' },
    { service: 'express', at: '16:30' },
  ],
  closed: [...HOLIDAYS, { name: 'Counting the stock', days: [{ from: '2026-12-29', until: '2026-12-30' }] }],
};

export const depotCalendar: DispatchCalendar = {
  cutOffs: ['11:00', '11:00', '11:00', '11:00', '11:00', null, null],
  ownCutOffs: [],
  lead: { least: 2, most: 4 },
  capacity: 6,
  collections: [{ service: 'pallet', at: '13:00' }],
  closed: [...HOLIDAYS],
};

/** The roads are closed on what everybody keeps. */
const ROAD_CLOSED = HOLIDAYS.filter(({ name }) => name !== 'Heritage Day');

export const groundDays: ServiceDays = { ...PLAIN_DAYS, transit: { least: 2, most: 4 }, closed: ROAD_CLOSED };
export const packetDays: ServiceDays = { ...PLAIN_DAYS, transit: { least: 3, most: 6 }, closed: ROAD_CLOSED };
/** Carriers that are asked say themselves how long they take; these days hold while they do not answer. */
export const airDays: ServiceDays = { ...PLAIN_DAYS, transit: { least: 1, most: 3 }, closed: ROAD_CLOSED };
export const postDays: ServiceDays = { ...PLAIN_DAYS, transit: { least: 2, most: 8 }, closed: ROAD_CLOSED };
export const palletDays: ServiceDays = { ...PLAIN_DAYS, transit: { least: 3, most: 8 }, collects: [1, 3, 5], closed: ROAD_CLOSED };

export const vanRound: Round = {
  ...PLAIN_ROUND,
  centre: 'dartmouth',
  windows: [
    { weekday: 2, from: '09:00', until: '12:00', capacity: 12 },
    { weekday: 2, from: '13:00', until: '17:00', capacity: 12 },
    { weekday: 5, from: '12:00', until: '17:00', capacity: 10 },
  ],
  lastOrder: { days: 1, at: '16:00' },
  closed: [...HOLIDAYS],
  notes: 'The driver leaves dry goods at the door',
};

const DAY = [{ from: '10:00', until: '17:30' }];

export const pickupCounter: Counter = {
  street: '14 Kiln Lane',
  city: 'Dartmouth',
  country: 'CA',
  subdivision: 'CA-NS',
  postalCode: 'B2Y 2N6',
  point: { latitude: 44.6658, longitude: -63.5676 },
  timeZone: 'America/Halifax',
  hours: [[], DAY, DAY, DAY, DAY, [{ from: '10:00', until: '14:00' }], []],
  exceptions: [
    { ...on('Christmas Eve', '2026-12-24', '2027-12-24'), hours: [{ from: '10:00', until: '13:00' }] },
    ...HOLIDAYS.map((closed) => ({ ...closed, hours: [] })),
  ],
  readyAfter: 120,
  stock: { kind: 'own' },
  instructions: 'Bring the order number. Clay is loaded at the side door.',
  showDistance: true,
};
