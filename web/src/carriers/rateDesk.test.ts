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
  await vi.advanceTimersByTimeAsync(15_000);
  expect(held()).toBeUndefined();
  answer = null;
  desk.want(wanted(1));
  await vi.advanceTimersByTimeAsync(100);
  expect(held()).toMatchObject({ why: 'down' });
  await vi.advanceTimersByTimeAsync(15_000);
  answer = rates;
  desk.want(wanted(1));
  await vi.advanceTimersByTimeAsync(60_000);
  expect(held()).toMatchObject({ status: 'rates' });
  await vi.advanceTimersByTimeAsync(300_000);
  expect(held()).toBeUndefined();
});
