import { type Methods, routes } from '../../http/routes.ts';
import type { LiveQuotes } from './liveQuotes.ts';

/** What a shop's checkout asks. Buyer-safe data only. */
export function publicRoutes(quotes: LiveQuotes): Methods {
  return routes({
    '/quotes': {
      // Written as it is: no tag is worked out for an answer that nobody may keep.
      post: async (req, res) => {
        const text = JSON.stringify(await quotes.answer(req.body));
        res.setHeader('Content-Type', 'application/json; charset=utf-8');
        res.end(text);
      },
    },
  });
}
