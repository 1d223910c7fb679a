// Prints what the page loads first, and fails when it is more script than it may be.
import { readFileSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';
import { root } from './setup.mjs';

const MOST_KILOBYTES = 235;
const MOST_OF_FRONT = 90;
const MOST_OF_PARTS = 15;
const dist = join(root, 'web', 'dist');
const manifest = JSON.parse(readFileSync(join(dist, '.vite', 'manifest.json'), 'utf8'));
const wanted = new Set();
const collect = (key) => {
  if (wanted.has(key)) return;
  wanted.add(key);
  for (const next of manifest[key].imports ?? []) collect(next);
};
collect(Object.keys(manifest).find((key) => manifest[key].isEntry));
const kilobytesOf = (pack) => [...wanted].reduce((sum, key) => sum + pack(join(dist, manifest[key].file)), 0) / 1000;
const zipped = kilobytesOf((file) => gzipSync(readFileSync(file)).length);
const kilobytes = kilobytesOf((file) => statSync(`${file}.br`).size);
console.log(
  `First load: ${kilobytes.toFixed(1)} kB of script as sent (at most ${MOST_KILOBYTES}), ${zipped.toFixed(1)} kB gzipped, in ${wanted.size} files.`,
);
if (kilobytes > MOST_KILOBYTES) process.exitCode = 1;

// What buyers load, gzipped: script and style of the shop front before anything is chosen, and the parts for other pages.
const gzipped = (...path) => gzipSync(readFileSync(join(root, ...path))).length / 1000;
const front = JSON.parse(readFileSync(join(root, 'storefront', 'dist', '.vite', 'manifest.json'), 'utf8'));
const entry = Object.values(front).find(({ isEntry }) => isEntry);
const ofFront = [entry.file, ...(entry.css ?? []), ...(entry.imports ?? []).map((key) => front[key].file)];
const frontKilobytes = ofFront.reduce((sum, file) => sum + gzipped('storefront', 'dist', file), 0);
const partsKilobytes = gzipped('parts', 'dist', 'parts.js');
console.log(
  `Shop front: ${frontKilobytes.toFixed(1)} kB gzipped (at most ${MOST_OF_FRONT}). Parts: ${partsKilobytes.toFixed(1)} kB gzipped (at most ${MOST_OF_PARTS}).`,
);
if (frontKilobytes > MOST_OF_FRONT || partsKilobytes > MOST_OF_PARTS) process.exitCode = 1;
