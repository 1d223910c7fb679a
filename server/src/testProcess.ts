import { type ChildProcess, spawn } from 'node:child_process';
import { join } from 'node:path';

export interface ServerProcess {
  readonly child: ChildProcess;
  /** Where it listens. */
  readonly url: Promise<string>;
  /** Its exit code; null where a signal ended it. */
  readonly ended: Promise<number | null>;
  /** All it said so far. */
  said(): string;
}

const serverFolder = join(import.meta.dirname, '..');

/** A server process of its own on a free port, with the settings given. */
export function startProcess(folder: string, settings: Readonly<Record<string, string>> = {}): ServerProcess {
  const child = spawn(process.execPath, ['--import', 'tsx', '--conditions=ostrakon-source', 'src/main.ts'], {
    cwd: serverFolder,
    env: { ...process.env, PORT: '0', HOST: '127.0.0.1', OSTRAKON_DATA: folder, OSTRAKON_SEED: '', LOG_LEVEL: 'silent', ...settings },
    stdio: ['ignore', 'pipe', 'pipe'],
  });
  let said = '';
  let found: (url: string) => void;
  let failed: (error: Error) => void;
  const url = new Promise<string>((resolve, reject) => {
    found = resolve;
    failed = reject;
  });
  url.catch(() => undefined);
  const hear = (chunk: Buffer) => {
    said += String(chunk);
    const address = /http:\/\/[\d.:]+/.exec(said)?.[0];
    if (address) found(address);
  };
  child.stdout?.on('data', hear);
  child.stderr?.on('data', hear);
  const ended = new Promise<number | null>((resolve) => {
    child.once('close', (code) => {
      failed(new Error(`the server ended with ${code}: ${said}`));
      resolve(code);
    });
  });
  return { child, url, ended, said: () => said };
}
