import type { Measure } from '../../measures/measure.ts';
import type { AddressHint } from '../../places/addressHints.ts';
import type { BuyerReason } from '../buyerReason.ts';

type PlainCode = Exclude<BuyerReason['code'], 'onlyFrom' | 'onlyUpTo' | 'onlyOnDates'>;

/** The sentences of one language; a missing one does not build. */
export interface BuyerSentences {
  /** "{bound} of goods": a bound is written with what is measured. */
  readonly of: Readonly<Record<Measure, (bound: string) => string>>;
  count(number: string, one: boolean, what: 'items' | 'parcels'): string;
  from(bound: string): string;
  upTo(bound: string): string;
  /** An end is null where the window is open; not both are. */
  dates(from: string | null, until: string | null): string;
  readonly plain: Readonly<Record<PlainCode, string>>;
  /** What to ask for where an address leaves open what it gets. */
  readonly address: Readonly<Record<AddressHint['code'], string>>;
}
