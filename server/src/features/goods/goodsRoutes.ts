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

export function goodsHandlers(goods: GoodsStore) {
  const imports = new GoodsImports(goods);
  const packed = new PackedJson((products: GoodsStore['byId']) => ({ products: [...products.values()] }));
  packed.prepare(goods.byId);
  return {
    'GET /products': async ({ req, res }) => {
      await packed.send(goods.byId, req, res);
      return ANSWERED;
    },
    'POST /products/changes': ({ body, res }) => goods.change(body, hasLeft(res)),
    'POST /products/imports': () => imports.begin(),
    'DELETE /products/imports/:id': ({ params }) => {
      imports.callOff(params.id);
      return null;
    },
    'POST /products/imports/:id/parts': ({ params, body }) => imports.add(params.id, body),
    'POST /products/imports/:id/taken': ({ params, res }) => imports.take(params.id, hasLeft(res)),
  } satisfies OwnerHandlers<'/products'>;
}
