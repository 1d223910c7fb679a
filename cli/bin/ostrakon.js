#!/usr/bin/env node
import { existsSync } from 'node:fs';

const main = new URL('../dist/main.js', import.meta.url);
if (!existsSync(main)) {
  process.stderr.write('Ostrakon is not built yet. Run "npm run build" in its folder first.\n');
  process.exit(1);
}
// A reader such as `head` may close the pipe early.
process.stdout.on('error', (error) => process.exit(error.code === 'EPIPE' ? 0 : 1));
const { run } = await import(main.href);
process.exitCode = await run(process.argv, process);
