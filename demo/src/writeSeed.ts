import { writeFileSync } from 'node:fs';
import { scenario } from './scenario.ts';

// Writes the scenario where the server can read it: node writeSeed.js FILE
const [, , file] = process.argv;
if (!file) {
  process.stderr.write('Name the file to write.\n');
  process.exit(1);
}
writeFileSync(file, JSON.stringify(scenario));
