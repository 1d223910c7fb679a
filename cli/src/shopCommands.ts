import { readFileSync, statSync, writeFileSync } from 'node:fs';
import { join, resolve } from 'node:path';
import type { Command } from 'commander';
import { InputFault, type Streams } from './inputFault.ts';
import { folderOf, load, type Options, told, withFolder } from './shopFolder.ts';

const now = () => new Date().toISOString();

async function existingFolder(options: Options): Promise<string> {
  const folder = await folderOf(options);
  if (statSync(join(folder, 'ostrakon.sqlite'), { throwIfNoEntry: false }) === undefined)
    throw new InputFault(`There is no shop in ${folder}. Name its folder with --data.`);
  return folder;
}

function passphraseOf({ passphraseFile }: Options): string | undefined {
  if (passphraseFile === undefined) return undefined;
  let text: string;
  try {
    text = readFileSync(passphraseFile === '-' ? 0 : passphraseFile, 'utf8').replace(/\r?\n$/, '');
  } catch {
    throw new InputFault(`Cannot read the passphrase from ${passphraseFile}.`);
  }
  if (text.length < 8) throw new InputFault('A passphrase has at least 8 characters.');
  return text;
}

async function takeFile(file: string, options: Options, wanted: 'backup' | 'shop'): Promise<string> {
  const { contentsOf, replaceFolder } = await load();
  const folder = await folderOf(options);
  const held = await told(async () => contentsOf(file));
  if (held.kind !== wanted)
    throw new InputFault(`${file} is ${held.kind === 'backup' ? 'a backup: use restore' : 'the document of a shop: use import'}.`);
  const passphrase = passphraseOf(options);
  if (held.keys === 'locked' && passphrase === undefined && !options.withoutKeys)
    throw new InputFault(
      'The account keys in this backup are locked: give --passphrase-file, or --without-keys to enter them again later.',
    );
  const kept = await told(() => replaceFolder(folder, file, { now, passphrase, mayReplace: options.replace === true }));
  return `${held.name || 'The shop'}: revision ${held.revision}, ${held.editions} editions, ${held.products} products, now in ${folder}.\n${kept === null ? '' : `The shop that was there is kept in ${kept}.\n`}`;
}

/** Adds the commands that keep a whole shop in a file. */
export function addShopCommands(program: Command, { stdout }: Streams): void {
  const withReplace = (command: Command) =>
    withFolder(command).option('--replace', 'take the place of a shop that is there; it is kept beside it');
  withFolder(program.command('backup <file>').description('Copy everything of a shop, a running one too, into one file'))
    .option('--passphrase-file <file>', 'lock the account keys in it with the passphrase in a file; - reads standard input')
    .action(async (file: string, options: Options) => {
      const { backUpFolder } = await load();
      const folder = await existingFolder(options);
      await told(() => backUpFolder(folder, resolve(file), now(), passphraseOf(options)));
      stdout.write(`${file}: ${statSync(file).size} bytes\n`);
    });
  withReplace(program.command('restore <file>').description('Bring the shop of a backup back'))
    .option('--passphrase-file <file>', 'the passphrase its account keys are locked with; - reads standard input')
    .option('--without-keys', 'without its account keys, which are entered again later')
    .action(async (file: string, options: Options) => {
      stdout.write(await takeFile(file, options, 'backup'));
    });
  withFolder(program.command('export <file>').description('Write the whole shop as one JSON document; - writes to standard output')).action(
    async (file: string, options: Options) => {
      const { exportFolder } = await load();
      const folder = await existingFolder(options);
      const text = await told(() => exportFolder(folder));
      if (file === '-') stdout.write(text);
      else await told(async () => writeFileSync(file, text));
    },
  );
  withReplace(program.command('import <file>').description('Make the shop of a JSON document')).action(
    async (file: string, options: Options) => {
      stdout.write(await takeFile(file, options, 'shop'));
    },
  );
}
