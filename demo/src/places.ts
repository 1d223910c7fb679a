import type { Location, Packaging } from '@ostrakon/core';
import { depotCalendar, storeRoomCalendar } from './calendars.ts';

const carton = (
  id: string,
  name: string,
  kind: Packaging['kind'],
  inside: readonly [number, number, number],
  facts: { wall: number; tare: string; mostLoad: string; cost: number },
): Packaging => {
  const size = (add: number) => ({ length: `${inside[0] + add} cm`, width: `${inside[1] + add} cm`, height: `${inside[2] + add} cm` });
  const { wall, ...rest } = facts;
  return { id, name, kind, inside: size(0), outside: size(wall), ...rest, inUse: true };
};

export const packaging: Packaging[] = [
  carton('mailer', 'Padded mailer', 'mailer', [32, 22, 4], { wall: 1, tare: '45 g', mostLoad: '2 kg', cost: 65 }),
  carton('shelf-mailer', 'Flat card mailer', 'mailer', [62, 46, 6], { wall: 2, tare: '620 g', mostLoad: '18 kg', cost: 310 }),
  carton('carton-s', 'Small carton', 'carton', [25, 20, 15], { wall: 1, tare: '190 g', mostLoad: '12 kg', cost: 95 }),
  carton('carton-m', 'Medium carton', 'carton', [40, 30, 25], { wall: 1, tare: '480 g', mostLoad: '20 kg', cost: 160 }),
  carton('carton-l', 'Large carton', 'carton', [60, 40, 40], { wall: 1.5, tare: '950 g', mostLoad: '30 kg', cost: 285 }),
  carton('tube', 'Card tube', 'tube', [70, 10, 10], { wall: 1, tare: '260 g', mostLoad: '5 kg', cost: 140 }),
  carton('pallet', 'Pallet with collar', 'pallet', [118, 98, 160], { wall: 2, tare: '22 kg', mostLoad: '700 kg', cost: 2400 }),
];

/** Where the goods leave from. */
export const locations: Location[] = [
  {
    id: 'dartmouth',
    name: 'Dartmouth store room',
    street: '14 Kiln Lane',
    city: 'Dartmouth',
    country: 'CA',
    subdivision: 'CA-NS',
    postalCode: 'B2Y 2N6',
    point: { latitude: 44.6658, longitude: -63.5676 },
    timeZone: 'America/Halifax',
    ships: { groups: ['clay', 'glazes', 'shelves'], others: true },
    dispatch: storeRoomCalendar,
  },
  {
    id: 'moncton',
    name: 'Moncton depot',
    street: '220 Foundry Road',
    city: 'Moncton',
    country: 'CA',
    subdivision: 'CA-NB',
    postalCode: 'E1C 4Z6',
    point: { latitude: 46.0878, longitude: -64.7782 },
    timeZone: 'America/Moncton',
    ships: { groups: ['machines'], others: false },
    dispatch: depotCalendar,
  },
];
