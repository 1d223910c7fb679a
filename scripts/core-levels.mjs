// Holds core to its levels: a folder imports from its own level and from those below, never upward, and never in a circle, types included.
import { readdirSync, readFileSync } from 'node:fs';
import { dirname, join, normalize, relative } from 'node:path';

/** Folders of core by level, the ground first. */
export const LEVELS = [
  ['names', 'json', 'once', 'numbers'],
  ['money', 'measures', 'time'],
  ['places', 'goods', 'packing', 'icalendar'],
  ['dispatch', 'rounds', 'counters', 'carriers', 'rate-book', 'releases'],
  ['promise', 'quote', 'commands', 'changes'],
  ['coverage', 'findings', 'effect', 'trials', 'surveys', 'fitting', 'orders', 'replay', 'recipes'],
  ['contract', 'testing', '.'],
];

const levelOf = (folder) => LEVELS.findIndex((folders) => folders.includes(folder));

function filesOf(folder) {
  return readdirSync(folder, { withFileTypes: true }).flatMap((entry) => {
    const path = join(folder, entry.name);
    if (entry.isDirectory()) return filesOf(path);
    return path.endsWith('.ts') && !path.endsWith('.test.ts') && !path.endsWith('.d.ts') ? [path] : [];
  });
}

const folderOf = (file) => (file.includes('/') ? file.slice(0, file.indexOf('/')) : '.');

/** Every import of a neighbour, types included, by file; paths relative to the root. */
function importsIn(root) {
  return new Map(
    filesOf(root).map((path) => {
      const targets = [...readFileSync(path, 'utf8').matchAll(/(?:from|import\(|import)\s*'(\.[^']+)'/g)];
      return [relative(root, path), targets.map(([, target]) => relative(root, normalize(join(dirname(path), target))))];
    }),
  );
}

/** A way from a thing back to itself, or null. */
function circleIn(arrows) {
  const done = new Set();
  const walk = (at, way) => {
    const begun = way.indexOf(at);
    if (begun !== -1) return [...way.slice(begun), at];
    if (done.has(at)) return null;
    for (const next of arrows.get(at) ?? []) {
      const circle = walk(next, [...way, at]);
      if (circle) return circle;
    }
    done.add(at);
    return null;
  };
  for (const at of arrows.keys()) {
    const circle = walk(at, []);
    if (circle) return circle;
  }
  return null;
}

/** Every breach, as a sentence. */
export function breachesIn(root) {
  const imports = importsIn(root);
  const breaches = [];
  const folders = new Map();
  for (const [file, targets] of imports) {
    const from = folderOf(file);
    if (levelOf(from) === -1) breaches.push(`${file}: the folder ${from} has no level`);
    for (const target of targets) {
      const to = folderOf(target);
      if (to === from) continue;
      if (levelOf(to) > levelOf(from)) breaches.push(`${file} imports ${target}, which lies above it`);
      folders.set(from, new Set(folders.get(from)).add(to));
    }
  }
  for (const [what, arrows] of [
    ['folders', folders],
    ['files', imports],
  ]) {
    const circle = circleIn(arrows);
    if (circle) breaches.push(`a circle of ${what}: ${circle.join(' → ')}`);
  }
  return breaches;
}
