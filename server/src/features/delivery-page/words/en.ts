import type { PageWords } from './pageWords.ts';

export const en: PageWords = {
  title: (shop) => `How ${shop} delivers`,
  since: (date) => `So it is since ${date}.`,
  until: (date) => `New prices begin on ${date}.`,
  yours: 'To your address',
  notYours: 'We do not deliver to that address yet.',
  country: 'Country',
  postalCode: 'Postal code',
  show: 'Show it',
  all: 'Show every place',
  everywhereElse: 'Everywhere else',
  except: (places) => `but not ${places}`,
  more: (count) => `${count} more`,
  codes: (rules, country) => `postal codes ${rules} (${country})`,
  upTo: (distance, city) => `up to ${distance} from ${city}`,
  between: (beyond, within, city) => `${beyond} to ${within} from ${city}`,
  free: 'free',
  from: (amount) => `from ${amount}`,
  freeFrom: (amount) => `free from ${amount} of goods`,
  byCarrier: 'at the price its carrier asks for your order',
  byOrder: 'the price depends on the order',
  onDays: (days) => `on ${days}`,
  days: (least, most) => {
    if (most === 0) return 'the same day';
    if (least === most) return most === 1 ? '1 day on the way' : `${most} days on the way`;
    return `${least} to ${most} days on the way`;
  },
  orderBefore: (name, moment) => `${name} before ${moment}`,
  inTime: (holiday, date, orders) => `To have it before ${holiday} (${date}), order: ${orders}.`,
  notDelivered: (goods) => `Not delivered there: ${goods}.`,
  onRequest: (goods) => `Ask us for a price: ${goods}.`,
  nothing: 'Nothing is delivered there yet.',
  collect: 'Collect it yourself',
  hours: 'Hours of the days to come',
  closed: 'closed',
  notAtAll: 'Where we do not deliver',
  unreached: (countries) => `Not yet, though we are working on it: ${countries}.`,
  otherCountries: (count) => `We deliver to ${count === 1 ? 'one country' : `${count} countries`} and to no other.`,
  policy: 'What we hold to',
  write: 'Write to us',
};
