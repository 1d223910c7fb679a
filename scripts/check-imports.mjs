// Holds core to its levels, and sees that every import rule bites: plants files that break each of them, and wants all refused.
import { spawnSync } from 'node:child_process';
import { mkdirSync, rmSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { breachesIn } from './core-levels.mjs';
import { root } from './setup.mjs';

const core = join(root, 'core/src');
const breaches = breachesIn(core);
for (const breach of breaches) console.error(breach);
if (breaches.length > 0) process.exit(1);

/** Faults against the levels of core, each by itself: what is planted, and what must be said of it. */
const plantedLevels = [
  [{ 'money/planted-up.ts': "import '../quote/request.ts';\n" }, 'lies above it'],
  [{ 'measures/planted-type-up.ts': "import type { Card } from '../rate-book/card.ts';\nexport type Held = Card;\n" }, 'lies above it'],
  [
    { 'places/planted-side.ts': "import '../goods/product.ts';\n", 'goods/planted-side.ts': "import '../places/place.ts';\n" },
    'a circle of folders',
  ],
  [
    { 'time/planted-a.ts': "import type {} from './planted-b.ts';\n", 'time/planted-b.ts': "import type {} from './planted-a.ts';\n" },
    'a circle of files',
  ],
  [{ 'planted-folder/thing.ts': 'export const thing = 1;\n' }, 'has no level'],
];

function missedLevels() {
  return plantedLevels.filter(([files, words]) => {
    const paths = Object.keys(files).map((file) => join(core, file));
    try {
      for (const [file, text] of Object.entries(files)) {
        mkdirSync(dirname(join(core, file)), { recursive: true });
        writeFileSync(join(core, file), text);
      }
      return !breachesIn(core).some((breach) => breach.includes(words));
    } finally {
      for (const path of paths) rmSync(path, { force: true });
      rmSync(join(core, 'planted-folder'), { recursive: true, force: true });
    }
  });
}

const planted = [
  ['core/src/planted-node.ts', "import 'node:fs';\n", 'noNodejsModules'],
  ['core/src/planted-server.ts', "import '@ostrakon/server';\n", 'noRestrictedImports'],
  ['core/src/planted-clock.ts', 'export const now = () => new Date();\n', 'noRestrictedGlobals'],
  ['core/src/planted-package.ts', "import 'left-pad';\n", 'noUndeclaredDependencies'],
  ['carriers/src/planted-core.ts', "import '@ostrakon/core';\n", 'noRestrictedImports'],
  ['server/src/planted-carriers.ts', "import '../../carriers/src/app.ts';\n", 'noRestrictedImports'],
  ['cli/src/planted-web.ts', "import '@ostrakon/web';\n", 'noRestrictedImports'],
  ['cli/src/planted-inside.ts', "import '../../server/src/app.ts';\n", 'noRestrictedImports'],
  ['server/src/planted-web.ts', "import '@ostrakon/web';\n", 'noRestrictedImports'],
  ['web/src/planted-server.ts', "import '@ostrakon/server';\n", 'noRestrictedImports'],
  ['storefront/src/planted-core.ts', "import '@ostrakon/core';\n", 'noRestrictedImports'],
  ['parts/src/planted-server.ts', "import '@ostrakon/server';\n", 'noRestrictedImports'],
  ['web/src/planted-core.ts', "import '../../core/src/index.ts';\n", 'noRestrictedImports'],
  ['web/src/features/lane/planted-feature.ts', "import '../service/ServiceScreen.tsx';\n", 'noRestrictedImports'],
  ['server/src/features/draft/planted-feature.ts', "import '../goods/goodsStore.ts';\n", 'noRestrictedImports'],
  ['web/src/planted-cycle.ts', "import './planted-cycle-2.ts';\nexport const a = 1;\n", 'noImportCycles'],
  ['web/src/planted-cycle-2.ts', "import './planted-cycle.ts';\nexport const b = 1;\n", 'noImportCycles'],
];

const files = planted.map(([file]) => join(root, file));
let faults = [];
try {
  for (const [file, text] of planted) writeFileSync(join(root, file), text);
  const { stdout } = spawnSync(
    'npx',
    ['--no-install', 'biome', 'lint', '--reporter=json', '--max-diagnostics=200', ...planted.map(([file]) => file)],
    {
      cwd: root,
      encoding: 'utf8',
    },
  );
  const { diagnostics } = JSON.parse(stdout);
  const said = diagnostics.map((one) => `${one.location.path?.file ?? one.location.path} ${one.category}`);
  faults = planted.filter(([file, , rule]) => !said.some((line) => line.includes(file) && line.includes(rule)));
} finally {
  for (const file of files) rmSync(file, { force: true });
}
for (const [file, , rule] of faults) console.error(`The linter did not refuse ${file} by ${rule}.`);
const missed = missedLevels();
for (const [files] of missed) console.error(`The levels of core did not refuse ${Object.keys(files).join(', ')}.`);
if (faults.length + missed.length > 0) process.exit(1);
console.log(`Import directions: core keeps its levels; all ${planted.length + plantedLevels.length} planted faults were refused.`);
