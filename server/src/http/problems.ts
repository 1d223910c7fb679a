import type { Problem, ProblemCode } from '@ostrakon/core';

const catalogue = {
  'body-not-json': { status: 400, title: 'The request body is not JSON' },
  'body-too-large': { status: 413, title: 'The request body is too large' },
  'media-type': { status: 415, title: 'Send the request body as application/json' },
  'invalid-request': { status: 422, title: 'The request does not fit its schema' },
  'bad-request': { status: 400, title: 'The request cannot be read' },
  'not-found': { status: 404, title: 'Nothing is at this address' },
  'command-refused': { status: 422, title: 'The change does not fit the rate book' },
  'stale-revision': { status: 409, title: 'The draft was changed since you saw it' },
  'shop-replaced': { status: 409, title: 'The shop was replaced since you saw it' },
  'nothing-to-undo': { status: 409, title: 'There is nothing to undo' },
  'nothing-to-redo': { status: 409, title: 'There is nothing to redo' },
  'nothing-to-publish': { status: 409, title: 'The draft is the same as the live edition' },
  'nothing-published': { status: 404, title: 'No edition has been published yet' },
  'too-many-pieces': { status: 422, title: 'The cart has too many pieces' },
  'too-many-parts': { status: 422, title: 'The order would travel in too many parts' },
  'moment-out-of-reach': { status: 422, title: 'The moment lies too far from now' },
  'unknown-product': { status: 422, title: 'The shop does not sell this' },
  'too-many-products': { status: 422, title: 'A shop has at most 100,000 products' },
  'carrier-failed': { status: 502, title: 'The carrier did not answer' },
  'carrier-refused': { status: 422, title: 'The carrier refused' },
  'account-in-use': { status: 409, title: 'This carrier account is in use' },
  cancelled: { status: 499, title: 'The request was cancelled and nothing was changed' },
  'storage-full': { status: 507, title: 'There is no room left on the disk' },
  'storage-unwritable': { status: 503, title: 'The shop’s data cannot be written at the moment' },
  'storage-damaged': { status: 503, title: 'The shop’s data are damaged' },
  'shutting-down': { status: 503, title: 'The server is shutting down' },
  'foreign-request': { status: 403, title: 'This request does not come from the shop’s own pages' },
  'method-not-allowed': { status: 405, title: 'This address takes other methods' },
  'front-closed': { status: 403, title: 'The shop front is not open' },
  'quote-gone': { status: 409, title: 'This is not offered at this price any more' },
  'file-refused': { status: 422, title: 'This file holds no shop' },
  'desk-refused': { status: 409, title: 'This cannot be done with these orders' },
  'edition-gone': { status: 410, title: 'This edition answers no longer' },
  'mail-refused': { status: 409, title: 'This e-mail is not sent' },
  'paper-refused': { status: 422, title: 'This template has faults' },
  'plan-refused': { status: 409, title: 'This plan cannot be' },
  'too-many-drafts': { status: 422, title: 'There are too many drafts' },
  'too-many-trials': { status: 422, title: 'There are too many trials' },
  'id-in-use': { status: 409, title: 'This id is in use already' },
  'not-signed-in': { status: 401, title: 'Sign in first' },
  'not-allowed': { status: 403, title: 'You may not do this' },
  'wrong-password': { status: 401, title: 'Name or password is wrong' },
  'code-needed': { status: 401, title: 'Enter the code of your second factor' },
  'weak-password': { status: 422, title: 'This password would be guessed' },
  'too-many-tries': { status: 429, title: 'Too many tries' },
  'link-spent': { status: 410, title: 'This address was used or has ended' },
  'last-owner': { status: 409, title: 'A shop with people has an owner' },
  'name-in-use': { status: 409, title: 'Somebody has this name already' },
  'too-many-requests': { status: 429, title: 'Too many requests' },
  busy: { status: 503, title: 'Too much at once' },
  'origin-refused': { status: 403, title: 'This key is not for pages from there' },
  'key-refused': { status: 401, title: 'This key is not known' },
  'key-needed': { status: 403, title: 'This takes a server key' },
  'too-many-keys': { status: 422, title: 'There are too many keys' },
  'too-many-people': { status: 422, title: 'There are too many people' },
  internal: { status: 500, title: 'Something went wrong on our side' },
} as const satisfies Record<ProblemCode, { status: number; title: string }>;

export type { ProblemCode };

type Facts = Pick<Problem, 'errors' | 'revision'> & {
  /** In how many seconds it may be tried again. */
  readonly retryAfter?: number;
};

export const statusOf = (code: ProblemCode): number => catalogue[code].status;

/** A refusal on its way to the caller, as problem details (RFC 9457). */
export class HttpProblem extends Error {
  readonly code: ProblemCode;
  readonly facts: Facts;

  constructor(code: ProblemCode, detail: string, facts: Facts = {}) {
    super(detail);
    this.name = 'HttpProblem';
    this.code = code;
    this.facts = facts;
  }

  /** A problem that was told before, to be thrown. */
  static of({ code, detail, errors, revision }: Problem): HttpProblem {
    return new HttpProblem(code, detail, { ...(errors && { errors }), ...(revision !== undefined && { revision }) });
  }

  toJSON(): Problem {
    const { status, title } = catalogue[this.code];
    const { retryAfter: _header, ...facts } = this.facts;
    return { type: `urn:ostrakon:problem:${this.code}`, title, status, code: this.code, detail: this.message, ...facts };
  }
}
