import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { PRODUCT_DEFAULTS } from '../goods/product.ts';
import { compile } from '../quote/compile.ts';
import { amount, byWeight, canada, lane, notOffered } from '../testing/bookOf.ts';
import { Met } from '../testing/met.ts';
import type { Expectation } from './expectation.ts';
import { changeTrials, Trial, type TrialChange } from './trial.ts';
import { fitsRows, readTrialRows, rowsOfTrial, TRIAL_COLUMNS, TrialFile } from './trialFile.ts';
import { cartOfTrial, momentFrom } from './trialMoment.ts';
import { byStanding, runOn, standingOf, type TrialRun } from './trialRun.ts';

const NOW = '2026-11-23T15:00:00Z'; // a Monday
const trial = (id: string, more: Partial<Trial> = {}): Trial =>
  Trial.parse({
    id,
    name: id,
    cart: { lines: [{ product: 'clay', quantity: 1 }], discounts: [], destination: { country: 'CA' } },
    ...more,
  });
const clay = { ...PRODUCT_DEFAULTS, id: 'clay', name: 'Clay', weight: '10 kg', price: 2450 };
const book = canada({
  ground: lane(
    byWeight(
      [
        ['5 kg', amount(990)],
        ['12 kg', amount(1690)],
      ],
      notOffered,
    ),
  ),
});

describe('the list of trials', () => {
  const anyIds = fc.uniqueArray(fc.constantFrom('a', 'b', 'c', 'd', 'e'), { maxLength: 5 });

  test('whatever is changed, its inverse leads back; what was put is there, what was removed is not', () => {
    const met = new Met();
    const anyChange = fc.record({ held: anyIds, put: anyIds, remove: anyIds, order: fc.option(anyIds) });
    fc.assert(
      fc.property(anyChange, ({ held, put, remove, order }) => {
        const before = held.map((id) => trial(id));
        const change: TrialChange = { put: put.map((id) => trial(id, { label: 'new' })), remove, ...(order && { order }) };
        const changed = changeTrials(before, change);
        const known = new Set([...held, ...put]);
        const names = [...remove, ...(order ?? [])];
        if ('code' in changed) {
          expect(names.some((id) => !known.has(id))).toBe(true);
          met.note('refused');
          return;
        }
        met.note('changed', changed.trials.length !== before.length);
        for (const id of remove) expect(changed.trials.some((one) => one.id === id)).toBe(false);
        for (const id of put) if (!remove.includes(id)) expect(changed.trials.find((one) => one.id === id)?.label).toBe('new');
        if (order)
          expect(changed.trials.map(({ id }) => id).slice(0, order.filter((id) => !remove.includes(id)).length)).toEqual(
            order.filter((id) => !remove.includes(id)),
          );
        const back = changeTrials(changed.trials, changed.inverse);
        expect('trials' in back && back.trials).toEqual(before);
      }),
    );
    met.enough(5, 'refused', 'changed');
  });
});

describe('a moment that moves with the present', () => {
  // America/Halifax is four hours behind UTC in November; 13:59 there is 17:59 UTC.
  test.each([
    ['a Friday ahead', { kind: 'nextWeekday', weekday: 5, time: '13:59' }, NOW, '2026-11-27T17:59:00Z'],
    ['today, if it is still to come', { kind: 'nextWeekday', weekday: 1, time: '13:59' }, NOW, '2026-11-23T17:59:00Z'],
    ['in a week, if it has just been', { kind: 'nextWeekday', weekday: 1, time: '11:00' }, NOW, '2026-11-30T15:00:00Z'],
    ['so many days on', { kind: 'inDays', days: 2, time: '09:00' }, NOW, '2026-11-25T13:00:00Z'],
    // Clocks go forward on 14 March 2027 there: 02:30 is not, and half past three stands for it.
    ['a time the clocks leave out', { kind: 'inDays', days: 1, time: '02:30' }, '2027-03-13T15:00:00Z', '2027-03-14T06:30:00Z'],
  ] as const)('%s', (_name, when, now, wanted) => {
    expect(momentFrom(when, now, 'America/Halifax')).toBe(wanted);
    expect(cartOfTrial({ cart: {}, when }, now, 'America/Halifax')).toHaveProperty('moment');
  });
});

describe('trials in a file', () => {
  const services = ['ground', 'air'].map((id) => ({ ...book.services[0]!, id, name: id === 'ground' ? 'Ground parcel' : 'Air' }));
  const shop = { shop: book.shop, services };
  const full = trial('two-boxes', {
    name: 'Two boxes, "wet"',
    label: 'Schools',
    when: { kind: 'nextWeekday', weekday: 5, time: '13:59' },
    cart: Trial.shape.cart.parse({
      lines: [
        { product: 'clay', quantity: 2 },
        { quantity: 1, unitPrice: 1250, weight: '2 lb', delivered: true },
      ],
      discounts: [],
      destination: { country: 'CA', subdivision: 'CA-NS', postalCode: 'B3H 4R2' },
      coupons: ['GIFT'],
    }),
    expects: [
      { kind: 'price', service: 'ground', amount: 1690 },
      { kind: 'between', service: 'air', least: 0, most: 2500 },
      { kind: 'withheld', service: 'air', reason: 'aboveTopTier' },
      { kind: 'arrivesWithin', service: 'ground', days: 3 },
      { kind: 'arrivesBy', service: 'ground', date: '2026-12-24' },
      { kind: 'nothing', message: 'Write to us' },
      { kind: 'cheapest', service: 'ground' },
      { kind: 'nothingElse' },
    ],
  });
  const read = (rows: readonly (readonly string[])[], held: readonly Trial[] = [full], heads: readonly string[] = TRIAL_COLUMNS) =>
    readTrialRows(heads, rows, shop, held, new Set(['clay']));

  test('what is written as rows is read as the same trials, and so is JSON', () => {
    const plain = trial('plain', { name: 'Plain', cart: { ...trial('x').cart, moment: '2026-12-25T03:59:00Z' } });
    const rows = [full, plain].flatMap((one) => rowsOfTrial(one, shop));
    expect(read(rows, [full, plain])).toEqual({ ok: true, trials: [full, plain] });
    expect([fitsRows(full), fitsRows({ ...plain, cart: { ...plain.cart, others: [{ country: 'US' }] } })]).toEqual([true, false]);
    const file = { format: 'ostrakon-trials', version: 1, trials: [full, plain] };
    expect(TrialFile.parse(JSON.parse(JSON.stringify(file))).trials).toEqual([full, plain]);
  });

  test('columns stand in any order, names of services are read without capitals, and a new name gets an id of its own', () => {
    const rows = [
      ['Small box', '1', 'clay', 'ca', 'free', 'GROUND parcel'],
      ['', '2', 'clay', '', '', ''],
    ];
    const got = read(rows, [], ['Name', 'quantity', 'product', 'country', 'expects', 'service', 'note']);
    expect(got).toMatchObject({
      ok: true,
      trials: [{ id: 'small-box', cart: { lines: [{ quantity: 1 }, { quantity: 2 }] }, expects: [{ kind: 'free', service: 'ground' }] }],
    });
  });

  test('every fault is told by its row and column, and nothing is taken', () => {
    const cells = (more: Partial<Record<(typeof TRIAL_COLUMNS)[number], string>>) =>
      TRIAL_COLUMNS.map((column) => ({ name: 'A', country: 'CA', ...more })[column] ?? '');
    const faults = (...rows: readonly (readonly string[])[]) => {
      const got = read(rows);
      return got.ok ? [] : got.faults.map(({ row, column }) => [row, column]);
    };
    expect(faults(cells({ name: '' }))).toEqual([[1, 'name']]);
    expect(faults(cells({}), cells({ product: 'wax', quantity: '1' }))).toEqual([[2, 'product']]);
    expect(faults(cells({ product: 'clay', quantity: 'two' }))).toEqual([[1, 'quantity']]);
    expect(faults(cells({ price: '1,2,3', quantity: '1' }))).toEqual([[1, 'price']]);
    expect(faults(cells({ expects: 'price', service: 'ground', from: 'much' }))).toEqual([[1, 'from']]);
    expect(faults(cells({ expects: 'price', service: 'boat', from: '1' }))).toEqual([[1, 'service']]);
    expect(faults(cells({ expects: 'quick', service: 'ground' }))).toEqual([[1, 'expects']]);
    expect(faults(cells({ expects: 'between', service: 'ground', from: '2', to: '1' }))).toEqual([[1, 'to']]);
    expect(faults(cells({ expects: 'arrivesBy', service: 'ground', detail: 'soon' }))).toEqual([[1, 'detail']]);
    expect(faults(cells({ expects: 'withheld', service: 'ground', detail: 'rain' }))).toEqual([[1, 'detail']]);
    expect(faults(cells({ bought: 'someday' }))).toEqual([[1, 'bought']]);
    expect(faults(cells({ country: 'Atlantis' }))).toEqual([[1, 'country']]);
    expect(readTrialRows(['country'], [['CA']], shop, [], new Set())).toMatchObject({ ok: false, faults: [{ row: 0, column: 'name' }] });
  });
});

test('a trial is run with what it expects, failing ones come first, and goods that are gone fail', () => {
  const sources = { products: new Map([['clay', clay]]), now: NOW, timeZone: 'America/Halifax' };
  const run = (id: string, ...expects: Expectation[]): TrialRun => ({
    id,
    draft: runOn(compile(book), trial(id, { expects }), sources),
    live: null,
  });
  const holds = run('holds', { kind: 'price', service: 'ground', amount: 1690 });
  const fails = run('fails', { kind: 'price', service: 'ground', amount: 990 });
  const gone = { id: 'gone', draft: runOn(compile(book), trial('gone'), { ...sources, products: new Map() }), live: null };
  expect([holds, fails, run('shows'), gone].map(standingOf)).toEqual(['holds', 'fails', null, 'fails']);
  expect(byStanding([run('shows'), holds, fails, gone]).map(({ id }) => id)).toEqual(['fails', 'gone', 'holds', 'shows']);
  // Why a price is what it is comes with what fails alone.
  const ledgers = [holds, fails].map(({ draft }) => draft.ok && draft.offers.map(({ ledger }) => ledger?.length ?? 0));
  expect(ledgers).toEqual([[0], [1]]);
  expect(holds.draft.ok && holds.draft.gives).toEqual([{ kind: 'price', service: 'ground', amount: 1690 }, { kind: 'nothingElse' }]);
});
