// Prints what the page loads first, and fails when it is more script than it may be.
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';
import { root } from './setup.mjs';

const MOST_KILOBYTES = 250;
const dist = join(root, 'web', 'dist');
const manifest = JSON.parse(readFileSync(join(dist, '.vite', 'manifest.json'), 'utf8'));
const wanted = new Set();
const collect = (key) => {
  if (wanted.has(key)) return;
  wanted.add(key);
  for (const next of manifest[key].imports ?? []) collect(next);
};
collect(Object.keys(manifest).find((key) => manifest[key].isEntry));
const bytes = [...wanted].reduce((sum, key) => sum + gzipSync(readFileSync(join(dist, manifest[key].file))).length, 0);
const kilobytes = bytes / 1000;
console.log(`First load: ${kilobytes.toFixed(1)} kB of script, gzipped, in ${wanted.size} files (at most ${MOST_KILOBYTES}).`);
if (kilobytes > MOST_KILOBYTES) process.exitCode = 1;
