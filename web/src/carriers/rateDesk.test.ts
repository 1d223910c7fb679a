import { askKey, type RateAsk, type RatesAnswered } from '@ostrakon/core';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { RateDesk } from './rateDesk.ts';

const ask = (weight: number): RateAsk => ({
  account: 'gannet',
  from: { country: 'CA' },
  to: { country: 'CA' },
  residential: true,
  parcels: [{ weight, sides: null, count: 1 }],
  currency: 'CAD' as const,
  declaredValue: null,
});
const wanted = (...weights: number[]) => new Map(weights.map((weight) => [askKey(ask(weight)), ask(weight)]));
const rates: RatesAnswered['answers'][number] = { answer: { status: 'rates', rates: [], declined: [] }, ms: 12, from: 'carrier' };
const silent: typeof rates = { ...rates, answer: { status: 'silent', why: 'timeout' } };

beforeEach(() => void vi.useFakeTimers());
afterEach(() => void vi.useRealTimers());

test('questions of one moment go together, each once, and are answered to everybody who listens', async () => {
  const calls: number[][] = [];
  const desk = new RateDesk(async (asks) => {
    calls.push(asks.map(({ parcels }) => parcels[0]!.weight));
    return asks.map(() => rates);
  });
  const told = vi.fn();
  desk.subscribe(told);
  desk.want(wanted(1, 2));
  desk.want(wanted(2, 3));
  await vi.advanceTimersByTimeAsync(100);
  expect(calls).toEqual([[1, 2, 3]]);
  expect(told).toHaveBeenCalledTimes(1);
  desk.want(wanted(1, 2, 3));
  await vi.advanceTimersByTimeAsync(100);
  expect(calls).toHaveLength(1);
  expect(desk.getSnapshot().times.get('gannet')).toEqual({ ms: 12, from: 'carrier' });
  desk.forget();
  desk.want(wanted(1));
  await vi.advanceTimersByTimeAsync(100);
  expect(calls).toHaveLength(2);
});

test('silence is asked again sooner than a price; a server that is away is silence', async () => {
  let answer: typeof rates | null = silent;
  const desk = new RateDesk(async (asks) => {
    if (answer === null) throw new Error('away');
    const held = answer;
    return asks.map(() => held);
  });
  const held = () => desk.getSnapshot().answers.get(askKey(ask(1)));
  desk.want(wanted(1));
  await vi.advanceTimersByTimeAsync(100);
  expect(held()).toMatchObject({ why: 'timeout' });
  expect(desk.getSnapshot().due.size).toBe(0);
  await vi.advanceTimersByTimeAsync(15_000);
  // It holds until there is something newer, so that nothing flickers.
  expect(held()).toMatchObject({ why: 'timeout' });
  expect([...desk.getSnapshot().due]).toEqual([askKey(ask(1))]);
  answer = null;
  desk.want(wanted(1));
  await vi.advanceTimersByTimeAsync(100);
  expect(held()).toMatchObject({ why: 'down' });
  await vi.advanceTimersByTimeAsync(15_000);
  answer = rates;
  desk.want(wanted(1));
  await vi.advanceTimersByTimeAsync(60_000);
  expect(held()).toMatchObject({ status: 'rates' });
  expect(desk.getSnapshot().due.size).toBe(0);
  await vi.advanceTimersByTimeAsync(300_000);
  expect(desk.getSnapshot().due.size).toBe(1);
  // Nobody asked again: it is forgotten.
  await vi.advanceTimersByTimeAsync(300_000);
  expect(held()).toBeUndefined();
  expect(desk.getSnapshot().due.size).toBe(0);
});

test('a slow carrier keeps nobody waiting for another', async () => {
  const desk = new RateDesk(async (asks) => {
    if (asks.some(({ account }) => account === 'slow')) await new Promise((done) => setTimeout(done, 1000));
    return asks.map(() => rates);
  });
  const slow = { ...ask(1), account: 'slow' };
  desk.want(new Map([...wanted(1), [askKey(slow), slow]]));
  await vi.advanceTimersByTimeAsync(100);
  expect([...desk.getSnapshot().answers.keys()]).toEqual([askKey(ask(1))]);
  await vi.advanceTimersByTimeAsync(1000);
  expect(desk.getSnapshot().answers.size).toBe(2);
});

test('what was under way when accounts changed is not taken for an answer of the new ones', async () => {
  let answer = silent;
  const desk = new RateDesk(async (asks) => {
    const held = answer;
    await new Promise((done) => setTimeout(done, 500));
    return asks.map(() => held);
  });
  desk.want(wanted(1));
  await vi.advanceTimersByTimeAsync(100);
  desk.forget();
  answer = rates;
  desk.want(wanted(1));
  await vi.advanceTimersByTimeAsync(550);
  expect(desk.getSnapshot().answers.get(askKey(ask(1)))).toBeUndefined();
  await vi.advanceTimersByTimeAsync(100);
  expect(desk.getSnapshot().answers.get(askKey(ask(1)))).toMatchObject({ status: 'rates' });
});
