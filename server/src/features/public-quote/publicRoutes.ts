import { hash } from 'node:crypto';
import type { LookAt, PublicRoutes } from '@ostrakon/core/contract';
import type { Request, Response } from 'express';
import { ANSWERED, type Handlers } from '../../http/door.ts';
import { HttpProblem } from '../../http/problems.ts';
import type { Caller } from '../../http/publicDoor.ts';
import type { LiveQuotes, Question } from './liveQuotes.ts';

/** Written as it is, under a tag that begins with its edition. */
function send(res: Response, tag: string, text: string): typeof ANSWERED {
  res.setHeader('ETag', `"${tag}"`);
  res.setHeader('Content-Type', 'application/json; charset=utf-8');
  res.end(text);
  return ANSWERED;
}

function holds({ headers }: Request, tag: string): boolean {
  const held = headers['if-none-match']?.split(',').map((one) => one.trim());
  return held?.includes(`"${tag}"`) === true || held?.includes(`W/"${tag}"`) === true;
}

/** Sent anew only to who does not hold it. */
function sendFresh(req: Request, res: Response, tag: string, answer: object): typeof ANSWERED {
  if (!holds(req, tag)) return send(res, tag, JSON.stringify(answer));
  res.setHeader('ETag', `"${tag}"`);
  res.status(304).end();
  return ANSWERED;
}

/** Whether an order was placed before is for the shop to say, not for the buyer. */
function requireHistory(body: { lastOrderAt?: string | undefined; buyerId?: string | undefined }, { key }: Caller): void {
  const claimed = (['lastOrderAt', 'buyerId'] as const).find((field) => body[field] !== undefined);
  if (claimed === undefined || key?.scopes.has('quotes')) return;
  const detail = 'When the buyer ordered last is taken with a server key for quotes only.';
  throw new HttpProblem('key-needed', detail, { errors: [{ pointer: `/${claimed}`, detail }] });
}

/** A question no longer than this is known again by its own letters. */
const SHORT = 800;

/** What was sent, and who may say more than others. */
function sentBy({ body }: Request, { key }: Caller): Pick<Question, 'digest' | 'sent'> {
  const text = Buffer.isBuffer(body) ? body.toString('utf8') : '';
  const history = key?.scopes.has('quotes') === true;
  const digest = text.length <= SHORT ? `as ${text}` : `by ${hash('sha1', text, 'base64url')}`;
  return { digest: `${history ? 'key ' : ''}${digest}`, sent: { text, history } };
}

export type QuoteRoutes = 'POST /quotes' | 'GET /edition' | 'GET /options';

/**
 * What a shop's checkout asks. Buyer-safe data only.
 * @param lookOf what an address to look shows; throws where it has ended
 */
export function quoteHandlers(quotes: LiveQuotes, lookOf: (look: string) => LookAt) {
  return {
    'POST /quotes': async (asked) => {
      const { query, who, req, res } = asked;
      const read = () => {
        const { body } = asked;
        requireHistory(body, who);
        return body;
      };
      const look = query.look === undefined ? null : lookOf(query.look);
      const { edition, tag, text } = await quotes.answer({ read, ...sentBy(req, who) }, { edition: query.edition, look });
      return send(res, `${edition}-${tag}`, text);
    },
    // Asked now and then by who keeps quotes: those of another edition hold no longer.
    'GET /edition': ({ req, res }) => {
      const live = quotes.edition();
      return sendFresh(req, res, `${live.edition}`, live);
    },
    'GET /options': ({ query, req, res }) => {
      const general = quotes.general(query.country);
      const digest = hash('sha1', JSON.stringify(general), 'base64url').slice(0, 16);
      return sendFresh(req, res, `${general.edition}-${digest}`, general);
    },
  } satisfies Handlers<PublicRoutes, Caller, QuoteRoutes>;
}
