import { existsSync, readFileSync } from 'node:fs';
import type { AddressInfo } from 'node:net';
import { dirname, resolve } from 'node:path';
import { fileURLToPath } from 'node:url';
import { pino } from 'pino';
import { createApp } from './app.ts';
import { watchServices } from './features/carriers/carrierRoutes.ts';
import { gatewayTo, standIns } from './features/carriers/connections.ts';
import { plantSeed } from './features/seed/seed.ts';
import { openShop } from './openShop.ts';

// The only place that reads the environment and the clock.
const here = dirname(fileURLToPath(import.meta.url));
const port = Number(process.env.PORT ?? 4310);
const HOUR = 3_600_000;
const host = process.env.HOST ?? '127.0.0.1';
const folder = resolve(process.env.OSTRAKON_DATA ?? resolve(here, '../../.ostrakon'));
const carriersUrl = process.env.CARRIERS_URL ?? `http://127.0.0.1:${process.env.CARRIERS_PORT ?? 4311}`;
const seedFile = process.env.OSTRAKON_SEED;
const pages = resolve(here, '../../web/dist');
const log = pino({ level: process.env.LOG_LEVEL ?? 'warn', redact: ['req.headers.authorization', 'req.headers.cookie'] });

if (!Number.isInteger(port) || port < 0 || port > 65_535) {
  process.stderr.write(`PORT must be a whole number from 0 to 65535, got "${process.env.PORT}".\n`);
  process.exit(1);
}

const shop = await openShop(folder, () => new Date().toISOString()).catch((error: Error) => {
  process.stderr.write(`Cannot open the shop's data in ${folder}: ${error.message}. Set OSTRAKON_DATA to a folder that can be written.\n`);
  return process.exit(1);
});
if (seedFile) await plantSeed(shop, () => JSON.parse(readFileSync(seedFile, 'utf8')));

const carriers = standIns(carriersUrl);
const gateway = gatewayTo(carriers, shop.accounts, log);
const app = createApp({ ...shop, carriers, gateway, log, ...(existsSync(pages) && { pages }) });
const server = app.listen(port, host, (error) => {
  if (error) {
    process.stderr.write(`Cannot listen on ${host}:${port}: ${error.message}. Set PORT to a free port.\n`);
    process.exit(1);
  }
  const { port: actual } = server.address() as AddressInfo;
  process.stdout.write(`Ostrakon listens on http://${host}:${actual}\nData is kept in ${folder}\n`);
});

const stopWatching = watchServices({ ...shop, carriers, gateway }, HOUR);

function stop(): void {
  stopWatching();
  server.close(() => {
    void shop.database.close().then(() => process.exit(0));
  });
  server.closeAllConnections();
}
process.on('SIGTERM', stop);
process.on('SIGINT', stop);
