import { createHash } from 'node:crypto';
import type { RateBook } from '@ostrakon/core';
import type { EntityManager } from 'typeorm';
import { GoodsRulesEntity } from './entities.ts';

// A book lies in two texts: what is said of single products may be long, is changed seldom, and editions share it.

/** The texts of a book. */
export const bookTexts = ({ goodsRules, ...book }: RateBook): { readonly document: string; readonly goodsRules: string | null } => ({
  document: JSON.stringify(book),
  goodsRules: goodsRules === undefined ? null : JSON.stringify(goodsRules),
});

/** The document of both texts, to be read as a book. */
export const bookDocument = (document: string, goodsRules: string | null): object => ({
  ...JSON.parse(document),
  ...(goodsRules !== null && { goodsRules: JSON.parse(goodsRules) }),
});

/** Keeps what is said of single products, once however many editions say it; gives the name it is kept under. */
export async function keepGoodsRules(manager: EntityManager, text: string | null): Promise<string | null> {
  if (text === null) return null;
  const hash = createHash('sha256').update(text).digest('hex');
  await manager.upsert(GoodsRulesEntity, { hash, document: text }, ['hash']);
  return hash;
}

/** What was kept under a name. */
export async function goodsRulesText(manager: EntityManager, hash: string | null): Promise<string | null> {
  return hash === null ? null : (await manager.findOneByOrFail(GoodsRulesEntity, { hash })).document;
}
