import { z } from 'zod';
import { type Methods, routes } from '../../http/routes.ts';
import { holidayPlaces, holidaysOfCountry, publicHolidays } from './holidays.ts';

const year = z.coerce.number<string>().int().min(2010).max(2038);
const Asked = z
  .object({ country: z.string().length(2), region: z.string().max(10).optional(), from: year, until: year })
  .refine(({ from, until }) => from <= until, { path: ['until'], message: 'The last year is before the first' });

/** Of some countries, all their parts. */
const AllOf = z.object({
  countries: z
    .string()
    .transform((text) => text.split(','))
    .pipe(z.array(z.string().length(2)).max(20, 'At most 20 countries at once')),
  from: year,
  until: year,
});

/** Public holidays from the data package: to look over and take, not to rely on. */
export function holidayRoutes(): Methods {
  return routes({
    '/places': {
      get: async (_req, res) => void res.json({ places: await holidayPlaces() }),
    },
    '/of': {
      get: async (req, res) => {
        const { countries, ...years } = AllOf.parse(req.query);
        const lists = await Promise.all(countries.map((country) => holidaysOfCountry(country, years)));
        res.json({ holidays: lists.flat() });
      },
    },
    '/': {
      get: async (req, res) => {
        const { country, region, from, until } = Asked.parse(req.query);
        res.json({ closed: await publicHolidays({ country, region, from, until }) });
      },
    },
  });
}
