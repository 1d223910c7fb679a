// npm run mutants [-- count [seed]]: changes the core's arithmetic in one place after the other, and lists what no test notices.
import { spawn } from 'node:child_process';
import { readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join, relative } from 'node:path';
import { installPackages, root } from './setup.mjs';

const [count = 20, seed = 20_261_128] = process.argv.slice(2).map(Number);
const core = join(root, 'core', 'src');
/** The tests of the core take a minute or two. */
const MOST_MS = 240_000;
/** Where numbers are worked out. */
const FOLDERS = ['numbers', 'money', 'measures', 'time', 'places', 'promise', 'quote', 'carriers', 'fitting', 'findings', 'rate-book'];

/** What is changed into what, each only where it stands in code. */
const CHANGES = [
  [/ <= /g, ' < '],
  [/ < (?!\/)/g, ' <= '],
  [/ >= /g, ' > '],
  [/ > /g, ' >= '],
  [/ \+ (?=[\w(])/g, ' - '],
  [/ - (?=[\w(])/g, ' + '],
  [/ \* /g, ' / '],
  [/ && /g, ' || '],
  [/ \|\| /g, ' && '],
  [/Math\.max\(/g, 'Math.min('],
  [/Math\.min\(/g, 'Math.max('],
  [/Math\.ceil\(/g, 'Math.floor('],
  [/Math\.floor\(/g, 'Math.ceil('],
  [/=== null \?/g, '!== null ?'],
  [/\.some\(/g, '.every('],
  [/\.every\(/g, '.some('],
  [/\?\? 0\b/g, '?? 1'],
  [/\btrue\b/g, 'false'],
  [/\bfalse\b/g, 'true'],
];

function filesOf(folder) {
  return readdirSync(folder, { withFileTypes: true }).flatMap((entry) => {
    const path = join(folder, entry.name);
    if (entry.isDirectory()) return filesOf(path);
    return /(?<!\.test|\.generated|\.d)\.ts$/.test(entry.name) ? [path] : [];
  });
}

/** Every place a change could be made; types, imports and comments are passed over. */
function placesIn(path) {
  const text = readFileSync(path, 'utf8');
  const quiet = /^\s*(?:import|export type|type|interface|\/\/|\/?\*)/;
  const places = [];
  let offset = 0;
  for (const line of text.split('\n')) {
    if (!quiet.test(line) && !/=>\s*void|\bz\.|: readonly|'[^']*(?:<|>)[^']*'/.test(line)) {
      for (const [pattern, becomes] of CHANGES) {
        for (const found of line.matchAll(pattern))
          places.push({ path, at: offset + found.index, was: found[0], becomes, line: line.trim() });
      }
    }
    offset += line.length + 1;
  }
  return places;
}

/** Whole numbers that come in the same row for a seed (Park and Miller's minimal standard, 1988). */
let state = seed;
const below = (most) => {
  state = (state * 16_807) % 2_147_483_647;
  return state % most;
};

/** Whether the tests that read a file pass. A change may make them run for ever: then all of them are ended, workers too. */
function passes(path) {
  const args = ['--no-install', 'vitest', 'related', '--run', '--project', 'core', '--bail', '1', path];
  const child = spawn('npx', args, { cwd: root, stdio: 'ignore', detached: true });
  const end = setTimeout(() => process.kill(-child.pid, 'SIGKILL'), MOST_MS);
  return new Promise((resolve) => {
    child.on('exit', (code) => {
      clearTimeout(end);
      resolve(code === 0);
    });
  });
}

installPackages();
const places = FOLDERS.flatMap((folder) => filesOf(join(core, folder)).flatMap(placesIn));
const survivors = [];
for (let nth = 0; nth < count; nth += 1) {
  const { path, at, was, becomes, line } = places[below(places.length)];
  const text = readFileSync(path, 'utf8');
  let noticed = false;
  try {
    writeFileSync(path, text.slice(0, at) + becomes + text.slice(at + was.length));
    noticed = !(await passes(path));
  } finally {
    writeFileSync(path, text);
  }
  const where = relative(core, path);
  console.log(`${noticed ? 'noticed ' : 'SURVIVED'} ${where}: ${was.trim()} → ${becomes.trim()}   ${line.slice(0, 110)}`);
  if (!noticed) survivors.push(where);
}
console.log(`${count - survivors.length} of ${count} changes were noticed; the others are equal in effect, or a hole.`);
