import { hash, randomBytes } from 'node:crypto';

/** A text nobody can guess: 256 bits (RFC 4648, Base64url). */
export const newToken = (): string => randomBytes(32).toString('base64url');

/** What is kept of such a text. It has no need of a slow hash: there is nothing to try out. */
export const tokenHash = (token: string): string => hash('sha256', token, 'base64url');
