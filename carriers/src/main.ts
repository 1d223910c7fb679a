import type { AddressInfo } from 'node:net';
import { createCarriers } from './app.ts';
import { readSettings } from './settings.ts';

function settingsOrEnd(): ReturnType<typeof readSettings> {
  try {
    return readSettings(process.env);
  } catch (error) {
    process.stderr.write(`${(error as Error).message}\n`);
    return process.exit(1);
  }
}

const { CARRIERS_PORT: port, HOST: host } = settingsOrEnd();
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
