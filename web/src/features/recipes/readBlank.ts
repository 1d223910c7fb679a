import { type BlankKind, type BlankValues, DateWindow, type Shop } from '@ostrakon/core';
import { readTime } from '../../calendars/TimeField.tsx';
import { readDay } from '../../rules/readDay.ts';
import { readCount, readCoupon, readDistance, readMass, readMoney, readPercent } from '../../ui/readers.ts';
import type { Read } from '../../ui/useTypedField.ts';

/** Blanks that are typed; the others are chosen. */
export type TypedKind = 'name' | 'money' | 'weight' | 'distance' | 'count' | 'share' | 'hours' | 'time' | 'coupon' | 'season';

const MOST_NAME = 80;
/** A year of hours. */
const MOST_HOURS = 8784;

/** "1 Nov to 24 Dec". */
function readSeason(text: string): Read<DateWindow> {
  const [from, until, ...more] = text.trim().split(/\s*(?:\bto\b|\u2013| - )\s*/i);
  if (from === undefined || until === undefined || more.length > 0)
    return { ok: false, message: 'Write the first and the last day, such as 1 Nov to 24 Dec.' };
  const [first, last] = [readDay(from), readDay(until)];
  if (!first.ok) return first;
  if (!last.ok) return last;
  const parsed = DateWindow.safeParse({ from: first.value, until: last.value });
  return parsed.success ? { ok: true, value: parsed.data } : { ok: false, message: `${parsed.error.issues[0]?.message}.` };
}

function readName(text: string): Read<string> {
  const name = text.trim();
  return name.length <= MOST_NAME ? { ok: true, value: name } : { ok: false, message: `At most ${MOST_NAME} letters.` };
}

/** Hours, with or without the word. */
const readHours =
  (shop: Shop) =>
  (text: string): Read<number> => {
    const read = readCount(shop)(text.trim().replace(/\s*h(?:ours?)?$/i, ''));
    return read.ok && read.value > MOST_HOURS ? { ok: false, message: `At most ${MOST_HOURS} hours, a year.` } : read;
  };

/** How the text of a blank is read. */
export function blankReader<K extends TypedKind>(kind: K, shop: Shop): (text: string) => Read<BlankValues[K]> {
  const readers: { readonly [T in TypedKind]: (text: string) => Read<BlankValues[T]> } = {
    name: readName,
    money: readMoney(shop),
    weight: readMass(shop),
    distance: readDistance(shop),
    count: readCount(shop),
    share: readPercent(shop, 100_000),
    hours: readHours(shop),
    time: readTime(shop.locale),
    coupon: readCoupon,
    season: readSeason,
  };
  return readers[kind];
}

const CHOSEN: readonly BlankKind[] = ['zones', 'zone', 'services', 'service', 'group', 'goods', 'carriage'];
export const isTypedKind = (kind: BlankKind): kind is TypedKind => !CHOSEN.includes(kind);
