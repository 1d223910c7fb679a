import { z } from 'zod';
import { Id, Name } from '../rate-book/naming.ts';

/** The colours a goods group may be marked with. */
export const MARKS = ['clay', 'glaze', 'ochre', 'slate', 'moss', 'plum', 'rust', 'sand'] as const;
export const Mark = z.enum(MARKS);
export type Mark = z.infer<typeof Mark>;

/** A named set of products. A product names its group, so it can never be in two. */
export const GoodsGroup = z.strictObject({ id: Id, name: Name, mark: Mark });
export type GoodsGroup = z.infer<typeof GoodsGroup>;
