import { join } from 'node:path';
import compression from 'compression';
import express, { type RequestHandler, Router } from 'express';
import helmet from 'helmet';
import { unknownAddress } from './http/problemHandler.ts';

/** Where the shop front is. */
export const FRONT_PATH = '/shop-front';

/** Nothing runs and nothing is asked but what is the shop's own. */
const security = helmet({
  strictTransportSecurity: false,
  contentSecurityPolicy: {
    useDefaults: false,
    directives: {
      defaultSrc: ["'none'"],
      scriptSrc: ["'self'"],
      styleSrc: ["'self'"],
      imgSrc: ["'self'", 'data:'],
      connectSrc: ["'self'"],
      frameAncestors: ["'none'"],
      baseUri: ["'none'"],
      formAction: ["'self'"],
    },
  },
});

const readOnly: RequestHandler = (req, res, next) => {
  res.locals.kind = 'page';
  if (req.method === 'GET' || req.method === 'HEAD') return next();
  res.set('Allow', 'GET, HEAD').status(405).type('text').send('This address can only be read.\n');
};

/** Where the parts for any shop's pages are. */
export const PARTS_PATH = '/public/parts';

/** The parts: one script that any page may load, from wherever it is. */
export function shopParts(folder: string): Router {
  const parts = Router();
  parts.use(readOnly, compression(), (_req, res, next) => {
    res.setHeader('Access-Control-Allow-Origin', '*');
    res.setHeader('Cross-Origin-Resource-Policy', 'cross-origin');
    res.setHeader('X-Content-Type-Options', 'nosniff');
    next();
  });
  parts.use(express.static(folder, { index: false, maxAge: '5m' }));
  parts.use(unknownAddress);
  return parts;
}

/** The built shop front: files, and nothing that is not in them. */
export function shopFront(folder: string): Router {
  const front = Router();
  front.use(readOnly, security, compression());
  front.use('/assets', express.static(join(folder, 'assets'), { immutable: true, maxAge: '1y', index: false }));
  front.use(express.static(folder, { setHeaders: (res) => res.setHeader('Cache-Control', 'no-cache') }));
  front.use(unknownAddress);
  return front;
}
