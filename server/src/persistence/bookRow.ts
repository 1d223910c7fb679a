import { createHash } from 'node:crypto';
import type { RateBook } from '@ostrakon/core';
import type { EntityManager } from 'typeorm';
import { GoodsRulesEntity } from './goodsEntities.ts';

// A book lies in two texts: what is said of single products may be long, is changed seldom, and editions share it.

type Rules = NonNullable<RateBook['goodsRules']>;

const written = new WeakMap<Rules, { readonly text: string; readonly hash: string }>();

/** What is said of single products as text, with its digest; worked out once for what does not change. */
function rulesText(rules: Rules): { readonly text: string; readonly hash: string } {
  const known = written.get(rules);
  if (known) return known;
  const text = JSON.stringify(rules);
  const made = { text, hash: createHash('sha256').update(text).digest('hex') };
  written.set(rules, made);
  return made;
}

/** The texts of a book. */
export const bookTexts = ({ goodsRules, ...book }: RateBook): { readonly document: string; readonly goodsRules: string | null } => ({
  document: JSON.stringify(book),
  goodsRules: goodsRules === undefined ? null : rulesText(goodsRules).text,
});

/** The document of both texts, to be read as a book. */
export const bookDocument = (document: string, goodsRules: string | null): object => ({
  ...JSON.parse(document),
  ...(goodsRules !== null && { goodsRules: JSON.parse(goodsRules) }),
});

/** Keeps what a book says of single products, once however many editions say it; gives the name it is kept under. */
export async function keepGoodsRules(manager: EntityManager, { goodsRules }: RateBook): Promise<string | null> {
  if (goodsRules === undefined) return null;
  const { hash, text } = rulesText(goodsRules);
  if (!(await manager.existsBy(GoodsRulesEntity, { hash }))) await manager.insert(GoodsRulesEntity, { hash, document: text });
  return hash;
}

/** What was kept under a name. */
export async function goodsRulesText(manager: EntityManager, hash: string | null): Promise<string | null> {
  return hash === null ? null : (await manager.findOneByOrFail(GoodsRulesEntity, { hash })).document;
}
