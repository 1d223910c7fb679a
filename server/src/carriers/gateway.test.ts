import { askKey, type RateAnswer, type RateAsk, Tariff } from '@ostrakon/core';
import fc from 'fast-check';
import { pino } from 'pino';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import type { GatewayLimits } from './carrierLine.ts';
import { CarrierFailure, type CarrierPort, CarrierSaysNo } from './carrierPort.ts';
import { CarrierGateway } from './gateway.ts';
import type { HeldAccount } from './heldAccount.ts';

beforeEach(() => void vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout', 'Date', 'performance'] }));
afterEach(() => void vi.useRealTimers());

const LIMITS: Partial<GatewayLimits> = { timeLimit: 1000, failures: 3, rest: 5000, keptFor: 60_000, silenceFor: 2000, atOnce: 4 };
const RATES: RateAnswer = { status: 'rates', rates: [], declined: [] };

const held = (id: string, more: Partial<HeldAccount> = {}): HeldAccount => ({
  id,
  name: id,
  kind: 'service',
  carrier: id,
  currency: 'CAD',
  key: 'k',
  keySetAt: null,
  newServices: 'off',
  services: [],
  tariff: null,
  keyLost: false,
  position: 0,
  ...more,
});
const ask = (nth: number, account = 'a'): RateAsk => ({
  account,
  from: { country: 'CA' },
  to: { country: 'CA' },
  residential: true,
  parcels: [{ weight: nth, sides: null, count: 1 }],
  currency: 'CAD',
  declaredValue: null,
});

type Reply = () => Promise<Extract<RateAnswer, { status: 'rates' }>>;
const soon: Reply = async () => RATES;
const after =
  (ms: number, then: Reply = soon): Reply =>
  () =>
    new Promise((resolve, reject) => {
      setTimeout(() => then().then(resolve, reject), ms);
    });
const failing =
  (error: () => Error): Reply =>
  async () => {
    throw error();
  };
/** Every other time one reply, then the other. */
function afterwards(first: Reply, second: Reply): Reply {
  let nth = 0;
  return () => {
    nth += 1;
    return nth % 2 === 1 ? first() : second();
  };
}
const down = failing(() => new CarrierFailure('down', 'gone'));
const lie = failing(() => new CarrierFailure('refused', 'odd'));
const no = failing(() => new CarrierSaysNo('Not there.'));

/** A gateway whose carriers reply as told, and how often each was asked. */
function gatewayTo(replies: Record<string, Reply>, accounts = Object.keys(replies).map((id) => held(id)), limits = LIMITS) {
  const asked: Record<string, number> = {};
  const port = (id: string) =>
    ({
      rates: (_ask: RateAsk, signal: AbortSignal) => {
        asked[id] = (asked[id] ?? 0) + 1;
        const left = new Promise<never>((_resolve, reject) => {
          signal.addEventListener('abort', () => reject(new CarrierFailure('timeout', 'left')));
        });
        return Promise.race([(replies[id] ?? soon)(), left]);
      },
    }) as unknown as CarrierPort;
  const gateway = new CarrierGateway({
    account: (id) => accounts.find((one) => one.id === id),
    connect: ({ id }) => port(id),
    log: pino({ level: 'silent' }),
    now: () => new Date().toISOString(),
    limits,
  });
  return { gateway, asked, replies };
}

/** Lets timers run until an answer is there. */
async function settled<T>(promise: Promise<T>): Promise<T> {
  let done = false;
  const marked = promise.finally(() => {
    done = true;
  });
  while (!done) await vi.advanceTimersByTimeAsync(10);
  return marked;
}

// The model is the breaker as its library documents it: closed; open after so many failures in a row; after the rest half
// open for one question, whose success closes it and whose failure opens it again.
test('a circuit goes through the states its library documents, whatever the carrier does', async () => {
  const step = fc.record({
    how: fc.constantFrom('answers' as const, 'down' as const, 'lies' as const, 'says no' as const),
    wait: fc.constantFrom(0, 0, 0, 1000, 6000),
  });
  await fc.assert(
    fc.asyncProperty(fc.array(step, { minLength: 1, maxLength: 40 }), async (steps) => {
      const { gateway, asked, replies } = gatewayTo({ a: soon });
      let [failures, openSince, calls] = [0, null as number | null, 0];
      for (const [nth, { how, wait }] of steps.entries()) {
        await vi.advanceTimersByTimeAsync(wait);
        replies.a = { answers: soon, down, lies: lie, 'says no': no }[how];
        const begun = Date.now();
        const { answer } = await settled(gateway.rates(ask(nth)));
        const resting = openSince !== null && begun - openSince < 5000;
        if (resting) {
          expect(answer).toEqual({ status: 'silent', why: 'resting' });
          continue;
        }
        // What cannot be reached is tried once more; nothing else is.
        calls += how === 'down' ? 2 : 1;
        expect(asked.a).toBe(calls);
        const failed = how === 'down' || how === 'lies';
        failures = failed ? failures + 1 : 0;
        const opens = failed && (openSince !== null || failures >= 3);
        openSince = opens ? Date.now() : null;
        expect(gateway.circuit('a')).toBe(opens ? 'open' : 'closed');
        expect(answer.status === 'silent' ? answer.why : 'rates').toBe(
          { answers: 'rates', down: 'down', lies: 'refused', 'says no': 'refused' }[how],
        );
      }
    }),
    { numRuns: 60 },
  );
});

test('an answer with its second try takes no longer than the time limit', async () => {
  const { gateway, asked } = gatewayTo({ a: after(700, down) });
  const began = Date.now();
  const { answer } = await settled(gateway.rates(ask(1)));
  expect(answer).toMatchObject({ status: 'silent', why: 'timeout' });
  expect(Date.now() - began).toBeLessThanOrEqual(1010);
  expect(asked.a).toBe(2);
});

test('a quote has one time limit for all its questions; what comes too late is kept for the next', async () => {
  const { gateway, asked } = gatewayTo({ a: after(800) });
  const asks = new Map([[askKey(ask(1)), ask(1)]]);
  const began = Date.now();
  const late = await settled(gateway.answers(asks, 500));
  expect(Date.now() - began).toBeLessThanOrEqual(510);
  expect([...late.values()]).toMatchObject([{ status: 'silent', why: 'timeout' }]);
  await vi.advanceTimersByTimeAsync(500);
  expect([...(await settled(gateway.answers(asks))).values()]).toEqual([RATES]);
  expect(asked.a).toBe(1);
  // Where the time was over before, nobody is asked.
  const other = new Map([[askKey(ask(2)), ask(2)]]);
  expect([...(await gateway.answers(other, 1000)).values()]).toMatchObject([{ why: 'timeout' }]);
  expect(asked.a).toBe(1);
});

test.each<[string, Reply]>([
  ['late in the time there is', after(850, down)],
  ['half way, and then hangs', afterwards(after(600, down), after(5000))],
])('a carrier that fails %s is left alone as well: a second try cut short hides no failure', async (_name, reply) => {
  const { gateway, asked } = gatewayTo({ a: reply });
  for (let nth = 0; nth < 3; nth += 1) {
    expect((await settled(gateway.rates(ask(nth)))).answer.status).toBe('silent');
    await vi.advanceTimersByTimeAsync(100);
  }
  expect(gateway.circuit('a')).toBe('open');
  const before = asked.a;
  expect((await settled(gateway.rates(ask(9)))).answer).toEqual({ status: 'silent', why: 'resting' });
  expect(asked.a).toBe(before);
});

test('a crowd that the carrier could not serve in time speaks against nobody: it is asked on', async () => {
  const { gateway, asked } = gatewayTo({ a: after(60) });
  const crowd = Array.from({ length: 200 }, (_, nth) => gateway.rates(ask(nth)));
  const answers = await settled(Promise.all(crowd));
  // Four at once, 60 ms each: some seventy in a second, the others were not reached in time.
  const late = answers.filter(({ answer }) => answer.status === 'silent');
  expect(late.length).toBeGreaterThan(100);
  expect(new Set(late.map(({ answer }) => (answer.status === 'silent' ? answer.why : '')))).toEqual(new Set(['timeout']));
  expect(gateway.circuit('a')).toBe('closed');
  expect((await settled(gateway.rates(ask(1000)))).answer.status).toBe('rates');
  expect(asked.a).toBeLessThan(100);
});

test('many questions to a slow carrier keep those to another from nothing', async () => {
  const { gateway } = gatewayTo({ slow: after(900), quick: after(10) });
  const times: Record<string, number> = {};
  const began = Date.now();
  const asks = [...Array.from({ length: 12 }, (_, nth) => ask(nth, 'slow')), ask(1, 'quick')];
  const all = await settled(
    gateway.many(asks, (_answer, at) => {
      times[asks[at]!.account] = Date.now() - began;
    }),
  );
  expect(all.every(({ answer }) => answer.status === 'rates')).toBe(true);
  expect(times.quick).toBeLessThan(50);
  // Twelve questions, four at once, 0.9 s each.
  expect(times.slow).toBeGreaterThanOrEqual(2700);
});

test('an account that changes while a question is under way keeps nothing of its answer', async () => {
  const { gateway, asked } = gatewayTo({ a: after(300) });
  const first = gateway.rates(ask(1));
  await vi.advanceTimersByTimeAsync(100);
  gateway.forget('a');
  const second = gateway.rates(ask(1));
  expect((await settled(first)).answer).toEqual(RATES);
  expect((await settled(second)).from).toBe('carrier');
  expect(asked.a).toBe(2);
  expect((await settled(gateway.rates(ask(1)))).from).toBe('kept');
});

test('what is known at once: price lists, what was kept, and for a moment silence; the rest is asked for meanwhile', async () => {
  const tariff = Tariff.parse({
    bands: [{ name: '1', places: [] }],
    elsewhere: 0,
    lists: [{ service: 'Standard', steps: [{ upTo: '5 kg', prices: [900] }], further: null }],
    volume: { divisor: 5000, per: 'cm3PerKg', roundUpTo: null },
    fuel: 0,
  });
  const accounts = [held('list', { kind: 'tariff', tariff }), held('ok'), held('bad'), held('dollars', { currency: 'USD' })];
  const { gateway, asked } = gatewayTo({ ok: after(100), bad: after(100, lie) }, accounts);
  const asks = new Map(
    ['list', 'ok', 'bad', 'dollars', 'nobody'].map((id) => [id, ask(1, id)]).map(([, one]) => [askKey(one as RateAsk), one as RateAsk]),
  );
  const known = () =>
    Object.fromEntries(
      [...gateway.known(asks)].map(([key, answer]) => [JSON.parse(key)[0], answer.status === 'silent' ? answer.why : 'rates']),
    );
  const atOnce = { list: 'rates', dollars: 'otherCurrency', nobody: 'noAccount' };
  expect(known()).toEqual(atOnce);
  expect(known()).toEqual(atOnce);
  await vi.advanceTimersByTimeAsync(150);
  expect(known()).toEqual({ ...atOnce, ok: 'rates', bad: 'refused' });
  expect(asked).toEqual({ ok: 1, bad: 1 });
  // Silence is forgotten soon and asked again, a price is not.
  await vi.advanceTimersByTimeAsync(2100);
  expect(known()).toEqual({ ...atOnce, ok: 'rates' });
  await vi.advanceTimersByTimeAsync(150);
  expect(asked).toEqual({ ok: 1, bad: 2 });
  expect(gateway.faults.map(({ account, why }) => [account, why])).toEqual([
    ['bad', 'refused'],
    ['bad', 'refused'],
  ]);
});

test('of failures the latest hundred are told, newest first', async () => {
  const { gateway } = gatewayTo({ a: lie }, undefined, { ...LIMITS, failures: 1000 });
  for (let nth = 0; nth < 120; nth += 1) {
    await vi.advanceTimersByTimeAsync(1000);
    await settled(gateway.rates(ask(nth)));
  }
  expect(gateway.faults).toHaveLength(100);
  expect(gateway.faults[0]!.at > gateway.faults[99]!.at).toBe(true);
});

const priced =
  (amount: number): Reply =>
  async () => ({
    status: 'rates',
    rates: [
      {
        service: 'EXP',
        name: 'Express',
        amount,
        rows: [],
        parcels: [{ count: 1, weight: 1000, volumetric: null, billed: 1000, amount }],
        transit: null,
      },
    ],
    declined: [],
  });

test('a price far from what such parcels cost is shown to nobody, and told; the owner may say that it is right', async () => {
  const { gateway, replies } = gatewayTo({ a: priced(2000) });
  const amount = async (nth: number) => {
    const { answer } = await settled(gateway.rates(ask(nth)));
    return answer.status === 'rates' ? (answer.rates[0]?.amount ?? answer.doubted?.map(({ service }) => service)) : answer.why;
  };
  // Grams from 1,024 to 2,047 are one kind; below a third, and above three times, are not believed; a third and three times are.
  expect([await amount(1100), await amount(1200)]).toEqual([2000, 2000]);
  replies.a = priced(6001);
  expect(await amount(1300)).toEqual(['EXP']);
  replies.a = priced(666);
  expect(await amount(1310)).toEqual(['EXP']);
  replies.a = priced(6000);
  expect(await amount(1320)).toBe(6000);
  replies.a = priced(667);
  expect(await amount(1330)).toBe(667);
  // Heavier ones are another kind, of which nothing is known.
  replies.a = priced(9000);
  expect(await amount(2100)).toBe(9000);
  expect(gateway.faults.map(({ why, detail }) => [why, detail])).toEqual([
    ['doubted', 'EXP: $6.66 where such parcels cost about $20.00 lately'],
    ['doubted', 'EXP: $60.01 where such parcels cost about $20.00 lately'],
  ]);
  gateway.usual.trust('a');
  expect(await amount(1340)).toBe(9000);
});

test('what a survey was told is usual until something newer is', async () => {
  const { gateway } = gatewayTo({ a: priced(9000) });
  const probe = { name: '1 kg', weight: 1_100_000_000, lines: [] };
  const costs = [{ service: 's', account: 'a', code: 'EXP', probe: 0, address: 0, cost: 1000 }];
  gateway.usual.learn({ probes: [probe], addresses: [{ zone: 'z', destination: { country: 'CA' } }], costs });
  expect((await settled(gateway.rates(ask(1100)))).answer).toMatchObject({ rates: [], doubted: [{ service: 'EXP' }] });
});

test('a carrier that asks for rest is told of and not asked until then', async () => {
  const { gateway, asked, replies } = gatewayTo({ a: failing(() => new CarrierFailure('busy', 'rest', 20_000)) });
  expect((await settled(gateway.rates(ask(1)))).answer).toMatchObject({ why: 'busy' });
  replies.a = soon;
  expect((await settled(gateway.rates(ask(2)))).answer).toMatchObject({ why: 'busy' });
  expect([asked.a, gateway.faults.length]).toEqual([1, 1]);
  await vi.advanceTimersByTimeAsync(20_000);
  expect((await settled(gateway.rates(ask(3)))).answer.status).toBe('rates');
});

test('strangers make the shop ask so often a minute; past it what is known is used, and the owner goes on asking', async () => {
  const { gateway, asked } = gatewayTo({ a: soon }, undefined, { ...LIMITS, callsPerMinute: 3 });
  const quoted = (nth: number) => settled(gateway.answers(new Map([[askKey(ask(nth)), ask(nth)]]))).then((said) => [...said.values()][0]);
  for (const nth of [1, 2, 3]) expect((await quoted(nth))?.status).toBe('rates');
  expect(await quoted(4)).toMatchObject({ status: 'silent', why: 'notAsked' });
  expect((await quoted(2))?.status).toBe('rates');
  expect((await settled(gateway.rates(ask(5)))).answer.status).toBe('rates');
  expect(asked.a).toBe(4);
  await vi.advanceTimersByTimeAsync(20_000);
  expect((await quoted(6))?.status).toBe('rates');
});
