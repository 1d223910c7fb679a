import { isIPv4 } from 'node:net';
import type { Request, RequestHandler } from 'express';
import { HttpProblem } from './problems.ts';

const WRITES = new Set(['POST', 'PUT', 'PATCH', 'DELETE']);

/** The host of a Host header, without port, in small letters; null where there is none that can be understood. */
function hostName(host: string | undefined): string | null {
  if (host === undefined || !URL.canParse(`http://${host}`)) return null;
  const { hostname, pathname, username } = new URL(`http://${host}`);
  return pathname === '/' && username === '' ? hostname : null;
}

/** RFC 6761, section 6.3, RFC 1122, section 3.2.1.3 and RFC 4291, section 2.5.3: names and addresses of this machine itself. */
export function isLoopback(name: string): boolean {
  return name === 'localhost' || name.endsWith('.localhost') || name === '[::1]' || (isIPv4(name) && name.startsWith('127.'));
}

/** Whether a browser says that a request comes from a page of another site; programs that are no browser say nothing of it. */
function fromElsewhere({ headers }: Request): boolean {
  if (headers['sec-fetch-site'] === 'cross-site') return true;
  const { origin, host } = headers;
  if (origin === undefined) return false;
  return !URL.canParse(origin) || new URL(origin).host !== host;
}

/**
 * Keeps pages of strangers, opened in the owner's browser, from acting as the owner: a page that has its own name point here
 * still says that name as Host, and one that sends from elsewhere says so in Origin and Sec-Fetch-Site.
 * @param hosts names the server goes by besides those of this machine
 * @param writes whose changes are taken: those of the shop's own pages, or anybody's where nothing can be changed
 */
export function keepStrangersOut(hosts: readonly string[], { writes }: { writes: 'own' | 'anybody' } = { writes: 'own' }): RequestHandler {
  const known = new Set(hosts);
  return (req, _res, next) => {
    const name = hostName(req.headers.host);
    if (name === null || !(isLoopback(name) || known.has(name))) {
      throw new HttpProblem('foreign-request', 'The server does not go by the name it was asked under. Names are set with OSTRAKON_HOSTS.');
    }
    if (writes === 'own' && WRITES.has(req.method) && fromElsewhere(req)) {
      throw new HttpProblem('foreign-request', 'Changes are taken from the shop’s own pages only, not from another site.');
    }
    next();
  };
}
