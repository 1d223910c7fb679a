// npm test: everything, on a fresh machine too. Ends with the line "N passed, N failed".
import { spawnSync } from 'node:child_process';
import { mkdirSync, readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { installChromium, installPackages, root } from './setup.mjs';

const results = join(root, 'test-results');
const unitFile = join(results, 'unit.json');
const e2eFile = join(results, 'e2e.json');
const totals = { passed: 0, failed: 0 };

function step(name, command, args) {
  console.log(`\n== ${name}`);
  const began = performance.now();
  const { status } = spawnSync(command, args, { cwd: root, stdio: 'inherit' });
  console.log(`== ${name}: ${status === 0 ? 'done' : 'FAILED'} in ${((performance.now() - began) / 1000).toFixed(1)} s`);
  return status === 0;
}

function report(file) {
  try {
    return JSON.parse(readFileSync(file, 'utf8'));
  } catch {
    return null;
  }
}

/** A step that failed without a single failed test to show for it counts as one failure. */
function count(ok, passed, failed) {
  totals.passed += passed;
  totals.failed += ok ? failed : Math.max(1, failed);
}

installPackages();
installChromium();
rmSync(results, { recursive: true, force: true });
mkdirSync(results, { recursive: true });

const npx = (...args) => ['npx', ['--no-install', ...args]];
const sound = [
  step('lint and format', ...npx('biome', 'ci', '.')),
  step('import directions', process.execPath, ['scripts/check-imports.mjs']),
  step('types and build', 'npm', ['run', '--silent', 'build']),
];
for (const ok of sound) count(ok, 0, 0);

const unit = step('unit tests', ...npx('vitest', 'run', '--reporter=default', '--reporter=json', `--outputFile.json=${unitFile}`));
const unitReport = report(unitFile);
count(unit && (unitReport?.numPassedTests ?? 0) > 0, unitReport?.numPassedTests ?? 0, unitReport?.numFailedTests ?? 0);

if (sound.at(-1)) {
  const browser = step('browser tests', ...npx('playwright', 'test', '--config', 'e2e/playwright.config.ts'));
  const stats = report(e2eFile)?.stats;
  count(browser && (stats?.expected ?? 0) > 0, stats?.expected ?? 0, (stats?.unexpected ?? 0) + (stats?.flaky ?? 0));
}

console.log(`\n${totals.passed} passed, ${totals.failed} failed`);
process.exit(totals.failed === 0 ? 0 : 1);
