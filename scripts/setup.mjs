// What every command does first: see that Node and npm are new enough, and install what is missing.
import { execFileSync, spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

export const root = join(dirname(fileURLToPath(import.meta.url)), '..');

const atLeast = (version, major, minor) => {
  const [have = 0, part = 0] = version.replace(/^v/, '').split('.').map(Number);
  return have > major || (have === major && part >= minor);
};

function fail(sentence) {
  console.error(sentence);
  process.exit(1);
}

/** Runs a command in the project, its output shown; ends this process when it fails. */
export function run(command, args, more = {}) {
  const { status, error } = spawnSync(command, args, { cwd: root, stdio: 'inherit', ...more });
  if (error) fail(`Cannot run ${command}: ${error.message}`);
  if (status !== 0) process.exit(status ?? 1);
}

/** Runs a command. @returns whether it succeeded */
const attempt = (command, args) => spawnSync(command, args, { cwd: root, stdio: 'inherit' }).status === 0;

export function installPackages() {
  if (!atLeast(process.version, 20, 19))
    fail(`Ostrakon needs Node.js 20.19 or newer; this is ${process.version}. Install a newer Node.js and try again.`);
  const npm = execFileSync('npm', ['--version'], { encoding: 'utf8', stdio: ['ignore', 'pipe', 'ignore'] }).trim();
  if (!atLeast(npm, 11, 0)) fail(`Ostrakon needs npm 11 or newer; this is ${npm}. Run "npm install -g npm@11" and try again.`);
  const lock = createHash('sha256')
    .update(readFileSync(join(root, 'package-lock.json')))
    .digest('hex');
  const stamp = join(root, 'node_modules', '.ostrakon-lock');
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === lock) return;
  console.log('Installing packages. The database driver is compiled, which takes a minute or two.');
  run('npm', ['ci', '--no-audit', '--no-fund']);
  writeFileSync(stamp, lock);
}

const CHROMIUM = '/usr/bin/chromium';
const WITHOUT_WINDOW = 'chromium-headless-shell';

/** Debian's Chromium, for the browser tests: the one without a window of its own, or whichever is there. */
export function installChromium() {
  if (process.env.CHROMIUM_PATH || existsSync(`/usr/bin/${WITHOUT_WINDOW}`)) return;
  const mayInstall = process.getuid?.() === 0 && existsSync('/usr/bin/apt-get');
  const isInstalled =
    mayInstall && attempt('apt-get', ['update']) && attempt('apt-get', ['install', '-y', '--no-install-recommends', WITHOUT_WINDOW]);
  if (isInstalled || existsSync(CHROMIUM)) return;
  fail(
    `The browser tests need Chromium at /usr/bin/${WITHOUT_WINDOW} or ${CHROMIUM}. Install it (on Debian: "apt-get install ${WITHOUT_WINDOW}" as root), or set CHROMIUM_PATH.`,
  );
}
