import { describe, expect, test } from 'vitest';
import type { RateBook } from '../rate-book/rateBook.ts';
import { EVERYWHERE } from '../rate-book/scope.ts';
import { amount, byValue, byWeight, free } from '../testing/bookOf.ts';
import { allowance, at, book, charge } from '../testing/commandBook.ts';
import { applyCommand, Command } from './commands.ts';
import { type Raise, raisedCard } from './laneCommands.ts';

describe('what is gone leaves the rules that named it', () => {
  const scopes = (after: RateBook) => [...after.charges, ...after.allowances].map(({ id, scope }) => [id, scope]);

  test('a service, a zone or a group; a rule for nothing else goes with it', () => {
    expect(scopes(applyCommand(book, { name: 'removeService', args: { service: 'ground' } })).map(([id]) => id)).toEqual([
      'fuel',
      'free',
      'club',
    ]);
    expect(scopes(applyCommand(book, { name: 'removeZone', args: { zone: 'near' } }))).toContainEqual([
      'free',
      { services: null, zones: ['far'], goods: null },
    ]);
    const ungrouped = applyCommand(book, { name: 'removeGoodsGroup', args: { group: 'glaze' } });
    expect(scopes(ungrouped).map(([id]) => id)).toEqual(['fuel', 'free', 'club']);
    expect(ungrouped.zones[0]?.lanes.ground).toMatchObject({ groupCards: [], conditions: { goods: { groups: [], others: true } } });
  });

  test('raised prices are rounded once each, never below nothing; an amount leaves rates alone', () => {
    const rated = byWeight([['2 kg', { kind: 'perUnit', base: 333, each: 77, unit: '1 kg' }]], amount(5));
    const raise = (by: Raise) => {
      const after = raisedCard(rated, by);
      return after.kind === 'weightTiers' ? [after.tiers[0]?.result, after.above] : [];
    };
    expect(raise({ kind: 'percent', basisPoints: 1000 })).toEqual([{ kind: 'perUnit', base: 366, each: 85, unit: '1 kg' }, amount(6)]);
    expect(raise({ kind: 'amount', amount: -50 })).toEqual([{ kind: 'perUnit', base: 283, each: 77, unit: '1 kg' }, amount(0)]);
    expect(raise({ kind: 'percent', basisPoints: -10_000 })).toEqual([{ kind: 'perUnit', base: 0, each: 0, unit: '1 kg' }, amount(0)]);
  });

  test.each<[string, unknown]>([
    ['a window that ends before it starts', { ...charge, dates: { from: '2026-11-02', until: '2026-11-01' } }],
    ['one day with a year and one without', { ...charge, dates: { from: '2026-11-02', until: '12-31' } }],
    ['half a window of every year', { ...charge, dates: { from: '11-02', until: null } }],
    ['a cap below the floor', { ...charge, cap: 100 }],
    ['more than 1000 %', { ...charge, amount: { kind: 'percent', basisPoints: 100_001, of: 'base' } }],
    ['a unit of nothing', { ...charge, amount: { kind: 'startedWeight', amount: 1, measure: 'packedWeight', unit: '0 kg' } }],
    ['no zone at all', { ...charge, scope: { ...EVERYWHERE, zones: [] } }],
  ])('%s is refused', (_name, args) => expect(Command.safeParse({ name: 'setCharge', args }).success).toBe(false));

  test.each<[string, unknown]>([
    ['a coupon with spaces', { ...allowance, coupons: ['two words'] }],
    ['more than all off', { ...allowance, effect: { kind: 'percentOff', basisPoints: 10_001 } }],
    ['no hours', { ...allowance, sinceOrder: 0 }],
    ['a moment that is none', { ...allowance, endedAt: 'yesterday' }],
  ])('%s is refused', (_name, args) => expect(Command.safeParse({ name: 'setAllowance', args }).success).toBe(false));

  test.each<[string, unknown]>([
    ['a sum in a further band', { ...byWeight([['2 kg', amount(1)]], amount(2)), bands: 'graduated' }],
    [
      'a share of another value',
      { ...byValue([[500, { kind: 'percent', basisPoints: 100, of: 'valueBeforeDiscounts' }]], free), bands: 'graduated' },
    ],
    [
      'bounds out of order',
      byWeight([
        ['2 kg', amount(1)],
        ['2000 g', amount(2)],
      ]),
    ],
    ['a unit of another dimension', byWeight([['2 kg', { kind: 'perUnit', base: 0, each: 1, unit: '10 cm' }]])],
  ])('%s is refused', (_name, faulty) => expect(Command.safeParse({ name: 'setCard', args: { ...at, card: faulty } }).success).toBe(false));
});
