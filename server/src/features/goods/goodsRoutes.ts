import type { GoodsChange } from '@ostrakon/core';
import type { Response } from 'express';
import { ANSWERED } from '../../http/door.ts';
import { PackedJson } from '../../http/packedJson.ts';
import type { OwnerHandlers } from '../../ports/who.ts';
import { GoodsImports } from './goodsImports.ts';
import type { GoodsStore } from './goodsStore.ts';

/** Whether the one who asked has gone before the answer. */
export function hasLeft(res: Response): () => boolean {
  let left = false;
  res.on('close', () => {
    left = !res.writableEnded;
  });
  return () => left;
}

/** A change in a few words: which product, or how many. */
export function goodsWords({ put, back, edit, remove }: GoodsChange): string {
  const ids = [...put.map(({ id }) => id), ...back.map(({ product }) => product.id), ...edit.map(({ id }) => id), ...remove];
  return ids.length > 3 ? `${ids.length} products` : ids.join(', ');
}

export function goodsHandlers(goods: GoodsStore) {
  const imports = new GoodsImports(goods);
  const packed = new PackedJson((products: GoodsStore['byId']) => ({ products: [...products.values()] }));
  packed.prepare(goods.byId);
  return {
    'GET /products': async ({ req, res }) => {
      await packed.send(goods.byId, req, res);
      return ANSWERED;
    },
    'POST /products/changes': async ({ body, res, who }) => {
      const answer = await goods.change(body, hasLeft(res));
      await who.tell('goodsChanged', goodsWords(body));
      return answer;
    },
    'POST /products/imports': () => imports.begin(),
    'DELETE /products/imports/:id': ({ params }) => {
      imports.callOff(params.id);
      return null;
    },
    'POST /products/imports/:id/parts': ({ params, body }) => imports.add(params.id, body),
    'POST /products/imports/:id/taken': async ({ params, res, who }) => {
      const answer = await imports.take(params.id, hasLeft(res));
      await who.tell('goodsChanged', `an import, ${answer.count} are there now`);
      return answer;
    },
  } satisfies OwnerHandlers<'/products'>;
}
