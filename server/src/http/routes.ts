import { type Request, type RequestHandler, Router } from 'express';
import type { RouteParameters } from 'express-serve-static-core';
import { HttpProblem } from './problems.ts';

const METHODS = ['get', 'post', 'put', 'patch', 'delete'] as const;

export type Methods = Router;

/** What an address does, by the method it is asked with. */
type Address<Path extends string = string> = Partial<Record<(typeof METHODS)[number], RequestHandler<RouteParameters<Path>>>>;

const allowed = (address: Address): string[] =>
  METHODS.filter((method) => address[method] !== undefined).flatMap((method) =>
    method === 'get' ? ['GET', 'HEAD'] : [method.toUpperCase()],
  );

const requireJson: RequestHandler = (req: Request, _res, next) => {
  if (req.is('application/json') === false) throw new HttpProblem('media-type', 'Send the request body as application/json.');
  next();
};

/**
 * A router from a table of addresses. Asked with another method, an address says which it takes (RFC 9110, section 15.5.6);
 * of two that fit, the one written first answers.
 * @param bodies what a body must be: JSON, or whatever the handler makes of it
 */
export function routes<Path extends string>(table: { readonly [P in Path]: Address<P> }, bodies: 'json' | 'any' = 'json'): Methods {
  const router = Router();
  for (const [path, address] of Object.entries<Address>(table as unknown as Readonly<Record<string, Address>>)) {
    const route = router.route(path);
    for (const method of METHODS) {
      const handler = address[method];
      if (handler) route[method](...(bodies === 'json' && method !== 'get' ? [requireJson] : []), handler as RequestHandler);
    }
    const allow = [...allowed(address), 'OPTIONS'].join(', ');
    route.all((req, res) => {
      res.set('Allow', allow);
      if (req.method !== 'OPTIONS') throw new HttpProblem('method-not-allowed', `This address takes ${allow}, not ${req.method}.`);
      res.status(204).end();
    });
  }
  return router;
}
