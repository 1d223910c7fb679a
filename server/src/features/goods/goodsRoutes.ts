import { GoodsChange } from '@ostrakon/core';
import type { Response } from 'express';
import { PackedJson } from '../../http/packedJson.ts';
import { type Methods, routes } from '../../http/routes.ts';
import { GoodsImports } from './goodsImports.ts';
import type { GoodsStore } from './goodsStore.ts';

/** Whether the one who asked has gone before the answer. */
function hasLeft(res: Response): () => boolean {
  let left = false;
  res.on('close', () => {
    left = !res.writableEnded;
  });
  return () => left;
}

export function goodsRoutes(goods: GoodsStore): Methods {
  const imports = new GoodsImports(goods);
  const packed = new PackedJson((products: GoodsStore['byId']) => ({ products: [...products.values()] }));
  packed.prepare(goods.byId);
  return routes({
    '/': {
      get: (req, res) => packed.send(goods.byId, req, res),
    },
    '/changes': {
      post: async (req, res) => {
        const left = hasLeft(res);
        res.json(await goods.change(GoodsChange.parse(req.body), left));
      },
    },
    '/imports': {
      post: (_req, res) => void res.status(201).json(imports.begin()),
    },
    '/imports/:id': {
      delete: (req, res) => {
        imports.callOff(req.params.id);
        res.status(204).end();
      },
    },
    '/imports/:id/parts': {
      post: (req, res) => void res.json(imports.add(req.params.id, GoodsChange.parse(req.body))),
    },
    '/imports/:id/taken': {
      post: async (req, res) => {
        const left = hasLeft(res);
        res.json(await imports.take(req.params.id, left));
      },
    },
  });
}
