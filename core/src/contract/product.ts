import { z } from 'zod';
import { MassText } from '../measures/mass.ts';
import { Minor } from '../money/money.ts';

/** Something the shop sells. */
export const Product = z.strictObject({
  id: z.string().min(1).max(60),
  name: z.string().trim().min(1).max(200),
  group: z.string().trim().min(1).max(80),
  price: Minor,
  weight: MassText.nullable(),
  delivered: z.boolean(),
});
export type Product = z.infer<typeof Product>;
