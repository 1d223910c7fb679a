import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Buyers as the shop itself knows them, by a digest: hours that run after an order are looked up by it, and can be ended for one. */
export class Windows1765700000000 implements MigrationInterface {
  readonly name = 'Windows1765700000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE "shop_order" ADD COLUMN "buyer_mark" varchar');
    await runner.query('CREATE INDEX "IDX_shop_order_buyer" ON "shop_order" ("buyer_mark", "placed_at")');
    await runner.query('CREATE TABLE "ended_window" ("buyer" varchar PRIMARY KEY NOT NULL, "ended_at" varchar NOT NULL)');
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('DROP TABLE "ended_window"');
    await runner.query('DROP INDEX "IDX_shop_order_buyer"');
    await runner.query('ALTER TABLE "shop_order" DROP COLUMN "buyer_mark"');
  }
}
