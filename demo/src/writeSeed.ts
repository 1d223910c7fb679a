import { closeSync, openSync, writeSync } from 'node:fs';
import { rulesOf, splitProduct } from '@ostrakon/core';
import { largeShop } from './largeShop.ts';
import { mailTo } from './mail.ts';
import { pastOrders } from './pastOrders.ts';
import { scenario } from './scenario.ts';

// Writes the scenario where the server can read it, or a shop at the size of a large one:
//   node writeSeed.js FILE [--large] [--orders 4000] [--days 395] [--mail PORT]
const [, , file, ...options] = process.argv;
const numberAfter = (option: string, fallback: number): number => {
  const at = options.indexOf(option);
  return at === -1 ? fallback : Number(options[at + 1]);
};
const [many, days, mailPort] = [numberAfter('--orders', 0), numberAfter('--days', 395), numberAfter('--mail', 0)];
if (!file || !Number.isInteger(many) || many < 0 || many > 1_000_000 || !(days > 0)) {
  process.stderr.write('Name the file to write; --orders is a whole number up to 1,000,000, --days how far back they reach.\n');
  process.exit(1);
}
const shop = options.includes('--large') ? largeShop : scenario;
const { live, products, ...rest } = shop;
const goodsRules = rulesOf(products);
const seed = {
  live: { ...live, ...(goodsRules && { goodsRules }) },
  products: products.map((product) => splitProduct(product).facts),
  ...rest,
  ...(mailPort > 0 && { mail: mailTo(mailPort) }),
};
// Order by order: a million of them are no single text.
const out = openSync(file, 'w');
const text = JSON.stringify(seed);
writeSync(out, many === 0 ? text : `${text.slice(0, -1)},"orders":[`);
if (many > 0) {
  let first = true;
  for (const order of pastOrders({ book: live, products, accounts: scenario.accounts }, { many, days, now: new Date().toISOString() })) {
    writeSync(out, `${first ? '' : ','}${JSON.stringify(order)}`);
    first = false;
  }
  writeSync(out, ']}');
}
closeSync(out);
