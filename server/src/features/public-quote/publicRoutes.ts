import { Router } from 'express';
import type { LiveQuotes } from './liveQuotes.ts';

/** What a shop's checkout asks. Buyer-safe data only. */
export function publicRoutes(quotes: LiveQuotes): Router {
  return Router().post('/quotes', (req, res) => {
    res.set('Cache-Control', 'no-store').json(quotes.answer(req.body));
  });
}
