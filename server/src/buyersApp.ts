import { Problem } from '@ostrakon/core';
import { openApi, type PublicRoutes, publicRoutes } from '@ostrakon/core/contract';
import type { RequestHandler } from 'express';
import type { Logger } from 'pino';
import { doorOf, type Handlers } from './http/door.ts';
import { PUBLIC_DOOR } from './http/doorFacts.ts';
import { inTurn } from './http/inTurn.ts';
import { problemHandler, unknownAddress } from './http/problemHandler.ts';
import { admitCaller, type Caller, type PublicLimits, publicGuards, publicParser, publicTurns } from './http/publicDoor.ts';
import type { KeyRing } from './ports/keyRing.ts';

/** All the buyers' door answers but its own description. */
export type BuyersHandlers = Omit<Handlers<PublicRoutes, Caller>, 'GET /openapi.json'>;

/** Behind TLS browsers are told to come back that way alone (RFC 6797). Nobody says so where nothing stands before the server. */
export const overTls: RequestHandler = (req, res, next) => {
  if (('encrypted' in req.socket || req.headers['x-forwarded-proto'] !== undefined) && req.secure)
    res.setHeader('Strict-Transport-Security', 'max-age=31536000');
  next();
};

/** The buyers' door. */
export function buyersApp(handlers: BuyersHandlers, keys: KeyRing, limits: PublicLimits, log: Logger, frontOpen = false): RequestHandler {
  let described: object | undefined;
  const all = {
    ...handlers,
    'GET /openapi.json': () => {
      described ??= openApi(publicRoutes, PUBLIC_DOOR, Problem);
      return described as { openapi: string };
    },
  };
  const rules = { admit: admitCaller(frontOpen), parse: () => publicParser, turn: publicTurns(limits) };
  const door = doorOf(publicRoutes, all as Handlers<PublicRoutes, Caller>, rules);
  const answer = inTurn(overTls, ...publicGuards(keys, limits), door, unknownAddress);
  const tell = problemHandler(log);
  return (req, res, next) => answer(req, res, (error: unknown) => (error ? tell(error, req, res, next) : next()));
}
