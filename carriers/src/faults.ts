import type { NextFunction, Request, Response } from 'express';
import type { Fault } from './messages.ts';

/** What goes wrong on purpose, by carrier. */
export class Faults {
  readonly #faults = new Map<string, Fault>();

  /** Labels asked for while every twentieth fails. */
  #asked = 0;

  of(carrier: string): Fault {
    return this.#faults.get(carrier) ?? { fault: 'none', delay: 0 };
  }

  set(carrier: string, fault: Fault): void {
    this.#faults.set(carrier, fault);
  }

  /** Spoils the answers of a carrier as its fault says. */
  readonly spoil = (req: Request, res: Response, next: NextFunction): void => {
    const { fault, delay } = this.of(String(req.params.carrier));
    if (fault === 'none') {
      next();
      return;
    }
    if (fault === 'slow') {
      setTimeout(next, delay);
      return;
    }
    if (fault === 'down') {
      req.socket.destroy();
      return;
    }
    if (fault === 'busy') {
      res.status(429).set('Retry-After', '30').json({ title: 'Too many requests' });
      return;
    }
    if (fault === 'unreadable') {
      res.status(400).json({ title: 'The request cannot be read' });
      return;
    }
    if (fault === 'everyTwentiethLabel') {
      if (req.method === 'POST' && req.path === '/labels') this.#asked += 1;
      if (req.method !== 'POST' || req.path !== '/labels' || this.#asked % 20 !== 0) next();
      else res.status(503).json({ title: 'The label printer is busy' });
      return;
    }
    const send = res.json.bind(res);
    res.json = (body: unknown) => {
      if (fault === 'halfAnswer') {
        const text = JSON.stringify(body);
        res.type('json').set('Content-Length', String(Buffer.byteLength(text)));
        res.write(text.slice(0, Math.ceil(text.length / 2)), () => req.socket.destroy());
        return res;
      }
      return send(spoilt(fault, body));
    };
    next();
  };
}

interface Rated {
  readonly currency?: string;
  readonly rates?: readonly {
    readonly total: number;
    readonly rows?: readonly { readonly amount: number }[];
    readonly parcels: readonly unknown[];
  }[];
}

/** Ten times its price, in every part of it. */
function tenfold(rate: NonNullable<Rated['rates']>[number]): unknown {
  const rows = (rate.rows ?? []).map((row) => ({ ...row, amount: row.amount * 10 }));
  return { ...rate, total: rate.total * 10, rows };
}

function spoilt(fault: Fault['fault'], body: unknown): unknown {
  const { rates, ...rest } = body as Rated;
  if (fault === 'wrongJson') return { answer: rates?.map(({ total }) => `$${total / 100}`) ?? 'fine' };
  if (!rates) return body;
  if (fault === 'wrongCurrency') return { ...rest, currency: 'XTS', rates };
  if (fault === 'fewerParcels') return { ...rest, rates: rates.map((rate) => ({ ...rate, parcels: rate.parcels.slice(1) })) };
  if (fault === 'tenfold') return { ...rest, rates: rates.map(tenfold) };
  return fault === 'negativePrice' ? { ...rest, rates: rates.map((rate) => ({ ...rate, total: -rate.total })) } : body;
}
