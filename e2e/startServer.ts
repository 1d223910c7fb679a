import { type ChildProcess, spawn } from 'node:child_process';
import { join } from 'node:path';
import { root } from './places.ts';

export interface Started {
  readonly child: ChildProcess;
  readonly url: string;
}

/** A process of ours, once it has said where it listens. */
function start(script: string, env: Readonly<Record<string, string>>): Promise<Started> {
  const child = spawn(process.execPath, [join(root, script)], {
    env: { ...process.env, HOST: '127.0.0.1', ...env },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  return new Promise((resolve, reject) => {
    child.once('exit', (code) => reject(new Error(`${script} ended with ${code}`)));
    child.stdout?.on('data', (chunk) => {
      const url = /http:\/\/[\d.:]+/.exec(String(chunk))?.[0];
      if (url) resolve({ child, url });
    });
  });
}

/** The stand-in carriers on a free port. */
export const startCarriers = (): Promise<Started> => start('carriers/dist/main.js', { CARRIERS_PORT: '0' });

/** A server process on a free port, on its own folder; `seed` fills a new shop, '' leaves it empty. */
export const startServer = (
  folder: string,
  seed: string,
  carriers: string,
  more: Readonly<Record<string, string>> = {},
): Promise<Started> =>
  start('server/dist/main.js', {
    PORT: '0',
    OSTRAKON_DATA: folder,
    OSTRAKON_SEED: seed,
    CARRIERS_URL: carriers,
    LOG_LEVEL: 'error',
    ...more,
  });

/** Ends a process of ours without a word. */
export function stop({ child }: Started): void {
  child.removeAllListeners('exit');
  child.kill('SIGTERM');
}
