import type { OwnerHandlers } from '../../ports/who.ts';
import { holidayPlaces, holidaysOfCountry, publicHolidays } from './holidays.ts';

/** Public holidays from the data package: to look over and take, not to rely on. */
export const holidayHandlers = {
  'GET /holidays/places': async () => ({ places: await holidayPlaces() }),
  'GET /holidays/of': async ({ query: { countries, ...years } }) => {
    const lists = await Promise.all(countries.map((country) => holidaysOfCountry(country, years)));
    return { holidays: lists.flat() };
  },
  'GET /holidays': async ({ query: { country, region, from, until } }) => ({
    closed: await publicHolidays({ country, region, from, until }),
  }),
} satisfies OwnerHandlers<'/holidays'>;
