import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { Met } from '../testing/met.ts';
import { addressKey, buyerKeys } from './addressKey.ts';
import { asOneOrder, givenBackOf } from './asOneOrder.ts';
import { canStepBack, isWaiting, marked, marksFor, OrderMark, OrderState } from './orderWay.ts';
import { type Companion, travelTogether } from './travelTogether.ts';

const at = (street: string, town = 'Halifax', postalCode = 'B3H 4R2') => ({ street, town, country: 'CA', postalCode });

describe('an address', () => {
  test.each([
    ['12 Mill Street', '12 MILL ST.'],
    ['12 Mill Street', ' 12,  mill   st'],
    ['4 Rue Sainte-Famille', '4 rue ste famille'],
    ['7 Chemin de l’Église, app. 3', '7 ch. de lEglise apt 3'],
    ['9 Saint Anne Road North', '9 St Anne Rd N'],
    ['Große Straße 5', 'Grosse Strasse 5'],
  ])('is the same as %s and as %s', (one, other) => {
    expect(addressKey(at(one))).toBe(addressKey(at(other)));
  });

  test('is the same with its postal code and town written otherwise, and another with another house, flat or town', () => {
    expect(addressKey(at('1 Quay', 'Québec', 'g1r4p5'))).toBe(addressKey(at('1 quay', 'QUEBEC', 'G1R 4P5')));
    const here = addressKey(at('12 Mill Street'));
    for (const other of [at('21 Mill Street'), at('12 Mill Street apt 2'), at('12 Mill Road'), at('12 Mill Street', 'Truro')])
      expect(addressKey(other)).not.toBe(here);
  });

  test('of two people without a mail address is of two buyers', () => {
    const [nell, ona] = ['Nell Kell', 'Ona Vale'].map((name) => buyerKeys({ ...at('1 Quay'), name, mail: ' ' }));
    expect(nell?.filter((key) => ona?.includes(key))).toEqual([]);
    expect(buyerKeys({ ...at('1 quay'), name: 'NELL KELL', mail: '' })).toEqual(nell);
  });

  test('is of one buyer by name or by mail', () => {
    const [byName] = buyerKeys({ ...at('1 Quay'), name: 'Idris  KELL', mail: 'a@example.org' });
    const [sameName, byMail] = buyerKeys({ ...at('1 quay'), name: 'idris kell', mail: 'B@example.org' });
    expect(sameName).toBe(byName);
    expect(byMail).toBe(buyerKeys({ ...at('1 Quay'), name: 'I. Kell', mail: 'b@example.org ' })[1]);
  });
});

describe('the way of an order', () => {
  test('ends nowhere before it is handed over or collected, and what has left the shop is not taken back', () => {
    for (const kind of ['card', 'counter'] as const) {
      const reached = new Set<OrderState>(['new']);
      for (const state of reached) for (const mark of marksFor(state, kind)) reached.add(marked(state, mark, kind) as OrderState);
      for (const state of reached) {
        if (isWaiting(state)) expect(marksFor(state, kind), `${kind} ${state}`).toContain('cancel');
        else expect(marksFor(state, kind)).toEqual(state === 'handedOver' ? ['deliver'] : []);
        expect(canStepBack(state)).toBe(['packing', 'packed', 'cancelled'].includes(state));
      }
      expect(reached.has(kind === 'counter' ? 'collected' : 'delivered')).toBe(true);
      expect(reached.has(kind === 'counter' ? 'handedOver' : 'collected')).toBe(false);
    }
    expect(
      OrderMark.options.every((mark) => OrderState.options.some((state) => marked(state, mark, 'card') ?? marked(state, mark, 'counter'))),
    ).toBe(true);
  });
});

describe('what travels together', () => {
  const companion = fc.record({
    service: fc.constantFrom('ground', 'express'),
    origin: fc.constantFrom('here', null),
    keys: fc.array(fc.constantFrom('a', 'b', 'c', 'd', 'e', 'f'), { minLength: 0, maxLength: 2 }),
  });

  /** By hand: whatever shares a key, service and place is alike, and so is what is alike to it. */
  function plainSets(list: readonly Companion[]): number[][] {
    const alike = (one: Companion, other: Companion) =>
      one.service === other.service && one.origin === other.origin && one.keys.some((key) => other.keys.includes(key));
    const left = new Set(list);
    const sets: number[][] = [];
    for (const first of list) {
      if (!left.delete(first)) continue;
      const set = [first];
      for (const member of set) for (const other of left) if (alike(member, other) && left.delete(other)) set.push(other);
      if (set.length > 1) sets.push(set.map(({ id }) => id).sort((a, b) => a - b));
    }
    return sets;
  }

  test('is what a plain search finds, each in one set', () => {
    const seen = new Met();
    fc.assert(
      fc.property(fc.array(companion, { maxLength: 12 }), (list) => {
        const companions = list.map((one, at) => ({ ...one, id: at + 1 }));
        const sets = travelTogether(companions);
        const byFirst = (a: readonly number[], b: readonly number[]) => (a[0] ?? 0) - (b[0] ?? 0);
        expect(sets.toSorted(byFirst)).toEqual(plainSets(companions).toSorted(byFirst));
        seen.note('sets', sets.length > 0);
        seen.note(
          'more than two',
          sets.some((set) => set.length > 2),
        );
      }),
      { numRuns: 2000 },
    );
    seen.enough(50, 'sets', 'more than two');
  });
});

describe('orders as one', () => {
  const goods = (unitPrice: number, quantity: number) => [{ name: 'Clay', quantity, unitPrice, delivered: true, to: 1 }];
  const destination = { country: 'CA', postalCode: 'B3H 4R2' };

  test('are the goods of all at the first address, with what each had off', () => {
    const whole = asOneOrder(
      [
        { cart: { destination, discounts: [{ kind: 'percent', basisPoints: 1000 }], coupons: ['GLAZE'] }, goods: goods(2000, 3) },
        { cart: { destination: { country: 'CA' }, discounts: [], coupons: ['GLAZE'] }, goods: goods(500, 1) },
      ],
      '2026-11-23T14:00:00Z',
      'halfUp',
    );
    const { to: _to, ...line } = goods(2000, 3)[0] as ReturnType<typeof goods>[number];
    expect(whole).toEqual({
      lines: [line, { ...line, unitPrice: 500, quantity: 1 }],
      discounts: [{ kind: 'amount', amount: 600 }],
      destination,
      coupons: ['GLAZE'],
      moment: '2026-11-23T14:00:00Z',
    });
    expect(asOneOrder([], '2026-11-23T14:00:00Z', 'halfUp')).toBeNull();
  });

  test('an amount is given back whole where that much was paid, of the last price first, and of none more than it was', () => {
    const met = new Met();
    fc.assert(
      fc.property(fc.array(fc.nat(3000), { minLength: 1, maxLength: 6 }), fc.nat(9000), (prices, amount) => {
        const paid = prices.reduce((sum, price) => sum + price, 0);
        const back = givenBackOf(prices, amount);
        met.note(amount >= paid ? 'all of it' : 'part of it');
        expect(back.reduce((sum, one) => sum + one, 0)).toBe(Math.min(paid, amount));
        for (const [at, one] of back.entries()) {
          expect(one).toBeLessThanOrEqual(prices[at] ?? 0);
          // Nothing is taken of one while something is left of a later one.
          if (one > 0) expect(back.slice(at + 1)).toEqual(prices.slice(at + 1));
        }
      }),
    );
    met.enough(10, 'all of it', 'part of it');
  });
});
