import { GoodsAnswer, type GoodsChange } from '@ostrakon/core';
import { ask, post } from './draftApi.ts';

/** Sends a change to the goods; all of it is taken, or none. */
export const changeGoods = (change: GoodsChange, signal?: AbortSignal): Promise<GoodsAnswer> =>
  ask(GoodsAnswer, '/products/changes', { ...post(change), ...(signal && { signal }) });
