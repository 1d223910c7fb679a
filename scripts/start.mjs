// npm start, and npm run demo [-- --fresh]: installs what is missing, builds, and starts the server.
import { spawn } from 'node:child_process';
import { existsSync, mkdirSync, rmSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { installPackages, root, run } from './setup.mjs';

const demo = process.argv.includes('--demo');
const fresh = process.argv.includes('--fresh');
const unknown = process.argv.slice(2).filter((word) => word !== '--demo' && word !== '--fresh');
if (unknown.length > 0) {
  console.error(`Unknown option ${unknown.join(' ')}. There is only --fresh, to start over.`);
  process.exit(1);
}

installPackages();
run('npm', ['run', '--silent', 'build']);

const data = resolve(process.env.OSTRAKON_DATA ?? join(root, '.ostrakon', demo ? 'demo' : 'shop'));
if (fresh && existsSync(data)) {
  // Not under a server that is running on it.
  const { lockFolder } = await import('../server/dist/persistence/sqlite/folderLock.js');
  try {
    const unlock = lockFolder(data);
    for (const end of ['', '-wal', '-shm']) rmSync(join(data, `ostrakon.sqlite${end}`), { force: true });
    unlock();
  } catch (error) {
    console.error(error.message);
    process.exit(1);
  }
}
// Somebody at a terminal wants to see what goes wrong, not every request.
const env = { LOG_LEVEL: 'warn', ...process.env, OSTRAKON_DATA: data };
if (demo) {
  env.SHOP_FRONT ||= 'open';
  mkdirSync(data, { recursive: true });
  // A shop that is there is left as it is.
  if (!existsSync(join(data, 'ostrakon.sqlite'))) {
    env.OSTRAKON_SEED = join(data, 'seed.json');
    run(process.execPath, ['demo/dist/writeSeed.js', env.OSTRAKON_SEED, '--orders', '4000', '--mail', env.MAILBOX_SMTP_PORT || '4325']);
  }
}

const children = [spawn(process.execPath, ['server/dist/main.js'], { cwd: root, stdio: 'inherit', env })];
// The demo's shop has accounts with stand-in carriers, and sends its e-mails to a stand-in mailbox: services of their own.
if (demo) {
  for (const service of ['carriers', 'mailbox'])
    children.push(spawn(process.execPath, [`${service}/dist/main.js`], { cwd: root, stdio: 'inherit', env }));
}
const stop = (signal) => {
  for (const child of children) child.kill(signal);
};
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => stop(signal));
for (const child of children) {
  child.on('exit', (code) => {
    stop('SIGTERM');
    process.exitCode ||= code ?? 1;
  });
}
