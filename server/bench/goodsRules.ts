import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { applyCommand, type Command, emptyBook, PLAIN_SERVICE, PRODUCT_DEFAULTS, splitProduct } from '@ostrakon/core';
import { openShop } from '../src/openShop.ts';

// What an edit and a publish cost where 20,000 products have rules of their own, beside none. Medians of fifteen, milliseconds.

const price = (amount: number): Command => ({
  name: 'setCard',
  args: { zone: 'canada', service: 'ground', card: { kind: 'flat', result: { kind: 'amount', amount } } },
});
const begin: readonly Command[] = [
  { name: 'setServed', args: { countries: ['CA'] } },
  { name: 'addZone', args: { id: 'canada', name: 'Canada', places: [{ kind: 'country', country: 'CA' }] } },
  { name: 'addService', args: { ...PLAIN_SERVICE, id: 'ground', name: 'Ground parcel' } },
  { name: 'startLane', args: { zone: 'canada', service: 'ground', card: { kind: 'flat', result: { kind: 'amount', amount: 990 } } } },
];
const ids = Array.from({ length: 20_000 }, (_, at) => `ART-${at}`);
const rules: Command = {
  name: 'setGoodsRules',
  args: { products: ids.map((product, at) => ({ product, rule: { extraPackingDays: 1 + (at % 5), delivered: at % 7 > 0 } })) },
};

const median = (times: readonly number[]) => [...times].sort((a, b) => a - b)[Math.floor(times.length / 2)] ?? 0;

async function figures(commands: readonly Command[]): Promise<readonly [edit: number, publish: number]> {
  const folder = mkdtempSync(join(tmpdir(), 'ostrakon-bench-'));
  const shop = await openShop(folder, () => new Date().toISOString());
  try {
    await shop.goods.change({ put: ids.map((id) => splitProduct({ ...PRODUCT_DEFAULTS, id, name: id, price: 1000 }).facts) });
    await shop.draft.beginWith(commands.reduce(applyCommand, emptyBook()));
    await shop.editions.publish(() => shop.draft.current.book, '', 'owner');
    const [edits, publishes]: [number[], number[]] = [[], []];
    const timed = async (into: number[], work: () => Promise<unknown>) => {
      const begun = performance.now();
      await work();
      into.push(performance.now() - begun);
    };
    for (let at = 0; at < 15; at += 1) {
      await timed(edits, () => shop.draft.run(price(1000 + at)));
      await timed(publishes, () => shop.editions.publish(() => shop.draft.current.book, '', 'owner'));
    }
    return [median(edits), median(publishes)];
  } finally {
    await shop.database.close();
    rmSync(folder, { recursive: true, force: true });
  }
}

const [none, all] = [await figures(begin), await figures([...begin, rules])];
console.log('\nRules of goods: none, and of 20,000 products');
for (const [name, at] of [
  ['an edit', 0],
  ['a publish', 1],
] as const)
  console.log(`${name.padEnd(48)} ${none[at].toFixed(1).padStart(8)} ms ${all[at].toFixed(1).padStart(8)} ms`);
