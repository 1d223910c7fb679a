import { type ChildProcess, spawn } from 'node:child_process';
import { join } from 'node:path';
import { root } from './places.ts';

/** A server process on a free port, on its own folder; `seed` fills a new shop, '' leaves it empty. */
export function startServer(folder: string, seed: string): Promise<{ child: ChildProcess; url: string }> {
  const child = spawn(process.execPath, [join(root, 'server/dist/main.js')], {
    env: { ...process.env, PORT: '0', HOST: '127.0.0.1', OSTRAKON_DATA: folder, OSTRAKON_SEED: seed },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  return new Promise((resolve, reject) => {
    child.once('exit', (code) => reject(new Error(`the server ended with ${code}`)));
    child.stdout?.on('data', (chunk) => {
      const url = /http:\/\/[\d.:]+/.exec(String(chunk))?.[0];
      if (url) resolve({ child, url });
    });
  });
}
