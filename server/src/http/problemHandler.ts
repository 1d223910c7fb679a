import { CommandProblem } from '@ostrakon/core';
import type { ErrorRequestHandler, RequestHandler } from 'express';
import type { Logger } from 'pino';
import { z } from 'zod';
import { HttpProblem } from './problems.ts';

/** Largest request body, in bytes. */
export const MOST_BODY_BYTES = 4 * 1024 * 1024;

/** Largest body of a change to the goods: an import of many thousand products comes as one. */
export const MOST_GOODS_BYTES = 64 * 1024 * 1024;

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

export function invalidRequest(error: z.ZodError): HttpProblem {
  const issues = error.issues.flatMap(deepest).slice(0, 50);
  const errors = issues.map((issue) => ({ pointer: pointerOf(issue.path), detail: issue.message }));
  const first = errors[0];
  return new HttpProblem('invalid-request', first ? `${first.pointer || 'The body'}: ${first.detail}` : error.message, { errors });
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

function toProblem(error: unknown): HttpProblem {
  if (error instanceof HttpProblem) return error;
  if (error instanceof z.ZodError) return invalidRequest(error);
  if (error instanceof CommandProblem) {
    const errors = [{ pointer: `/command/args/${error.path}`, detail: error.message }];
    return new HttpProblem('command-refused', `${error.message}.`, { errors });
  }
  if (isBodyError(error)) return bodyProblem(error);
  return new HttpProblem('internal', 'The request failed and nothing was changed. Please try again.');
}

export const requireJson: RequestHandler = (req, _res, next) => {
  if (req.method === 'POST' && !req.is('application/json')) {
    throw new HttpProblem('media-type', 'Send the request body as application/json.');
  }
  next();
};

export const unknownAddress: RequestHandler = (req) => {
  throw new HttpProblem('not-found', `Nothing answers ${req.method} ${req.path}.`);
};

/** The last handler: every failure leaves as problem details, and none as a stack trace. */
export function problemHandler(log: Logger): ErrorRequestHandler {
  return (error, _req, res, next) => {
    if (res.headersSent) return next(error);
    const problem = toProblem(error);
    if (problem.code === 'internal') log.error({ event: 'request.failed', err: error });
    const body = problem.toJSON();
    res.status(body.status).type('application/problem+json').send(JSON.stringify(body));
  };
}
