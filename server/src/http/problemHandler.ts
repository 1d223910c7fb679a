import { CommandProblem, documentPath, type Problem } from '@ostrakon/core';
import type { ErrorRequestHandler, Request, RequestHandler } from 'express';
import type { Logger } from 'pino';
import { z } from 'zod';
import { troubleOf } from '../persistence/sqlite/storageFault.ts';
import { bodyValue } from './bodyValue.ts';
import { HttpProblem } from './problems.ts';

/** Largest request body of the owner's page, in bytes. */
export const MOST_BODY_BYTES = 4 * 1024 * 1024;
/** The same of whoever has not signed in: a name, a password, a code. */
export const MOST_OF_STRANGERS_BYTES = 10 * 1024;

const escapePointer = (part: PropertyKey) => String(part).replaceAll('~', '~0').replaceAll('/', '~1');

/** JSON Pointer (RFC 6901) of a path into the request body. */
export const pointerOf = (path: readonly PropertyKey[]) => path.map((part) => `/${escapePointer(part)}`).join('');

/** The issue that speaks of the deepest field: for a union, the branch that got furthest. */
function deepest(issue: z.core.$ZodIssue): z.core.$ZodIssue[] {
  if (issue.code !== 'invalid_union' || issue.errors.length === 0) return [issue];
  const branches = issue.errors.map((branch) => branch.flatMap(deepest));
  const depth = (branch: z.core.$ZodIssue[]) => Math.max(0, ...branch.map((one) => one.path.length));
  const best = branches.reduce((a, b) => (depth(b) > depth(a) || (depth(b) === depth(a) && b.length < a.length) ? b : a));
  return best.map((one) => ({ ...one, path: [...issue.path, ...one.path] }));
}

/** Most problems told of one body, and most letters for one of them. */
const MOST_PROBLEMS = 100;
const MOST_LETTERS = 300;
const MOST_NAMES = 10;

const shortened = (text: string) => (text.length > MOST_LETTERS ? `${text.slice(0, MOST_LETTERS)}…` : text);

function detailOf(issue: z.core.$ZodIssue): string {
  if (issue.code !== 'unrecognized_keys' || issue.keys.length <= MOST_NAMES) return shortened(issue.message);
  const names = issue.keys.slice(0, MOST_NAMES).map((name) => JSON.stringify(name.slice(0, 20)));
  return `Unrecognized keys: ${names.join(', ')} and ${issue.keys.length - MOST_NAMES} more`;
}

/**
 * @param under where in the body the checked value is, as a JSON Pointer
 * @param body what was checked: the sentence names its entries by their ids
 */
export function invalidRequest(error: z.ZodError, under = '', body?: unknown): HttpProblem {
  const issues = error.issues.slice(0, MOST_PROBLEMS).flatMap(deepest).slice(0, MOST_PROBLEMS);
  const errors = issues.map((issue) => ({ pointer: under + shortened(pointerOf(issue.path)), detail: detailOf(issue) }));
  const [first] = issues;
  const place = first && (body === undefined ? errors[0]?.pointer : shortened(documentPath(body, first.path)));
  const detail = first ? `${place || 'The body'}: ${errors[0]?.detail}` : shortened(error.message);
  return new HttpProblem('invalid-request', detail, { errors });
}

interface BodyError {
  type: string;
  status: number;
}

const isBodyError = (error: unknown): error is BodyError =>
  typeof error === 'object' && error !== null && 'status' in error && typeof error.status === 'number' && error.status < 500;

function bodyProblem(error: BodyError): HttpProblem {
  switch (error.type) {
    case 'entity.parse.failed':
      return new HttpProblem('body-not-json', 'The text of the body is not valid JSON.');
    case 'entity.too.large':
      return new HttpProblem('body-too-large', 'The body has more bytes than this address takes.');
    case 'encoding.unsupported':
    case 'charset.unsupported':
      return new HttpProblem('media-type', 'The encoding of the body is not supported. Send JSON in UTF-8.');
    default:
      return new HttpProblem('bad-request', 'The request is malformed.');
  }
}

const STORAGE = {
  full: new HttpProblem('storage-full', 'There is no room left on the disk. Nothing was changed; make room and it goes on.'),
  unwritable: new HttpProblem('storage-unwritable', 'The shop’s data cannot be written at the moment. Nothing was changed.'),
  damaged: new HttpProblem('storage-damaged', 'The shop’s data file is damaged. Stop the server and restore a backup.'),
} as const;

/**
 * What a caller is told of an error.
 * @param under where in the body the request stands that failed, as a JSON Pointer
 * @param body the body, where it was what failed
 */
export function toProblem(error: unknown, under = '', body?: unknown): HttpProblem {
  if (error instanceof HttpProblem) return error;
  if (error instanceof z.ZodError) return invalidRequest(error, under, body);
  if (error instanceof CommandProblem) {
    const errors = [{ pointer: `${under}/command/args/${error.path}`, detail: error.message }];
    return new HttpProblem('command-refused', `${error.message}.`, { errors });
  }
  const trouble = troubleOf(error);
  if (trouble !== null) return STORAGE[trouble];
  if (isBodyError(error)) return bodyProblem(error);
  return new HttpProblem('internal', 'The request failed and nothing was changed. Please try again.');
}

export const unknownAddress: RequestHandler = (req) => {
  throw new HttpProblem('not-found', `Nothing answers ${req.method} ${req.path}.`);
};

/** What was sent, as far as it can be understood. */
function sentIn({ body }: Request): unknown {
  try {
    return bodyValue(body);
  } catch {
    return undefined;
  }
}

/** The last handler: every failure leaves as problem details, and none as a stack trace. */
export function problemHandler(log: Logger): ErrorRequestHandler {
  return (error, req, res, next) => {
    if (res.headersSent) return next(error);
    const problem = toProblem(error, '', sentIn(req));
    if (problem.code === 'internal' || problem.code.startsWith('storage-'))
      log.error({ event: 'request.failed', requestId: res.locals.requestId, err: error });
    const { requestId } = res.locals;
    const body: Problem = { ...problem.toJSON(), ...(typeof requestId === 'string' && { requestId }) };
    if (problem.facts.retryAfter !== undefined) res.set('Retry-After', String(problem.facts.retryAfter));
    res.status(body.status).type('application/problem+json').send(JSON.stringify(body));
  };
}
