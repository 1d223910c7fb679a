import type { SingleCommand } from '../commands/commands.ts';
import type { Id } from '../names/naming.ts';
import { newId } from '../names/newId.ts';
import { type Allowance, plainAllowance } from '../rate-book/allowance.ts';
import { type Charge, plainCharge } from '../rate-book/charge.ts';
import type { RateBook } from '../rate-book/rateBook.ts';
import { EVERYWHERE } from '../rate-book/scope.ts';
import { recipe } from './recipe.ts';

/** Recipes that take something off the prices of services there are, or add to them. */

const onServices = (services: readonly Id[]) => ({ ...EVERYWHERE, services: [...services] });

/** Free delivery, charges included, where the tests hold. */
function freeWhere(book: RateBook, name: string, services: readonly Id[], tests: Partial<Allowance>): SingleCommand {
  const rule = plainAllowance(newId(name, book.allowances, 'reduction'), name, { kind: 'free' });
  return { name: 'addAllowance', args: { ...rule, scope: onServices(services), ...tests } };
}

const goodsFrom = (from: number): Allowance['ranges'] => [{ measure: 'valueAfterDiscounts', from }];

export const ruleRecipes = [
  recipe('freeAfterOrder', {
    blanks: { name: 'name', hours: 'hours', services: 'services' },
    needs: ['service'],
    make: (book, { name, hours, services }) => [freeWhere(book, name, services, { sinceOrder: hours })],
  }),
  recipe('freeSoonAfterCart', {
    blanks: { name: 'name', hours: 'hours', from: 'money', services: 'services' },
    needs: ['service'],
    make: (book, { name, hours, from, services }) => [freeWhere(book, name, services, { sinceCart: hours, ranges: goodsFrom(from) })],
  }),
  recipe('coupon', {
    blanks: { name: 'name', coupon: 'coupon', from: 'money', services: 'services' },
    needs: ['service'],
    make: (book, { name, coupon, from, services }) => [freeWhere(book, name, services, { coupons: [coupon], ranges: goodsFrom(from) })],
  }),
  recipe('manyFree', {
    blanks: { name: 'name', count: 'count', goods: 'goods', services: 'services' },
    needs: ['service'],
    make: (book, { name, count, goods, services }) => [
      freeWhere(book, name, services, {
        ranges: [{ measure: 'itemCount', from: count }],
        scope: { ...onServices(services), goods: goods === null ? null : { groups: [goods], others: false } },
      }),
    ],
  }),
  recipe('packing', {
    blanks: { name: 'name', amount: 'money', season: 'season', inSeason: 'money', services: 'services' },
    ascending: [['amount', 'inSeason']],
    needs: ['service'],
    make: (book, { name, amount, season, inSeason, services }) => {
      const rule = plainCharge(newId(name, book.charges, 'charge'), name, { kind: 'fixed', amount, per: 'order' });
      const all: Charge = { ...rule, scope: onServices(services) };
      const extra: Charge = {
        ...all,
        id: newId(name, [...book.charges, all], 'charge'),
        amount: { kind: 'fixed', amount: inSeason - amount, per: 'order' },
        dates: season,
      };
      return [
        { name: 'addCharge', args: all },
        { name: 'addCharge', args: extra },
      ];
    },
  }),
  recipe('goodsOwnPrices', {
    blanks: { service: 'service', group: 'group', first: 'money', further: 'money' },
    needs: ['service', 'goodsGroup'],
    make: (book, { service, group, first, further }) => {
      const card = { kind: 'firstAndFurther', measure: 'itemCount', first, further, floor: null, cap: null } as const;
      const zones = book.zones.filter(({ lanes }) => {
        const lane = Object.hasOwn(lanes, service) ? lanes[service] : undefined;
        return lane && !lane.groupCards.some((held) => held.group === group);
      });
      if (zones.length === 0) return [];
      return [{ name: 'setCards', args: { cards: zones.map(({ id }) => ({ zone: id, service, group, card })) } }];
    },
  }),
];
