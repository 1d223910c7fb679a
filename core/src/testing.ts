// Books and carts by chance, and short ways to write them down: for the tests of whoever builds on this package.
export { anyBook, anyCart } from './testing/anyBook.ts';
export { bookOf, canada, flat, freeFrom, lane, location } from './testing/bookOf.ts';
export { carriedShop, rate, said } from './testing/carriedShop.ts';
export { Met } from './testing/met.ts';
export { planOf } from './testing/planOf.ts';
