import { join } from 'node:path';

export const root = join(import.meta.dirname, '..');
/** Made anew before each run. */
export const prepared = join(root, 'test-results', 'prepared');
export const seedFile = join(prepared, 'seed.json');
/** The demo with some weeks of orders. */
export const ordersSeedFile = join(prepared, 'orders.json');
export const largeSeedFile = join(prepared, 'large.json');
export const coreBundle = join(prepared, 'core.iife.js');
