import { createHash, randomBytes, timingSafeEqual } from 'node:crypto';
import { Secret, TOTP } from 'otpauth';

/** RFC 6238 as every app has it: SHA-1, six digits, thirty seconds, a key of 160 bits (RFC 4226, section 4, R6). */
const PERIOD = 30;
const FACTS = { algorithm: 'SHA1', digits: 6, period: PERIOD } as const;
const KEY_BYTES = 20;
/** Codes of the step before and after are taken, for clocks that differ (RFC 6238, section 5.2). */
const WINDOW = 1;
const RECOVERY_CODES = 10;

export const newFactorKey = (): string => new Secret({ size: KEY_BYTES }).base32;

const totp = (key: string, label = '', issuer = '') => new TOTP({ ...FACTS, secret: Secret.fromBase32(key), label, issuer });

/** What apps read from a picture (the `otpauth` address). */
export const factorAddress = (key: string, person: string, shop: string): string => totp(key, person, shop || 'Ostrakon').toString();

/**
 * The time step a code is of; null where it is none of this key, or not of about now.
 * @param now milliseconds since 1970
 */
export function stepOfCode(key: string, code: string, now: number): number | null {
  const token = code.replaceAll(/\s/g, '');
  if (!/^\d{6}$/.test(token)) return null;
  const delta = totp(key).validate({ token, timestamp: now, window: WINDOW });
  return delta === null ? null : Math.floor(now / 1000 / PERIOD) + delta;
}

/** Letters and digits that are not taken for one another: Base32 (RFC 4648) has no 0, 1, 8 and 9. */
const LETTERS = 'ABCDEFGHIJKLMNOPQRSTUVWXYZ234567';
const newRecoveryCode = (): string => {
  const text = [...randomBytes(16)].map((byte) => LETTERS[byte % 32]).join('');
  return text.replaceAll(/(.{4})(?=.)/g, '$1-');
};

/** Ten texts of 80 bits, each good for one time. */
export const newRecoveryCodes = (): string[] => Array.from({ length: RECOVERY_CODES }, newRecoveryCode);

const plain = (code: string) => code.toUpperCase().replaceAll(/[^A-Z2-7]/g, '');

/** What is kept of a recovery code: with 80 bits there is nothing to try out. */
export const recoveryHash = (code: string): string => createHash('sha256').update(plain(code)).digest('base64url');

/** The hashes that are left when a code is used; null where it is none of them. */
export function withoutRecovery(hashes: readonly string[], code: string): string[] | null {
  if (plain(code).length !== 16) return null;
  const used = Buffer.from(recoveryHash(code));
  const left = hashes.filter((held) => !timingSafeEqual(Buffer.from(held), used));
  return left.length === hashes.length ? null : left;
}
