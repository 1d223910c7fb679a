/**
 * The addresses of the owner's pages; a part that begins with a colon stands for any name. The page draws its screens at
 * these, and the server tells every other address apart.
 */
export const PAGES = [
  '/',
  '/book',
  '/book/:zone',
  '/book/:zone/:service',
  '/charges',
  '/costs',
  '/costs/fit',
  '/costs/label',
  '/dates',
  '/dates/dispatch',
  '/proof',
  '/proof/coverage',
  '/proof/trials',
  '/orders',
  '/orders/papers',
  '/orders/:number',
  '/services/:service',
  '/publish',
  '/editions',
  '/recipes',
  '/recipes/:recipe',
  '/guide',
  '/guide/:page',
  '/shop',
  '/shop/goods',
  '/shop/carriers',
  '/shop/packaging',
  '/shop/locations',
  '/shop/dispatch',
  '/shop/places',
  '/shop/backup',
  '/shop/words',
  '/shop/delivery',
  '/shop/checkout',
  '/shop/mail',
  '/shop/people',
  '/shop/activity',
  '/account',
  '/join',
] as const;

const patterns = PAGES.map((page) => new RegExp(`^${page.replaceAll(/:\w+/g, '[^/]+').replace(/\/$/, '')}/?$`));

/** Whether a page is at a path, such as `/book/far`. */
export const isPage = (path: string): boolean => patterns.some((pattern) => pattern.test(path));
