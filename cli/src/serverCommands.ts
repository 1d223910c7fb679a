import { statSync } from 'node:fs';
import { RATE_BOOK_FORMAT, readRateBook } from '@ostrakon/core';
import { EditionFile, PersonName, Role } from '@ostrakon/core/contract';
import type { Command } from 'commander';
import { InputFault, type Streams } from './inputFault.ts';
import { parseAs } from './readFiles.ts';
import { folderOf, type Options, told, withFolder } from './shopFolder.ts';

// The server's own packages are loaded only by the commands that need them.
const load = () => import('@ostrakon/server/command-line');

async function folderThere(options: Options): Promise<string> {
  const folder = await folderOf(options);
  if (statSync(folder, { throwIfNoEntry: false })?.isDirectory()) return folder;
  throw new InputFault(`There is no folder ${folder}. Start the shop once, or name its folder with --data.`);
}

const until = (instant: string) => `${instant.slice(0, 10)} ${instant.slice(11, 16)} UTC`;

function addPersonCommands(program: Command, { stdout }: Streams): void {
  const person = program.command('person').description('The people of a shop no server runs on');
  withFolder(person.command('add <name>').description('Invite somebody; prints the address at which they choose their password'))
    .option('--role <role>', `what they may do: ${Role.options.join(', ')}`, 'owner')
    .action(async (name: string, { role, ...options }: Options & { role: string }) => {
      const [read, as] = [PersonName.safeParse(name), Role.safeParse(role)];
      if (!read.success) throw new InputFault(`${read.error.issues[0]?.message}.`);
      if (!as.success) throw new InputFault(`A role is one of ${Role.options.join(', ')}.`);
      const { addPerson } = await load();
      const folder = await folderThere(options);
      const link = await told(() => addPerson(folder, read.data, as.data));
      stdout.write(`Start the server and open this path of it, until ${until(link.until)}:\n${link.path}\n`);
    });
  withFolder(person.command('list').description('Who may come in')).action(async (options: Options) => {
    const { listPeople } = await load();
    const folder = await folderThere(options);
    const lines = await told(() => listPeople(folder));
    stdout.write(
      lines.length === 0 ? 'Nobody yet: whoever reaches the shop on this machine may do everything.\n' : `${lines.join('\n')}\n`,
    );
  });
  withFolder(
    person.command('reset <name>').description('An address at which somebody chooses another password; their second factor ends with it'),
  ).action(async (name: string, options: Options) => {
    const { resetPerson } = await load();
    const folder = await folderThere(options);
    const link = await told(() => resetPerson(folder, name));
    if (link === null) throw new InputFault(`Nobody is called “${name}” here. "npx ostrakon person list" says who there is.`);
    stdout.write(`Start the server and open this path of it, until ${until(link.until)}:\n${link.path}\n`);
  });
}

/** The file of an edition, its book brought forward where it is of an older format. */
function editionFile(value: unknown): EditionFile {
  const { book } = value as { book?: { format?: unknown } };
  const forward = book?.format === RATE_BOOK_FORMAT ? value : { ...(value as object), book: readRateBook(book) };
  return EditionFile.parse(forward);
}

/** Adds the commands about people and the server. */
export function addServerCommands(program: Command, streams: Streams): void {
  addPersonCommands(program, streams);
  program
    .command('serve <edition>')
    .description(
      'Answer buyers’ questions from the file of one edition, with no database; HOST, PORT and the other settings as for the server',
    )
    .action(async (file: string) => {
      const [{ serveEdition }, { readSettings }] = await Promise.all([load(), import('@ostrakon/server/shop-file')]);
      const settings = await told(async () => {
        try {
          return readSettings(process.env);
        } catch (error) {
          throw new InputFault((error as Error).message);
        }
      });
      const { said, close } = await serveEdition(parseAs(file, editionFile), settings).catch((error: unknown) => {
        throw error instanceof InputFault ? error : new InputFault((error as Error).message);
      });
      streams.stdout.write(`${said}\n`);
      await new Promise<void>((resolve) => {
        for (const signal of ['SIGTERM', 'SIGINT'] as const) process.once(signal, resolve);
      });
      close();
    });
}
