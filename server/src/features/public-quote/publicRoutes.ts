import { Router } from 'express';
import type { LiveQuotes } from './liveQuotes.ts';

/** What a shop's checkout asks. Buyer-safe data only. */
export function publicRoutes(quotes: LiveQuotes): Router {
  return Router().post('/quotes', async (req, res) => {
    res.set('Cache-Control', 'no-store').json(await quotes.answer(req.body));
  });
}
