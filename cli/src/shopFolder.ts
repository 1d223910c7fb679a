import { dirname, join, resolve } from 'node:path';
import { fileURLToPath } from 'node:url';
import type { Command } from 'commander';
import { InputFault } from './inputFault.ts';

// The database driver is loaded only by the commands that need it.
export const load = () => import('@ostrakon/server/shop-file');

export interface Options {
  readonly data?: string;
  readonly passphraseFile?: string;
  readonly withoutKeys?: boolean;
  readonly replace?: boolean;
}

const project = join(dirname(fileURLToPath(import.meta.url)), '..', '..');

export async function folderOf({ data }: Options): Promise<string> {
  const { readSettings } = await load();
  return resolve(data ?? readSettings({ OSTRAKON_DATA: process.env.OSTRAKON_DATA }).OSTRAKON_DATA ?? join(project, '.ostrakon', 'shop'));
}

export const withFolder = (command: Command) =>
  command.option('--data <folder>', 'the shop’s data folder; else OSTRAKON_DATA, else that of npm start');

/** What can go wrong with files and folders, in a sentence. */
export async function told<T>(work: () => Promise<T>): Promise<T> {
  const { FolderInUse, FolderTaken, HttpProblem, StorageFault } = await load();
  try {
    return await work();
  } catch (error) {
    if (error instanceof FolderTaken)
      throw new InputFault(`${error.message} With --replace the new one takes its place, and it is kept beside it.`);
    if (error instanceof FolderInUse || error instanceof HttpProblem) throw new InputFault(error.message);
    if (error instanceof StorageFault) throw new InputFault(`${error.message}: ${(error.cause as Error | undefined)?.message ?? ''}`);
    if ((error as NodeJS.ErrnoException).code !== undefined) throw new InputFault((error as Error).message);
    throw error;
  }
}
