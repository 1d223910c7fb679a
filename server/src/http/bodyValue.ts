import { HttpProblem } from './problems.ts';

/** A body that was read as bytes is JSON (RFC 8259: in UTF-8); one that was not sent says nothing. */
export function bodyValue(body: unknown): unknown {
  if (body === undefined) return {};
  if (!Buffer.isBuffer(body)) return body;
  if (body.length === 0) return {};
  try {
    return JSON.parse(body.toString('utf8'));
  } catch {
    throw new HttpProblem('body-not-json', 'The text of the body is not valid JSON.');
  }
}
