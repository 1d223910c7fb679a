import { Router } from 'express';
import type { GoodsStore } from './goodsStore.ts';

export function goodsRoutes(goods: GoodsStore): Router {
  return Router().get('/', (_req, res) => {
    res.json({ products: [...goods.byId.values()] });
  });
}
