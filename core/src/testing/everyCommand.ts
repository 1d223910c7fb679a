import { PLAIN_CARRIAGE, PLAIN_TERMS } from '../carriers/carriage.ts';
import type { Command } from '../commands/commands.ts';
import { PLAIN_DAYS } from '../dispatch/dispatchCalendar.ts';
import { PLAIN_GROUP } from '../goods/goodsGroup.ts';
import { PLAIN_SERVICE } from '../rate-book/rateBook.ts';
import { PLAIN_ROUND } from '../rounds/round.ts';
import { amount, byWeight, flat } from './bookOf.ts';
import { allowance, at, book, box, charge, counter, depot, dispatch, tuesday } from './commandBook.ts';

export const carriage = { account: 'gannet', carrier: 'Gannet Air', service: 'DAY', ...PLAIN_CARRIAGE };

export const card = byWeight([
  ['2 kg', amount(1100)],
  ['5 kg', amount(1400)],
]);

const bothGround = [at, { zone: 'far', service: 'ground' }];

/** Each command at least once, fit for the book they are tried on. */
export const everyCommand: readonly Command[] = [
  { name: 'setShop', args: { name: 'Other', currency: 'USD', units: 'imperial', locale: 'en-US', timeZone: 'America/Halifax' } },
  { name: 'setServed', args: { countries: ['FR', 'CA', 'CA'] } },
  { name: 'setEditionsAnswer', args: { editionsAnswer: 60 } },
  { name: 'takeOver', args: { book: { ...book, shop: { ...book.shop, name: 'Other shop' } } } },
  { name: 'setTexts', args: { noOption: 'No.', refer: 'Ask.' } },
  { name: 'setMail', args: { mail: 'orders@shop.example' } },
  { name: 'addLanguage', args: { locale: 'fr-CA' } },
  { name: 'removeLanguage', args: { locale: 'de-DE' } },
  {
    name: 'setTranslations',
    args: {
      locale: 'de-DE',
      texts: [
        { of: 'Ground', is: 'Paket' },
        { of: 'Gone', is: null },
      ],
    },
  },
  { name: 'addZone', args: { id: 'new', name: 'New', places: [], at: 0 } },
  { name: 'renameZone', args: { zone: 'far', name: 'Farther' } },
  { name: 'duplicateZone', args: { zone: 'near', id: 'near-2', name: 'Near 2' } },
  { name: 'removeZone', args: { zone: 'near' } },
  { name: 'moveZone', args: { zone: 'far', to: 0 } },
  { name: 'setPlaces', args: { zone: 'far', places: [{ kind: 'country', country: 'FR' }] } },
  { name: 'moveRegion', args: { region: 'FR', zone: 'far' } },
  { name: 'moveRegion', args: { region: 'CA-NS', zone: null } },
  { name: 'addGoodsGroup', args: { id: 'clay', name: 'Clay', mark: 'clay', ...PLAIN_GROUP } },
  { name: 'setGoodsGroup', args: { id: 'glaze', name: 'Liquid glazes', mark: 'plum', ...PLAIN_GROUP } },
  { name: 'moveGoodsGroup', args: { group: 'glaze', to: 1 } },
  { name: 'removeGoodsGroup', args: { group: 'glaze' } },
  { name: 'setGoodsRules', args: { products: [{ product: 'WHEEL-46/a', rule: { group: 'glaze', extraPackingDays: 2 } }] } },
  { name: 'addLocation', args: { ...depot, id: 'third' } },
  { name: 'setLocation', args: { ...depot, name: 'Harbour depot', point: { latitude: 44.66, longitude: -63.57 } } },
  { name: 'moveLocation', args: { location: 'depot', to: 1 } },
  { name: 'removeLocation', args: { location: 'depot' } },
  { name: 'addPackaging', args: { ...box, id: 'third' } },
  { name: 'setPackaging', args: { ...box, tare: '0.5 lb', inUse: false } },
  { name: 'movePackaging', args: { packaging: 'box', to: 1 } },
  { name: 'removePackaging', args: { packaging: 'box' } },
  { name: 'setUsualPackaging', args: { packaging: 'mailer' } },
  { name: 'setVolumeRule', args: { divisor: 139, per: 'in3PerLb', roundUpTo: '1 lb' } },
  { name: 'addService', args: { ...PLAIN_SERVICE, id: 'post', name: 'Post' } },
  { name: 'renameService', args: { service: 'van', name: 'Van round' } },
  { name: 'describeService', args: { service: 'van', kind: 'round', internalName: '', mixing: { kind: 'add' }, note: 'Tuesdays' } },
  { name: 'duplicateService', args: { service: 'ground', id: 'ground-2', name: 'Ground 2' } },
  { name: 'removeService', args: { service: 'ground' } },
  { name: 'setServiceDays', args: { service: 'ground', days: { ...PLAIN_DAYS, transit: { least: 1, most: 3 }, collects: [1, 3] } } },
  { name: 'setRound', args: { service: 'van', round: { ...PLAIN_ROUND, centre: 'depot', windows: [tuesday] } } },
  { name: 'setCounter', args: { service: 'van', counter } },
  {
    name: 'setCarriage',
    args: { service: 'van', carriage, terms: { ...PLAIN_TERMS, unanswered: { kind: 'service', service: 'ground' } } },
  },
  {
    name: 'addCarrierServices',
    args: {
      services: [{ ...PLAIN_SERVICE, id: 'air', name: 'Air', kind: 'carrier', carriage, terms: PLAIN_TERMS }],
      zones: ['far'],
      card: flat(900),
    },
  },
  { name: 'setDispatch', args: { location: 'second', dispatch } },
  { name: 'setShowDates', args: { showDates: false } },
  { name: 'setShopClosed', args: { closed: [{ name: 'Fair', days: [{ from: '07-01', until: '07-03' }] }] } },
  {
    name: 'setHolidays',
    args: {
      holidays: [
        { country: 'CA', subdivision: 'CA-NS', closed: [{ name: 'Natal Day', days: [{ from: '2026-08-03', until: '2026-08-03' }] }] },
      ],
    },
  },
  { name: 'setTransitOfLanes', args: { lanes: [{ ...at, transit: { least: 1, most: 2 } }] } },
  { name: 'moveService', args: { service: 'van', to: 0 } },
  { name: 'startLane', args: { zone: 'far', service: 'van', card: flat(900) } },
  {
    name: 'copyLane',
    args: {
      from: at,
      to: [
        { zone: 'far', service: 'ground' },
        { zone: 'far', service: 'van' },
      ],
      parts: ['card', 'limits'],
    },
  },
  {
    name: 'copyLanes',
    args: {
      pairs: [
        { from: at, to: { zone: 'far', service: 'ground' }, by: { kind: 'percent', basisPoints: 1000 } },
        { from: at, to: { zone: 'far', service: 'van' } },
      ],
      parts: ['card'],
    },
  },
  { name: 'removeLane', args: at },
  { name: 'setCard', args: { ...at, card } },
  { name: 'switchCard', args: { ...at, kind: 'chargesOnly' } },
  { name: 'setLimits', args: { ...at, limits: [{ measure: 'itemsWeight', upTo: '30 kg' }] } },
  {
    name: 'setFreeFrom',
    args: { ...at, freeFrom: { measure: 'valueAfterDiscounts', from: 12_000, byItself: false, coversCharges: true } },
  },
  { name: 'setCard', args: { ...at, group: 'shelf', card } },
  { name: 'switchCard', args: { ...at, group: 'glaze', kind: 'chargesOnly' } },
  { name: 'setServiceTexts', args: { service: 'van', texts: [{ when: 'notThere', text: 'The van turns back at the bridge.' }] } },
  { name: 'removeGroupCard', args: { ...at, group: 'glaze' } },
  {
    name: 'setCards',
    args: {
      cards: [
        { ...at, card },
        { zone: 'far', service: 'van', card: flat(700) },
        { zone: 'far', service: 'ground', group: 'shelf', card },
      ],
    },
  },
  { name: 'raisePrices', args: { lanes: bothGround, by: { kind: 'percent', basisPoints: -500 } } },
  { name: 'raisePrices', args: { lanes: bothGround, by: { kind: 'amount', amount: 50 } } },
  { name: 'setLimitOfLanes', args: { lanes: bothGround, limit: { measure: 'packedWeight', upTo: '30 kg' } } },
  {
    name: 'setFreeFromOfLanes',
    args: { lanes: bothGround, freeFrom: { measure: 'valueBeforeDiscounts', from: 9000, byItself: false, coversCharges: false } },
  },
  { name: 'setConditions', args: { ...at, conditions: { goods: null, coupons: ['CLUB'], dates: null, weekdays: [1, 2] } } },
  { name: 'setLaneRange', args: { ...at, floor: 300, cap: 4500 } },
  { name: 'setTransit', args: { ...at, transit: { least: 1, most: 3 } } },
  { name: 'setZoneTax', args: { zone: 'far', taxRate: 1400 } },
  { name: 'labelZones', args: { zones: ['near', 'far'], label: 'north' } },
  { name: 'setPricing', args: { rounding: 'halfEven', ending: 'up99', tax: 'added', order: 'cheapest' } },
  { name: 'setSeveralAddresses', args: { allowed: true, mostItems: 20 } },
  { name: 'addCharge', args: { ...charge, id: 'third' } },
  { name: 'setCharge', args: { ...charge, cap: 900 } },
  { name: 'moveCharge', args: { id: 'packing', to: 1 } },
  { name: 'removeCharge', args: { id: 'packing' } },
  { name: 'addAllowance', args: { ...allowance, id: 'third' } },
  { name: 'setAllowance', args: { ...allowance, endedAt: '2026-11-23T12:00:00Z' } },
  { name: 'moveAllowance', args: { id: 'free', to: 1 } },
  { name: 'removeAllowance', args: { id: 'free' } },
];
