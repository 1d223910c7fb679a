import { createHash } from 'node:crypto';
import type { Request, Response } from 'express';
import { HttpProblem } from '../../http/problems.ts';
import { type Methods, routes } from '../../http/routes.ts';
import type { LiveQuotes } from './liveQuotes.ts';

/** The edition asked for beside a quote: of an order taken while it was live. */
function editionAsked({ query }: Request): number | undefined {
  const { edition } = query;
  if (edition === undefined) return undefined;
  if (typeof edition === 'string' && /^[1-9]\d{0,8}$/.test(edition)) return Number(edition);
  const detail = 'Write the number of an edition, such as edition=12.';
  throw new HttpProblem('invalid-request', detail, { errors: [{ pointer: '/edition', detail }] });
}

/** Written as it is, under the number of its edition and, of a quote, a digest of what it says. */
function send(res: Response, edition: number, answer: object, digested: boolean): void {
  const text = JSON.stringify(answer);
  const digest = digested ? `-${createHash('sha1').update(text).digest('base64url').slice(0, 16)}` : '';
  res.setHeader('ETag', `"${edition}${digest}"`);
  res.setHeader('Content-Type', 'application/json; charset=utf-8');
  res.end(text);
}

/** What a shop's checkout asks. Buyer-safe data only. */
export function publicRoutes(quotes: LiveQuotes): Methods {
  return routes({
    '/quotes': {
      post: async (req, res) => {
        const quote = await quotes.answer(req.body, editionAsked(req));
        send(res, quote.edition, quote, true);
      },
    },
    // Asked now and then by who keeps quotes: those of another edition hold no longer.
    '/edition': {
      get: (req, res) => {
        const live = quotes.edition();
        const held = req.headers['if-none-match']?.split(',').map((tag) => tag.trim());
        if (held?.includes(`"${live.edition}"`)) {
          res.setHeader('ETag', `"${live.edition}"`);
          res.status(304).end();
        } else send(res, live.edition, live, false);
      },
    },
  });
}
