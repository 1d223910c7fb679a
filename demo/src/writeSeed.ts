import { writeFileSync } from 'node:fs';
import { largeShop } from './largeShop.ts';
import { scenario } from './scenario.ts';

// Writes the scenario where the server can read it, or a shop at the size of a large one: node writeSeed.js FILE [--large]
const [, , file, size] = process.argv;
if (!file) {
  process.stderr.write('Name the file to write.\n');
  process.exit(1);
}
writeFileSync(file, JSON.stringify(size === '--large' ? largeShop : scenario));
