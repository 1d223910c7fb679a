import { createServer, type RequestListener, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';

/** Connections at the same time; more are turned away. */
const MOST_CONNECTIONS = 2000;
const HEADERS_WITHIN_MS = 10_000;
const BODY_WITHIN_MS = 30_000;
/** Longer than whoever stands before the server keeps a connection, so that none is closed just as it is used again. */
const KEPT_ALIVE_MS = 75_000;

/**
 * Listens.
 * @param among where the server is put
 * @returns the address
 * @throws Error in one sentence where that address is not free
 */
export async function listen(among: Server[], answer: RequestListener, host: string, port: number): Promise<string> {
  const limits = { connectionsCheckingInterval: 2000, headersTimeout: HEADERS_WITHIN_MS, requestTimeout: BODY_WITHIN_MS };
  const server = createServer({ ...limits, keepAliveTimeout: KEPT_ALIVE_MS }, answer);
  server.maxConnections = MOST_CONNECTIONS;
  await new Promise<void>((resolve, reject) => {
    server.once('error', ({ message }) =>
      reject(new Error(`Cannot listen on ${host}:${port}: ${message}. Set HOST and PORT to an address that is free.`)),
    );
    server.listen(port, host, resolve);
  });
  among.push(server);
  return `http://${host.includes(':') ? `[${host}]` : host}:${(server.address() as AddressInfo).port}`;
}
