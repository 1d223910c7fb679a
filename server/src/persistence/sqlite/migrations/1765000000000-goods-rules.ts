import { createHash } from 'node:crypto';
import type { MigrationInterface, QueryRunner } from 'typeorm';

interface Ruled {
  readonly id: string;
  readonly goods_group: string | null;
  readonly delivered: number;
  readonly extra_packing_days: number;
  readonly own_charge: string | null;
}

/** What stood with a product and belongs to the rate book. */
const ruleOf = ({ goods_group, delivered, extra_packing_days, own_charge }: Ruled) => ({
  ...(goods_group !== null && { group: goods_group }),
  ...(!delivered && { delivered: false }),
  ...(extra_packing_days > 0 && { extraPackingDays: extra_packing_days }),
  ...(own_charge !== null && { ownCharge: JSON.parse(own_charge) }),
});

const COLUMNS = ['goods_group', 'delivered', 'extra_packing_days', 'own_charge'] as const;

const RULED = `SELECT "id", ${COLUMNS.map((name) => `"${name}"`).join(', ')} FROM "product" WHERE "goods_group" IS NOT NULL OR NOT "delivered" OR "extra_packing_days" > 0 OR "own_charge" IS NOT NULL ORDER BY "position"`;

const BACK = [
  `ALTER TABLE "product" ADD COLUMN "goods_group" varchar`,
  `ALTER TABLE "product" ADD COLUMN "delivered" boolean NOT NULL DEFAULT (1)`,
  `ALTER TABLE "product" ADD COLUMN "extra_packing_days" integer NOT NULL DEFAULT (0)`,
  `ALTER TABLE "product" ADD COLUMN "own_charge" text`,
];

/**
 * What is said of single products belongs to draft and edition. It counted at once for whatever edition was live: so each of
 * them gets it as it stands. Editions share one text where they say the same.
 */
export class GoodsRules1765000000000 implements MigrationInterface {
  readonly name = 'GoodsRules1765000000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`CREATE TABLE "goods_rules" ("hash" varchar PRIMARY KEY NOT NULL, "document" text NOT NULL)`);
    await runner.query(`ALTER TABLE "edition" ADD COLUMN "goods_rules" varchar`);
    await runner.query(`ALTER TABLE "draft" ADD COLUMN "goods_rules" text`);
    const ruled: readonly Ruled[] = await runner.query(RULED);
    if (ruled.length > 0) {
      const document = JSON.stringify(Object.fromEntries(ruled.map((product) => [product.id, ruleOf(product)])));
      const hash = createHash('sha256').update(document).digest('hex');
      await runner.query(`INSERT INTO "goods_rules" ("hash", "document") VALUES (?, ?)`, [hash, document]);
      await runner.query(`UPDATE "edition" SET "goods_rules" = ?`, [hash]);
      await runner.query(`UPDATE "draft" SET "goods_rules" = ?`, [document]);
    }
    for (const column of COLUMNS) await runner.query(`ALTER TABLE "product" DROP COLUMN "${column}"`);
  }

  /** What the draft says stands with the products again. */
  async down(runner: QueryRunner): Promise<void> {
    for (const sql of BACK) await runner.query(sql);
    const [draft]: readonly { readonly goods_rules: string | null }[] = await runner.query(`SELECT "goods_rules" FROM "draft"`);
    const rules: Record<string, { group?: string; delivered?: boolean; extraPackingDays?: number; ownCharge?: object }> = JSON.parse(
      draft?.goods_rules ?? '{}',
    );
    for (const [id, { group = null, delivered = true, extraPackingDays = 0, ownCharge }] of Object.entries(rules))
      await runner.query(
        `UPDATE "product" SET "goods_group" = ?, "delivered" = ?, "extra_packing_days" = ?, "own_charge" = ? WHERE "id" = ?`,
        [group, delivered ? 1 : 0, extraPackingDays, ownCharge ? JSON.stringify(ownCharge) : null, id],
      );
    await runner.query('ALTER TABLE "draft" DROP COLUMN "goods_rules"');
    await runner.query('ALTER TABLE "edition" DROP COLUMN "goods_rules"');
    await runner.query('DROP TABLE "goods_rules"');
  }
}
