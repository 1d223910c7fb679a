import { hash } from 'node:crypto';
import { once } from 'node:events';
import { type Destination, oncePer, type ProductFacts } from '@ostrakon/core';
import type { DeliveryFacts, LookAt, PublicRoutes } from '@ostrakon/core/contract';
import type { Request, Response } from 'express';
import helmet from 'helmet';
import { LRUCache } from 'lru-cache';
import { ANSWERED, type Handlers } from '../../http/door.ts';
import { HttpProblem } from '../../http/problems.ts';
import type { Caller } from '../../http/publicDoor.ts';
import type { OwnerHandlers } from '../../ports/who.ts';
import { startThread } from '../../startThread.ts';
import { articleHtml, documentHtml, STYLE, type Visitor } from './pageHtml.ts';
import { type PaperText, paperText } from './pagePdf.ts';
import { pageText } from './pageText.ts';
import { type ProductTo, pageData, productData } from './structuredData.ts';

/** What a page is of: something looked at, a language, an address. */
export interface PageAsked {
  readonly look: LookAt | null;
  readonly language?: string | undefined;
  readonly to?: Destination;
}

export interface DeliveryPageSources {
  facts(asked: PageAsked): Promise<DeliveryFacts>;
  product(id: string): ProductFacts | undefined;
  /** What one of a product costs to deliver to each part of the page. */
  deliveredTo(asked: PageAsked, product: string): Promise<readonly ProductTo[]>;
  lookOf(look: string): LookAt;
}

interface Query {
  readonly language?: string | undefined;
  readonly look?: string | undefined;
  readonly country?: string | undefined;
  readonly postalCode?: string | undefined;
}

/** Nothing runs there, and any page may frame it: it is made to be embedded. */
const security = helmet({
  strictTransportSecurity: false,
  xFrameOptions: false,
  crossOriginResourcePolicy: false,
  contentSecurityPolicy: {
    useDefaults: false,
    directives: {
      defaultSrc: ["'none'"],
      styleSrc: [`'sha256-${hash('sha256', STYLE, 'base64')}'`],
      formAction: ["'self'"],
      baseUri: ["'none'"],
      frameAncestors: ['*'],
    },
  },
});

function sent(req: Request, res: Response, type: string, body: string | Buffer): typeof ANSWERED {
  const tag = `"${hash('sha1', body, 'base64url').slice(0, 20)}"`;
  res.setHeader('ETag', tag);
  if (req.headers['if-none-match'] === tag) {
    res.status(304).end();
    return ANSWERED;
  }
  res.setHeader('Content-Type', type);
  res.end(body);
  return ANSWERED;
}

/** Papers that are being made; more are asked for again later. */
const MOST_PAPERS = 2;

/** A paper, made by a thread that ends with it. */
async function paper(text: PaperText): Promise<Buffer> {
  const thread = startThread(import.meta.url, 'paperWorker');
  try {
    const made = once(thread, 'message');
    thread.postMessage(text);
    const [bytes] = await made;
    return Buffer.from(bytes as Uint8Array);
  } finally {
    void thread.terminate();
  }
}

/** Written once for as long as what it says is the same. */
const textOf = oncePer(pageText);
const dataOf = oncePer(pageData);

/** The delivery page of the shop, from what is live. */
export function deliveryHandlers({ facts, product, deliveredTo, lookOf }: DeliveryPageSources) {
  const askedBy = ({ language, look, country, postalCode = '' }: Query): PageAsked => ({
    look: look === undefined ? null : lookOf(look),
    language,
    ...(country !== undefined && { to: { country, ...(postalCode.trim() !== '' && { postalCode: postalCode.trim() }) } }),
  });
  // A paper costs more than a page: it is made once for a page, and few at a time.
  const papers = new LRUCache<string, Promise<Buffer>>({ max: 30 });
  let underWay = 0;
  const paperOf = (of: DeliveryFacts): Promise<Buffer> => {
    const key = hash('sha1', JSON.stringify(of), 'base64url');
    const held = papers.get(key);
    if (held) return held;
    if (underWay >= MOST_PAPERS) throw new HttpProblem('busy', 'Another paper is being made. Try again in a second.', { retryAfter: 1 });
    underWay += 1;
    const making = paper(paperText(textOf(of))).finally(() => {
      underWay -= 1;
    });
    papers.set(key, making);
    making.catch(() => papers.delete(key));
    return making;
  };
  return {
    'GET /delivery': async ({ query, req, res }) => {
      const asked = askedBy(query);
      const all = await facts(asked);
      const text = textOf(all);
      const { key, look, language, country, postalCode = '', part } = query;
      const along = Object.entries({ key, look, language, part }).flatMap(([name, value]): [string, string][] =>
        value === undefined ? [] : [[name, value]],
      );
      const visitor: Visitor = { country: country ?? all.home, postalCode, along };
      const article = articleHtml(all, text, visitor, asked.to !== undefined);
      await new Promise<void>((resolve, reject) => security(req, res, (error?: unknown) => (error ? reject(error) : resolve())));
      return sent(req, res, 'text/html; charset=utf-8', part === 'article' ? article.text : documentHtml(article, text, dataOf(all).data));
    },
    'GET /delivery/facts': ({ query }) => facts(askedBy(query)),
    'GET /delivery/paper': async ({ query, req, res }) => {
      const all = await facts(askedBy(query));
      res.setHeader('Content-Disposition', 'inline; filename="delivery.pdf"');
      return sent(req, res, 'application/pdf', await paperOf(all));
    },
    'GET /delivery/data': async ({ query, req, res }) => {
      const asked = askedBy(query);
      const all = await facts(asked);
      const known = query.product === undefined ? undefined : product(query.product);
      if (query.product !== undefined && !known) {
        const detail = `The shop sells nothing under "${query.product}".`;
        throw new HttpProblem('unknown-product', detail, { errors: [{ pointer: '/product', detail }] });
      }
      const data = known ? productData(known, all, await deliveredTo(asked, known.id)) : dataOf(all).data;
      return sent(req, res, 'application/ld+json; charset=utf-8', JSON.stringify(data));
    },
  } satisfies Handlers<PublicRoutes, Caller, 'GET /delivery' | 'GET /delivery/facts' | 'GET /delivery/paper' | 'GET /delivery/data'>;
}

/** What the owner is told of the page. */
export function deliveryStateHandlers(facts: DeliveryPageSources['facts']) {
  return {
    'GET /delivery-page': async () => {
      const all = await facts({ look: null });
      const { places } = textOf(all);
      const unsaid = dataOf(all).unsaid.map(({ service, part, why }) => ({ service, why, where: places[part]?.heading ?? '' }));
      return { edition: all.edition, ...(all.since !== undefined && { since: all.since }), unsaid };
    },
  } satisfies OwnerHandlers<'/delivery-page'>;
}
