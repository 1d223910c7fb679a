import { writeFileSync } from 'node:fs';
import { rulesOf, splitProduct } from '@ostrakon/core';
import { largeShop } from './largeShop.ts';
import { scenario } from './scenario.ts';

// Writes the scenario where the server can read it, or a shop at the size of a large one: node writeSeed.js FILE [--large]
const [, , file, size] = process.argv;
if (!file) {
  process.stderr.write('Name the file to write.\n');
  process.exit(1);
}
const { live, products, ...rest } = size === '--large' ? largeShop : scenario;
const goodsRules = rulesOf(products);
const seed = {
  live: { ...live, ...(goodsRules && { goodsRules }) },
  products: products.map((product) => splitProduct(product).facts),
  ...rest,
};
writeFileSync(file, JSON.stringify(seed));
