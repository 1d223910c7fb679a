import type { Id } from '../names/naming.ts';
import type { RateBook } from '../rate-book/rateBook.ts';
import type { Finding } from './finding.ts';
import type { Repair } from './repairs.ts';

/** The same fault wherever it stands, told once. */
export interface ToldFinding {
  /** The same from edit to edit, as long as it is the same fault. */
  readonly id: string;
  /** In the order of the book; never empty. */
  readonly findings: readonly [Finding, ...Finding[]];
  /** Each mends all of them. */
  readonly repairs: readonly Repair[];
}

/** The longest text of facts that is kept. */
const MOST_FACTS = 8000;

/** What is known of a finding, as it is kept with a note on it. */
export const factsOf = ({ findings }: ToldFinding): string =>
  JSON.stringify(findings.map(({ facts, where }) => [facts, where])).slice(0, MOST_FACTS);

/** The owner's note on a finding, while its facts are as they were; else null. */
export function meantNote({ meant = [] }: Pick<RateBook, 'meant'>, told: ToldFinding): string | null {
  const held = meant.find(({ finding }) => finding === told.id);
  return held && held.facts === factsOf(told) ? held.note : null;
}

/** The zones a fault stands in, each once. */
export const zonesOf = ({ findings }: ToldFinding): readonly Id[] => [...new Set(findings.flatMap(({ where }) => where.zones))];
