// What the command line needs of the server: people of a shop no server runs on, and one edition served by itself.
import type { Server } from 'node:http';
import type { EditionFile, OneTimeLink, Role } from '@ostrakon/core/contract';
import { destination, pino } from 'pino';
import { Access } from './access.ts';
import { frozenApp } from './frozenEdition.ts';
import { listen } from './listen.ts';
import { Metrics } from './metrics.ts';
import { lockFolder } from './persistence/sqlite/folderLock.ts';
import type { Settings } from './settings.ts';

export { VERSION } from './version.ts';

async function withAccess<T>(folder: string, work: (access: Access) => Promise<T>): Promise<T> {
  const unlock = lockFolder(folder);
  try {
    const access = await Access.open(folder, () => new Date().toISOString());
    try {
      return await work(access);
    } finally {
      await access.close();
    }
  } finally {
    unlock();
  }
}

/** Who makes what the command line does. */
const COMMAND_LINE = 'command line';

/** Invites somebody; the first of a shop is an owner. */
export const addPerson = (folder: string, name: string, role: Role): Promise<OneTimeLink> =>
  withAccess(folder, async ({ people, audit }) => {
    const { person, link } = await people.invite({ name, role, mayPublish: role === 'owner' });
    await audit.record(COMMAND_LINE, 'personInvited', `${person.name}, ${person.role}`);
    return link;
  });

/** Everybody who may come in, one line each. */
export const listPeople = (folder: string): Promise<string[]> =>
  withAccess(folder, async ({ people }) =>
    people.list().map(({ name, role, invited, secondFactor, seenAt }) => {
      const facts = [role, ...(invited ? ['invited'] : []), ...(secondFactor ? ['second factor'] : []), `last seen ${seenAt ?? 'never'}`];
      return `${name}: ${facts.join(', ')}`;
    }),
  );

/** A one-time address for another password; null where nobody has the name. */
export const resetPerson = (folder: string, name: string): Promise<OneTimeLink | null> =>
  withAccess(folder, async ({ people, audit }) => {
    const row = people.named(name);
    if (!row) return null;
    await audit.record(COMMAND_LINE, 'linkMade', row.name);
    return people.link(row.id);
  });

/**
 * Serves one edition by the settings of the environment.
 * @returns where it listens, and what ends it
 */
export async function serveEdition(file: EditionFile, settings: Settings): Promise<{ said: string; close(): void }> {
  const { HOST, PORT, METRICS_PORT, TRUST_PROXY, QUESTIONS_PER_MINUTE, LOG_LEVEL } = settings;
  const metrics = METRICS_PORT === undefined ? undefined : new Metrics();
  const app = frozenApp({
    file,
    now: () => new Date().toISOString(),
    log: pino({ level: LOG_LEVEL }, destination({ dest: 1, sync: false })),
    ...(QUESTIONS_PER_MINUTE !== undefined && { limits: { perMinute: QUESTIONS_PER_MINUTE } }),
    ...(TRUST_PROXY !== undefined && { trustProxy: TRUST_PROXY }),
    ...(metrics && { watch: metrics }),
  });
  const servers: Server[] = [];
  const at = await listen(servers, app, HOST, PORT);
  if (metrics && METRICS_PORT !== undefined) await listen(servers, metrics.answer, '127.0.0.1', METRICS_PORT);
  const close = () => {
    for (const server of servers) server.close();
  };
  return { said: `Edition ${file.edition.number} answers on ${at}/public/v1`, close };
}
