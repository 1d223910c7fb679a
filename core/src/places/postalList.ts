import { z } from 'zod';
import { latinDigits } from '../numbers/numberHabit.ts';
import type { CountryCode } from './countries.ts';
import { CUT_SHORT, type PostalRule, type PostalRuleProblem, readPostalRule, ruleKey } from './postalRule.ts';
import { isPostalShape } from './postalShape.ts';

/** The most lines one list takes. */
export const MOST_POSTAL_LINES = 60_000;

/** What is wrong with a line of a pasted list. Lines count from 1. */
export interface PostalLineProblem {
  readonly line: number;
  readonly text: string;
  readonly problem: PostalRuleProblem | 'impossible' | 'duplicate';
  /** The line that says the same, for a duplicate. */
  readonly first?: number;
}

export interface CheckedPostalList {
  /** The lines that can be taken, as typed, in order. */
  readonly good: readonly string[];
  readonly problems: readonly PostalLineProblem[];
}

/** Letters before a code by country, where they are not its two-letter code. As people write them before codes: common practice, no published source. */
const SIGNS: Readonly<Record<string, string>> = {
  AT: 'A',
  BE: 'B',
  DE: 'D',
  ES: 'E',
  FI: 'FIN',
  FR: 'F',
  HU: 'H',
  IT: 'I',
  LU: 'L',
  NO: 'N',
  PT: 'P',
  SE: 'S',
};

/** A code without what people write before it: the postal mark of Japan, a country's letters. */
function withoutMark(entry: string, country: CountryCode): string {
  const text = latinDigits(entry).replace(/^\u3012\s*/, '');
  const [, letters = '', rest = ''] = /^([A-Z]{1,3})[- ](.+)$/i.exec(text) ?? [];
  const sign = letters.toUpperCase();
  const marked = sign !== '' && (sign === country || sign === SIGNS[country]);
  return marked && /^\d/.test(rest) && !isPostalShape(country, text) ? rest : text;
}

/** The rules of one line: between commas or semicolons, or whole codes between spaces. */
function entriesOf(line: string, country: CountryCode): string[] {
  const entries = line.split(/\s*[,;\u3001\uff0c\uff1b]\s*/).filter((entry) => entry !== '');
  return entries.flatMap((entry) => {
    const words = entry.split(/\s+/);
    const codes = words.length > 1 && words.every((word) => /^\d{4,}$/.test(word) && isPostalShape(country, word));
    return (codes && !isPostalShape(country, entry) ? words : [entry]).map((one) => withoutMark(one, country));
  });
}

/**
 * Checks a pasted list line by line; empty lines are passed over, and a line may hold several rules. A whole code that cannot be one of the country's is
 * refused where the country's shape is known, and never where it is not.
 */
export function checkPostalList(text: string, country: CountryCode, already = ''): CheckedPostalList {
  const seen = new Map<string, number>();
  for (const line of already.split('\n')) {
    const read = readPostalRule(line);
    if (read.ok) seen.set(ruleKey(read.rule), 0);
  }
  const good: string[] = [];
  const problems: PostalLineProblem[] = [];
  const take = (line: string, at: number) => {
    const refuse = (problem: PostalLineProblem['problem'], first?: number) =>
      problems.push({ line: at + 1, text: line, problem, ...(first !== undefined && { first }) });
    const read = readPostalRule(line);
    if (!read.ok) return refuse(read.problem);
    if (read.rule.kind === 'code' && !isPostalShape(country, line)) return refuse('impossible');
    const key = ruleKey(read.rule);
    const first = seen.get(key);
    if (first !== undefined) return refuse('duplicate', first);
    seen.set(key, at + 1);
    return good.push(line);
  };
  text.split(/\r\n|\r|\n/).forEach((raw, at) => {
    for (const entry of entriesOf(raw.trim(), country)) take(entry, at);
  });
  return { good, problems };
}

/** Rules of one country, one a line, as typed. */
export const PostalRules = z
  .string()
  .min(1, 'Write at least one postal rule')
  .max(1_500_000, 'This list is too long')
  .superRefine((text, context) => {
    const lines = text.split('\n');
    if (lines.length > MOST_POSTAL_LINES) {
      context.addIssue({ code: 'custom', message: `A list has at most ${MOST_POSTAL_LINES} lines`, input: lines.length });
      return;
    }
    // Books of before may hold a range cut short, which was read as a code that is none: it goes on holding nothing.
    const at = lines.findIndex((line) => !readPostalRule(line).ok && !CUT_SHORT.test(line.trim()));
    if (at >= 0) {
      context.addIssue({
        code: 'custom',
        message: `Line ${at + 1}, "${(lines[at] ?? '').slice(0, 40)}", is no postal rule`,
        input: lines[at],
      });
    }
  });

/** The rules of a list, line by line. */
export function postalRulesOf(text: string): { readonly line: string; readonly rule: PostalRule }[] {
  return text.split('\n').flatMap((line) => {
    const read = readPostalRule(line);
    return read.ok ? [{ line: line.trim(), rule: read.rule }] : [];
  });
}
