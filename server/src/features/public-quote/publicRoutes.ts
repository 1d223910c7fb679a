import { type Methods, routes } from '../../http/routes.ts';
import type { LiveQuotes } from './liveQuotes.ts';

/** What a shop's checkout asks. Buyer-safe data only. */
export function publicRoutes(quotes: LiveQuotes): Methods {
  return routes({
    '/quotes': {
      post: async (req, res) => void res.set('Cache-Control', 'no-store').json(await quotes.answer(req.body)),
    },
  });
}
