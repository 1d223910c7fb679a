import { execFileSync } from 'node:child_process';
import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { build } from 'vite';
import { largeSeedFile, ordersSeedFile, prepared, root, seedFile } from './places.ts';

/** Writes the seeds of the demo and of the large shop, and bundles the core for the browser so that its answers can be compared. */
export default async function prepare(): Promise<void> {
  mkdirSync(prepared, { recursive: true });
  execFileSync(process.execPath, [join(root, 'demo/dist/writeSeed.js'), seedFile]);
  execFileSync(process.execPath, [join(root, 'demo/dist/writeSeed.js'), ordersSeedFile, '--orders', '400', '--days', '30']);
  execFileSync(process.execPath, [join(root, 'demo/dist/writeSeed.js'), largeSeedFile, '--large']);
  await build({
    configFile: false,
    logLevel: 'error',
    root,
    build: {
      outDir: prepared,
      emptyOutDir: false,
      lib: { entry: join(root, 'core/dist/index.js'), formats: ['iife'], name: 'OstrakonCore', fileName: () => 'core.iife.js' },
    },
  });
}
