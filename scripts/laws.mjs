// npm run laws [-- ROUNDS]: every law with seeds of its own, round after round, a server killed 157 times, and one with a
// desk of orders 8 times.
import { spawnSync } from 'node:child_process';
import { randomInt } from 'node:crypto';
import { installPackages, root } from './setup.mjs';

const KILLS = 157;
/** Its test halves them; the list of orders it reads has room for these. */
const DESK_KILLS = 16;
const rounds = Number(process.argv[2] ?? 20);
if (!Number.isInteger(rounds) || rounds < 1) {
  console.error('Say how many rounds as a whole number: npm run laws -- 50');
  process.exit(1);
}

installPackages();
const laws = spawnSync('git', ['grep', '-l', 'fc.assert', '--', '*.test.ts'], { cwd: root, encoding: 'utf8' }).stdout.trim().split('\n');

function vitest(files, env) {
  const { status } = spawnSync('npx', ['--no-install', 'vitest', 'run', '--reporter=dot', ...files], {
    cwd: root,
    stdio: 'inherit',
    env: { ...process.env, ...env },
  });
  return status === 0;
}

let failed = 0;
for (let round = 1; round <= rounds; round += 1) {
  const seed = randomInt(2 ** 31);
  console.log(`\n== round ${round} of ${rounds}, seed ${seed}`);
  if (vitest(laws, { LAWS_SEED: String(seed) })) continue;
  failed += 1;
  console.error(`Again: LAWS_SEED=${seed} npx vitest run`);
}
console.log(`\n== a server killed ${KILLS} times`);
if (!vitest(['server/src/crash.test.ts'], { OSTRAKON_KILLS: String(KILLS) })) failed += 1;
console.log(`\n== one with a desk of orders killed ${DESK_KILLS / 2} times`);
if (!vitest(['server/src/deskCrash.test.ts'], { OSTRAKON_KILLS: String(DESK_KILLS) })) failed += 1;
console.log(`\n${rounds + 2 - failed} rounds held, ${failed} did not`);
process.exitCode = failed === 0 ? 0 : 1;
