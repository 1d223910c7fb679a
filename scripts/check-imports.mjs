// Sees that the linter's import rules bite: plants files that break each of them, and wants every one refused.
import { spawnSync } from 'node:child_process';
import { rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { root } from './setup.mjs';

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
  ['web/src/planted-core.ts', "import '../../core/src/index.ts';\n", 'noRestrictedImports'],
  ['web/src/features/lane/planted-feature.ts', "import '../bench/BenchPanel.tsx';\n", 'noRestrictedImports'],
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
if (faults.length > 0) process.exit(1);
console.log(`Import directions: all ${planted.length} planted faults were refused.`);
