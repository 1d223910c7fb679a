import { dayText, fromDay, localAt, type OrderMark, type OrderState } from '@ostrakon/core';
import type { DeskFacts, DeskRow, DeskStep, OrderNote } from '@ostrakon/core/contract';
import type { Format } from '../../words/format.ts';

export const STATE_WORDS: Readonly<Record<OrderState, string>> = {
  new: 'new',
  packing: 'packing',
  packed: 'packed',
  handedOver: 'handed over',
  delivered: 'arrived',
  collected: 'collected',
  cancelled: 'called off',
};

/** What is packed and only to be collected is ready. */
export const stateWords = ({ state, kind }: Pick<DeskRow, 'state' | 'kind'>): string =>
  state === 'packed' && kind === 'counter' ? 'ready' : STATE_WORDS[state];

/** What a mark does, as its button says. */
export const MARK_WORDS: Readonly<Record<OrderMark, string>> = {
  begin: 'Begin packing',
  pack: 'Packed',
  handOver: 'Handed over',
  deliver: 'Arrived',
  collect: 'Collected',
  cancel: 'Call off',
};

const STEP_WORDS: Readonly<Record<DeskStep['what'], string>> = {
  placed: 'ordered',
  begin: 'began to pack',
  pack: 'packed',
  handOver: 'handed over',
  deliver: 'marked as arrived',
  collect: 'given to its buyer',
  cancel: 'called off',
  back: 'took the last step back',
  together: 'packed together with',
  apart: 'let travel apart again',
  repacked: 'packed into',
  labelled: 'labels bought',
  labelsVoid: 'labels given back',
  scanned: 'taken over',
  seenArrived: 'arrived',
  broughtIn: 'brought in from a file',
};

const BY: Readonly<Record<string, string>> = { carrier: 'as the carrier says', buyer: 'the buyer', owner: 'the owner' };

/** One step of its history: "Nell: packed". */
export function stepWords({ what, by, note }: DeskStep): string {
  const who = BY[by] ?? by;
  const more = what === 'repacked' && note === '' ? 'what is planned' : note;
  return `${STEP_WORDS[what]}${more === '' ? '' : ` ${more}`}, ${who}`;
}

export function noteWords(note: OrderNote, format: Format): string {
  if (note.quoted === null) return `It was charged ${format.money(note.charged)}; its edition offers no such service for it.`;
  return `It was charged ${format.money(note.charged)}; its edition asks ${format.money(note.quoted)}.`;
}

const MINUTE = 60_000;
const HOURS_IN_MINUTES = 360;

/** The plain date at an instant by the shop's clock. */
export const dayOf = (ms: number, timeZone: string) => fromDay(localAt(ms, timeZone).day);

/** When something is due, as it is read at a glance: "82 min", "Tue, Dec 1", "late", and how pressing that is. */
export function dueWords(
  { leavesOn, dueAt }: Pick<DeskRow, 'leavesOn' | 'dueAt'>,
  now: number,
  { timeZone, locale }: Pick<DeskFacts, 'timeZone' | 'locale'>,
): { readonly text: string; readonly press: 'late' | 'soon' | 'today' | 'later' } {
  const today = dayOf(now, timeZone);
  if (leavesOn === null) return { text: 'no date', press: 'later' };
  if (leavesOn < today) return { text: 'late', press: 'late' };
  if (leavesOn > today) return { text: dayText(leavesOn, locale, today), press: 'later' };
  if (dueAt === null) return { text: 'today', press: 'today' };
  const minutes = Math.floor((Date.parse(dueAt) - now) / MINUTE);
  if (minutes < 0) return { text: 'missed', press: 'late' };
  if (minutes > HOURS_IN_MINUTES) return { text: `${Math.floor(minutes / 60)} h`, press: 'today' };
  return { text: `${minutes} min`, press: minutes <= 90 ? 'soon' : 'today' };
}

/** What happens when it is due: "Ground parcel, collected at 3:00 p.m."; of what is late, when it should have left. */
export function leavingWords(
  row: Pick<DeskRow, 'leavesOn' | 'dueAt' | 'kind' | 'window'>,
  service: string,
  today: string,
  format: Format,
): string {
  const { leavesOn, dueAt, kind, window } = row;
  if (leavesOn !== null && leavesOn < today) return `${service}, should have left ${dayText(leavesOn, format.locale, today)}`;
  if (kind === 'round') return window ? `${service}, ${format.span(window)}` : service;
  const what = kind === 'counter' ? 'ready by' : 'collected at';
  return dueAt ? `${service}, ${what} ${format.time(format.minuteOf(dueAt))}` : service;
}

/** Whether a consignment leaves the country it is sent from. */
export const goesAbroad = ({ country, origin }: Pick<DeskRow, 'country' | 'origin'>, facts: DeskFacts): boolean =>
  country !== (facts.locations.find(({ id }) => id === origin) ?? facts).country;

/** Letters from which on a word is looked up in an index; shorter ones are looked for in every order. */
const INDEXED = 3;

/** Whether what is searched for is found at once, however many orders there are. */
export const isFoundAtOnce = (text: string): boolean => text.split(/\s+/).every((word) => word === '' || [...word].length >= INDEXED);
