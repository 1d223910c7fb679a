import { availableParallelism } from 'node:os';
import { hash, verify } from '@node-rs/argon2';
import { MOST_PASSWORD } from '@ostrakon/core/contract';
import { ZxcvbnFactory } from '@zxcvbn-ts/core';
import * as common from '@zxcvbn-ts/language-common';
import * as english from '@zxcvbn-ts/language-en';
import pLimit from 'p-limit';
import { HttpProblem } from '../../http/problems.ts';

/**
 * Argon2id by the procedure of RFC 9106, section 4: the time one guess may cost is given (no request of a stranger may cost
 * 50 ms), then as much memory as fits, then as many passes. 46 MiB and one pass is the first row of the table in OWASP's
 * Password Storage Cheat Sheet. Salt of 16 and tag of 32 bytes.
 */
export const ARGON2 = { algorithm: 2, version: 1, memoryCost: 47_104, timeCost: 1, parallelism: 1, outputLen: 32 } as const;

/** Hashing takes a core and 46 MiB: a few at a time, and not many may wait. */
const atATime = pLimit(Math.max(1, availableParallelism() - 1));
const MOST_WAITING = 20;

function inTurn<T>(work: () => Promise<T>): Promise<T> {
  if (atATime.pendingCount >= MOST_WAITING) throw new HttpProblem('busy', 'Too many people sign in at once. Try again in a moment.');
  return atATime(work);
}

/** As the same letters are typed on any keyboard (RFC 8265, section 4.2). */
const prepared = (password: string): string => password.normalize('NFC');

export const hashPassword = (password: string): Promise<string> => inTurn(() => hash(prepared(password), ARGON2));

/** Compared with where a name is unknown, so that nothing is told by the time it takes. */
let nobody: Promise<string> | undefined;

/** @param held the hash; null where there is nobody, or nobody with a password: takes as long, and is never right */
export async function isPassword(password: string, held: string | null): Promise<boolean> {
  nobody ??= hashPassword('nobody has this');
  const against = held ?? (await nobody);
  const right = await inTurn(() => verify(against, prepared(password)));
  return right && held !== null;
}

/** How hard a password must be to guess, from 0 to 4: 3 is safe from a stolen list that is hashed slowly. */
const LEAST_SCORE = 3;

/** Looked for only at the beginning: what follows makes it no weaker, and takes long to look at. */
const LOOKED_AT = 40;

let strengthOf: ZxcvbnFactory | undefined;

/** @throws HttpProblem `weak-password` with what makes it weak and what would make it better */
export function requireStrong(password: string, ...of: readonly string[]): void {
  strengthOf ??= new ZxcvbnFactory({
    dictionary: { ...common.dictionary, ...english.dictionary },
    graphs: common.adjacencyGraphs,
    translations: english.translations,
    maxLength: MOST_PASSWORD,
  });
  const { score, feedback } = strengthOf.check(prepared(password).slice(0, LOOKED_AT), [...of, 'ostrakon']);
  if (score >= LEAST_SCORE) return;
  const why = [feedback.warning, ...feedback.suggestions].filter(Boolean).join(' ');
  const detail = `This password would be guessed. ${why || 'Use a few words that do not belong together.'}`;
  throw new HttpProblem('weak-password', detail, { errors: [{ pointer: '/password', detail }] });
}
