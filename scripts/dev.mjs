// npm run dev: the server from source, restarted on change, and the page with hot reload, on the demo's data.
import { spawn } from 'node:child_process';
import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { installPackages, root, run } from './setup.mjs';

installPackages();
const data = process.env.OSTRAKON_DATA ?? join(root, '.ostrakon', 'dev');
mkdirSync(data, { recursive: true });
const seed = join(data, 'seed.json');
const tsx = ['--import', 'tsx', '--conditions=ostrakon-source'];
run(process.execPath, [...tsx, 'demo/src/writeSeed.ts', seed]);

const env = { ...process.env, OSTRAKON_DATA: data, OSTRAKON_SEED: seed };
const children = [
  spawn(process.execPath, ['--watch', ...tsx, 'server/src/main.ts'], { cwd: root, stdio: 'inherit', env }),
  spawn(process.execPath, ['--watch', ...tsx, 'carriers/src/main.ts'], { cwd: root, stdio: 'inherit', env }),
  spawn('npm', ['run', 'dev', '--workspace', 'web'], { cwd: root, stdio: 'inherit', env }),
];
const stop = () => {
  for (const child of children) child.kill('SIGTERM');
};
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, stop);
for (const child of children) child.on('exit', stop);
