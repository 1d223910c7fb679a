/** The pages of the handbook, as they stand in `docs/guide`, in the order in which they are read. */
export const GUIDE_PAGES = [
  ['first-hour', 'The first hour'],
  ['rate-book', 'Rate book'],
  ['prices', 'Prices of a service in a zone'],
  ['zones', 'Zones'],
  ['services', 'Services'],
  ['recipes', 'Recipes'],
  ['charges', 'Charges and reductions'],
  ['bench', 'The bench'],
  ['proof', 'Findings and coverage'],
  ['trials', 'Trials'],
  ['publish', 'Publish'],
  ['editions', 'Editions and plans'],
  ['dates', 'Dates'],
  ['dispatch', 'Dispatch'],
  ['costs', 'Costs'],
  ['carriers', 'Carriers'],
  ['orders', 'Orders'],
  ['goods', 'Goods'],
  ['packaging', 'Packaging'],
  ['locations', 'Locations'],
  ['served-places', 'Served places'],
  ['shop', 'Shop facts and messages'],
  ['words', 'Words for buyers'],
  ['delivery-page', 'The delivery page and the buyer’s view'],
  ['checkout', 'Connect your checkout'],
  ['people', 'People and signing in'],
  ['activity', 'Who did what'],
  ['backup', 'Backup, export and import'],
  ['how-a-price-comes-about', 'How a price comes about'],
  ['how-a-date-comes-about', 'How a date comes about'],
  ['why-an-option-is-missing', 'Why an option is missing'],
  ['keys', 'Keys'],
] as const satisfies readonly (readonly [page: string, title: string])[];

export type GuidePage = (typeof GUIDE_PAGES)[number][0];

/** Where each page's screen is; the first that fits. */
const SCREENS: readonly (readonly [path: RegExp, page: GuidePage])[] = [
  [/^\/book\/?$/, 'rate-book'],
  [/^\/book\/[^/]+\/[^/]+/, 'prices'],
  [/^\/book\/[^/]+/, 'zones'],
  [/^\/services\//, 'services'],
  [/^\/recipes/, 'recipes'],
  [/^\/charges/, 'charges'],
  [/^\/proof\/trials/, 'trials'],
  [/^\/proof/, 'proof'],
  [/^\/publish/, 'publish'],
  [/^\/editions/, 'editions'],
  [/^\/dates\/dispatch/, 'dispatch'],
  [/^\/dates/, 'dates'],
  [/^\/costs/, 'costs'],
  [/^\/orders/, 'orders'],
  [/^\/shop\/goods/, 'goods'],
  [/^\/shop\/packaging/, 'packaging'],
  [/^\/shop\/carriers/, 'carriers'],
  [/^\/shop\/locations/, 'locations'],
  [/^\/shop\/dispatch/, 'dispatch'],
  [/^\/shop\/places/, 'served-places'],
  [/^\/shop\/backup/, 'backup'],
  [/^\/shop\/words/, 'words'],
  [/^\/shop\/delivery/, 'delivery-page'],
  [/^\/shop\/checkout/, 'checkout'],
  [/^\/shop\/mail/, 'orders'],
  [/^\/shop\/people/, 'people'],
  [/^\/shop\/activity/, 'activity'],
  [/^\/shop\/?$/, 'shop'],
];

/** The page of the handbook about a screen; the first one where there is none. */
export const guidePageOf = (path: string): GuidePage => SCREENS.find(([screen]) => screen.test(path))?.[1] ?? 'first-hour';

/** The file of a picture, from `docs`, as a page of the handbook names it. */
export const guidePicture = (named: string) => (named.startsWith('../') ? named.slice(3) : `guide/${named}`);
