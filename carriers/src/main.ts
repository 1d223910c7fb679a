import type { AddressInfo } from 'node:net';
import { createCarriers } from './app.ts';

const port = Number(process.env.CARRIERS_PORT ?? 4311);
const host = process.env.HOST ?? '127.0.0.1';
if (!Number.isInteger(port) || port < 0 || port > 65_535) {
  process.stderr.write(`CARRIERS_PORT must be a whole number from 0 to 65535, got "${process.env.CARRIERS_PORT}".\n`);
  process.exit(1);
}
const server = createCarriers().listen(port, host, (error) => {
  if (error) {
    process.stderr.write(`The carriers cannot listen on ${host}:${port}: ${error.message}. Set CARRIERS_PORT to a free port.\n`);
    process.exit(1);
  }
  process.stdout.write(`Carriers listen on http://${host}:${(server.address() as AddressInfo).port}\n`);
});
for (const signal of ['SIGTERM', 'SIGINT'] as const) {
  process.on(signal, () => {
    server.close(() => process.exit(0));
    server.closeAllConnections();
  });
}
