import { z } from 'zod';
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

/**
 * Checks a pasted list line by line; empty lines are passed over. A whole code that cannot be one of the country's is
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
    const line = raw.trim().replace(/[,;]+$/, '');
    if (line !== '') take(line, at);
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
