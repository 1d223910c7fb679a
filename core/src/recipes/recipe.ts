import type { Command, SingleCommand } from '../commands/commands.ts';
import { boundInBase } from '../measures/bound.ts';
import { compareMass } from '../measures/mass.ts';
import type { Minor } from '../money/money.ts';
import type { Id } from '../names/naming.ts';
import type { Place } from '../places/place.ts';
import type { RateBook } from '../rate-book/rateBook.ts';
import type { DateWindow } from '../time/calendar.ts';
import type { TimeOfDay } from '../time/timeOfDay.ts';

/** A zone of the book, or one that is made with the recipe: then it has places. */
export interface PlannedZone {
  readonly id: Id;
  readonly name: string;
  readonly places: readonly Place[] | null;
}

/** A service of a carrier the shop has an account with. */
export interface CarrierChoice {
  readonly account: Id;
  readonly carrier: string;
  readonly code: string;
}

/** What a blank of each kind is filled with. */
export interface BlankValues {
  /** What buyers read: the name of the service, or of the charge or reduction. */
  readonly name: string;
  /** In minor units. */
  readonly money: Minor;
  /** A weight or distance with its unit. */
  readonly weight: string;
  readonly distance: string;
  readonly count: number;
  /** In basis points. */
  readonly share: number;
  readonly hours: number;
  readonly time: TimeOfDay;
  readonly season: DateWindow;
  readonly coupon: string;
  readonly zones: readonly PlannedZone[];
  readonly zone: PlannedZone;
  readonly services: readonly Id[];
  readonly service: Id;
  /** A goods group. */
  readonly group: Id;
  /** A goods group, or null for all goods. */
  readonly goods: Id | null;
  readonly carriage: CarrierChoice;
}
export type BlankKind = keyof BlankValues;
export type Blanks = Readonly<Record<string, BlankKind>>;
export type Filled<B extends Blanks> = { readonly [K in keyof B]: BlankValues[B[K]] };
/** What was filled in so far, by blank. */
export type Answers = Readonly<Record<string, BlankValues[BlankKind] | undefined>>;

/** What a book must have before a recipe fits. */
export type Need = 'location' | 'dispatch' | 'goodsGroup' | 'service';

export interface Recipe {
  readonly id: string;
  readonly blanks: Blanks;
  /** Blanks of which each is more than the one before it. */
  readonly ascending: readonly (readonly string[])[];
  /** Amounts that are more than nothing. */
  readonly positive: readonly string[];
  readonly needs: readonly Need[];
  /** The commands that make it. They add, and change nothing that is there. */
  readonly make: (book: RateBook, answers: Answers) => SingleCommand[];
}

interface Told<B extends Blanks> {
  readonly blanks: B;
  readonly ascending?: readonly (readonly (keyof B & string)[])[];
  readonly positive?: readonly (keyof B & string)[];
  readonly needs?: readonly Need[];
  readonly make: (book: RateBook, filled: Filled<B>) => SingleCommand[];
}

/** Ties what a recipe makes to the kinds of its blanks. */
export function recipe<const B extends Blanks>(id: string, { blanks, ascending = [], positive = [], needs = [], make }: Told<B>): Recipe {
  return { id, blanks, ascending, positive, needs, make: (book, answers) => make(book, answers as Filled<B>) };
}

/** What a recipe lacks in a book, or null where it fits. */
export function missingFor(book: RateBook, { needs }: Recipe): Need | null {
  const held: Record<Need, boolean> = {
    location: book.locations.length > 0,
    dispatch: book.locations.some(({ dispatch }) => dispatch !== null),
    goodsGroup: book.goodsGroups.length > 0,
    service: book.services.length > 0,
  };
  return needs.find((need) => !held[need]) ?? null;
}

export type BlankFault = { readonly blank: string; readonly code: 'empty' | 'nothing' | 'notMore' | 'sameZone' | 'nothingLeft' };

const isEmpty = (value: unknown) => value === undefined || value === '' || (Array.isArray(value) && value.length === 0);

function isMore(kind: BlankKind | undefined, one: unknown, other: unknown): boolean {
  if (kind === 'weight') return compareMass(boundInBase('packedWeight', one as string), boundInBase('packedWeight', other as string)) > 0;
  if (kind === 'distance') return boundInBase('distance', one as string) > boundInBase('distance', other as string);
  return (one as number | string) > (other as number | string);
}

/** The first thing wrong with each blank: nothing in it, not more than the one before, one zone twice. */
export function blankFaults({ blanks, ascending, positive }: Recipe, answers: Answers): BlankFault[] {
  const empty = Object.keys(blanks).filter((blank) => isEmpty(answers[blank]));
  const notMore = ascending.flatMap((list) =>
    list.filter((blank, at) => {
      const before = list[at - 1];
      if (before === undefined || isEmpty(answers[before]) || isEmpty(answers[blank])) return false;
      return !isMore(blanks[blank], answers[blank], answers[before]);
    }),
  );
  const zones = Object.keys(blanks).filter((blank) => blanks[blank] === 'zone');
  const idOf = (blank: string) => (answers[blank] as PlannedZone | undefined)?.id;
  const same = zones.filter((blank, at) => zones.slice(0, at).some((other) => idOf(other) !== undefined && idOf(other) === idOf(blank)));
  return [
    ...empty.map((blank) => ({ blank, code: 'empty' as const })),
    ...positive.filter((blank) => answers[blank] === 0).map((blank) => ({ blank, code: 'nothing' as const })),
    ...notMore.map((blank) => ({ blank, code: 'notMore' as const })),
    ...same.map((blank) => ({ blank, code: 'sameZone' as const })),
  ];
}

/** The one step that takes a recipe into a book, or what is wrong with its blanks. */
export function recipeCommand(
  book: RateBook,
  made: Recipe,
  answers: Answers,
): { readonly ok: true; readonly command: Command } | { readonly ok: false; readonly faults: readonly BlankFault[] } {
  const faults = blankFaults(made, answers);
  if (faults.length > 0) return { ok: false, faults };
  const commands = made.make(book, answers);
  if (commands.length > 0) return { ok: true, command: { name: 'together', args: { commands } } };
  return {
    ok: false,
    faults: Object.keys(made.blanks)
      .slice(-1)
      .map((blank) => ({ blank, code: 'nothingLeft' })),
  };
}
