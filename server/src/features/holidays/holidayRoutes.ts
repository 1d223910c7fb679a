import { z } from 'zod';
import { type Methods, routes } from '../../http/routes.ts';
import { holidayPlaces, publicHolidays } from './holidays.ts';

const year = z.coerce.number<string>().int().min(2010).max(2038);
const Asked = z
  .object({ country: z.string().length(2), region: z.string().max(10).optional(), from: year, until: year })
  .refine(({ from, until }) => from <= until, { path: ['until'], message: 'The last year is before the first' });

/** Public holidays from the data package: to look over and take, not to rely on. */
export function holidayRoutes(): Methods {
  return routes({
    '/places': {
      get: async (_req, res) => void res.json({ places: await holidayPlaces() }),
    },
    '/': {
      get: async (req, res) => {
        const { country, region, from, until } = Asked.parse(req.query);
        res.json({ closed: await publicHolidays({ country, region, from, until }) });
      },
    },
  });
}
