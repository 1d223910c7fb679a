import { GoodsChange } from '@ostrakon/core';
import { Router } from 'express';
import type { GoodsStore } from './goodsStore.ts';

export function goodsRoutes(goods: GoodsStore): Router {
  return Router()
    .get('/', (_req, res) => {
      res.json({ products: [...goods.byId.values()] });
    })
    .post('/changes', async (req, res) => {
      let left = false;
      res.on('close', () => {
        left = !res.writableEnded;
      });
      const answer = await goods.change(GoodsChange.parse(req.body), () => left);
      res.json(answer);
    });
}
