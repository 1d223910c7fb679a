import { createRequire } from 'node:module';

/** Of the program, as its package says. */
export const VERSION: string = createRequire(import.meta.url)('../package.json').version;
