import { Agent, request } from 'node:http';
import type { HostileRequest } from './hostileRequests.ts';

/** How long an answer may take before it counts as none. */
const HANGS_MS = 10_000;

/** Sends a request as it is, over connections that stay open. */
export function rawSender(port: number) {
  const agent = new Agent({ keepAlive: true, maxSockets: 8 });
  const once = ({ method, path, headers, body }: HostileRequest): Promise<{ status: number; text: string }> =>
    new Promise((resolve, reject) => {
      const asked = request({ port, host: '127.0.0.1', method, path, agent, headers: { host: 'localhost', ...headers } }, (answer) => {
        const parts: Buffer[] = [];
        answer.on('data', (part: Buffer) => parts.push(part));
        answer.on('end', () => resolve({ status: answer.statusCode ?? 0, text: Buffer.concat(parts).toString('latin1') }));
      });
      asked.setTimeout(HANGS_MS, () => asked.destroy(new Error(`${method} ${path} was not answered`)));
      asked.on('error', reject);
      asked.end(body ?? undefined);
    });
  // A connection may be closed just as it is used again: that says nothing of the request.
  const send = (asked: HostileRequest) =>
    once(asked).catch((error: NodeJS.ErrnoException) => (error.code === 'ECONNRESET' ? once(asked) : Promise.reject(error)));
  return { send, close: () => agent.destroy() };
}

/** What is wrong with an answer to a stranger; null where nothing is. */
export function harmIn({ status, text }: { status: number; text: string }): string | null {
  // 503 and 507 say that it is too much, or that the disk is: words for that are no harm.
  if (status >= 500 && status !== 503) return `answered ${status} ${text.slice(0, 300)}`;
  if (/\n\s+at .+:\d+:\d+|node_modules|SQLITE_/.test(text)) return `tells of the inside: ${text.slice(0, 300)}`;
  return null;
}
