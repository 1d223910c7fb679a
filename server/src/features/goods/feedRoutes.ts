import { FORMULA_START, minorToDecimal, needsQuotes } from '@ostrakon/core';
import { FEED_COLUMNS, type FeedAsked, type GoodsFeed, type PublicRoutes } from '@ostrakon/core/contract';
import type { Response } from 'express';
import Papa from 'papaparse';
import { ANSWERED, type Handlers } from '../../http/door.ts';
import type { Caller } from '../../http/publicDoor.ts';
import type { OwnerHandlers } from '../../ports/who.ts';
import { hasLeft } from './goodsRoutes.ts';

/** The feed as CSV (RFC 4180), amounts as decimals. */
function csvOf({ rows, currency }: GoodsFeed): string {
  const decimal = (minor: number) => minorToDecimal(minor, currency);
  const lines = rows.map((row) => ({ ...row, price: decimal(row.price), delivery: decimal(row.delivery) }));
  const text = Papa.unparse(
    { fields: [...FEED_COLUMNS], data: lines.map((row) => FEED_COLUMNS.map((column) => row[column])) },
    { escapeFormulae: FORMULA_START, quotes: needsQuotes, newline: '\r\n' },
  );
  return `${text}\r\n`;
}

/** Goods with the price and time of their delivery to a place, to be shown elsewhere. */
export function feedHandlers(feedOf: (asked: FeedAsked, hasLeft: () => boolean) => Promise<GoodsFeed>) {
  return {
    'GET /goods-feed': ({ query, res }: { query: FeedAsked; res: Response }) => feedOf(query, hasLeft(res)),
    'GET /goods-feed/csv': async ({ query, res }: { query: FeedAsked; res: Response }) => {
      const text = csvOf(await feedOf(query, hasLeft(res)));
      res.setHeader('Content-Type', 'text/csv; charset=utf-8; header=present');
      res.setHeader('Content-Disposition', `attachment; filename="goods-delivered-${query.country.toLowerCase()}.csv"`);
      res.end(text);
      return ANSWERED;
    },
  } satisfies OwnerHandlers<'/goods-feed'> & Handlers<PublicRoutes, Caller, 'GET /goods-feed' | 'GET /goods-feed/csv'>;
}
