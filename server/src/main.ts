import { readFileSync } from 'node:fs';
import type { Server } from 'node:http';
import { join, resolve } from 'node:path';
import { destination, pino } from 'pino';
import { PUBLIC_PATH } from './http/doorFacts.ts';
import { listen } from './listen.ts';
import { Metrics } from './metrics.ts';
import { openWithoutOwner } from './openWithoutOwner.ts';
import { partsBy } from './partsBy.ts';
import { SHOP_FILE } from './persistence/sqlite/files.ts';
import { FolderInUse } from './persistence/sqlite/folderLock.ts';
import { troubleOf } from './persistence/sqlite/storageFault.ts';
import { plantSeed } from './seed.ts';
import { readSettings, type Settings } from './settings.ts';
import { ShopServer } from './shopServer.ts';

// The only place that reads the environment and the clock.
const HOUR = 3_600_000;
/** Two signals closer than this are one: a key pressed in a terminal reaches a server and whoever started it. */
const ONE_SIGNAL_MS = 300;
function giveUp(sentence: string): never {
  process.stderr.write(`${sentence}\n`);
  process.exit(1);
}

function settingsOrEnd(): Settings {
  try {
    return readSettings(process.env);
  } catch (error) {
    return giveUp((error as Error).message);
  }
}

const settings = settingsOrEnd();
const folder = resolve(settings.OSTRAKON_DATA ?? resolve(import.meta.dirname, '../../.ostrakon'));
const seedFile = settings.OSTRAKON_SEED;
// Lines go out some at a time: the last of them within a quarter of a second, and all when the server ends.
const log = pino({ level: settings.LOG_LEVEL }, destination({ dest: 1, sync: false, minLength: 4096, periodicFlush: 250 }));

/** Why a shop did not open, and what to do. */
function openingFailed(error: unknown): string {
  if (error instanceof FolderInUse) return error.message;
  const file = join(folder, SHOP_FILE);
  const trouble = error instanceof SyntaxError || (error as Error).name === 'ZodError' ? 'damaged' : troubleOf(error);
  if (trouble === 'damaged')
    return `The shop's file ${file} is damaged, so the server does not start. Move it away and bring a backup back with "npx ostrakon restore FILE --data ${folder}".`;
  return `Cannot open the shop's data in ${folder}: ${(error as Error).message}. Set OSTRAKON_DATA to a folder that can be written and has room.`;
}

const metrics = settings.METRICS_PORT === undefined ? undefined : new Metrics();

const shopServer = await ShopServer.start({
  folder,
  now: () => new Date().toISOString(),
  log,
  ...partsBy(settings),
  ...(metrics && { watch: metrics }),
}).catch((error: unknown) => giveUp(openingFailed(error)));
const open = openWithoutOwner(settings, shopServer.access.people.any);
if (open !== null) {
  await shopServer.close();
  giveUp(open);
}
if (seedFile !== undefined) await plantSeed(shopServer.shop, () => JSON.parse(readFileSync(seedFile, 'utf8')));
shopServer.watchServices(HOUR);
if (shopServer.shop.accounts.all.some(({ keyLost }) => keyLost)) {
  process.stderr.write(
    `The key file that locked the account keys of carriers is not in ${folder}: bring it back, or enter the keys again.\n`,
  );
}

const { PORT, HOST, PUBLIC_PORT, PUBLIC_HOST = HOST, METRICS_PORT } = settings;
const listening: Server[] = [];
try {
  if (PUBLIC_PORT === undefined) {
    const at = await listen(listening, shopServer.app, HOST, PORT);
    process.stdout.write(`Ostrakon listens on ${at}\n`);
  } else {
    const at = await listen(listening, shopServer.ownerApp, HOST, PORT);
    const buyers = await listen(listening, shopServer.publicApp, PUBLIC_HOST, PUBLIC_PORT);
    process.stdout.write(`Ostrakon listens on ${at}\nBuyers' checkouts ask on ${buyers}${PUBLIC_PATH}\n`);
  }
  if (metrics && METRICS_PORT !== undefined) {
    const at = await listen(listening, metrics.answer, '127.0.0.1', METRICS_PORT);
    process.stdout.write(`Metrics are on ${at}/metrics\n`);
  }
  process.stdout.write(`Data is kept in ${folder}\n`);
} catch (error) {
  giveUp((error as Error).message);
}

let asked: number | undefined;

/** The first signal lets what is under way end; a second one does not wait. */
function stop(): void {
  const now = performance.now();
  if (asked !== undefined && now - asked > ONE_SIGNAL_MS) process.exit(1);
  if (asked !== undefined) return;
  asked = now;
  void shopServer.close().then((ended) => {
    log.flush();
    for (const server of listening) {
      server.close();
      server.closeAllConnections();
    }
    process.exit(ended ? 0 : 1);
  });
}
process.on('SIGTERM', stop);
process.on('SIGINT', stop);
