import { z } from 'zod';
import { Id, Name } from '../names/naming.ts';
import { LeavesOn } from './leavesOn.ts';

/** The colours a goods group may be marked with. */
export const MARKS = ['clay', 'glaze', 'ochre', 'slate', 'moss', 'plum', 'rust', 'sand'] as const;
export const Mark = z.enum(MARKS);
export type Mark = z.infer<typeof Mark>;

/** A named set of products. A product names its group, so it can never be in two. */
export const GoodsGroup = z.strictObject({
  id: Id,
  name: Name,
  mark: Mark,
  /** Packing days on top of the location's own. A product may ask for more. */
  extraPackingDays: z.int().min(0, 'At least 0 days').max(60, 'At most 60 days'),
  /** Days on which its goods may leave; each rule in its season. */
  leavesOn: z.array(LeavesOn).max(10, 'At most 10 rules'),
});
export type GoodsGroup = z.infer<typeof GoodsGroup>;

/** A group that waits for nothing. */
export const PLAIN_GROUP = { extraPackingDays: 0, leavesOn: [] } satisfies Partial<GoodsGroup>;
