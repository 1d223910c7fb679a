import type { MigrationInterface, QueryRunner } from 'typeorm';

/** The packing day a consignment counts for: loads of days come from orders. */
export class CountsOn1765800000000 implements MigrationInterface {
  readonly name = 'CountsOn1765800000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE "consignment" ADD COLUMN "counts_on" varchar');
    await runner.query('CREATE INDEX "IDX_consignment_counts" ON "consignment" ("counts_on")');
    await runner.query('CREATE INDEX "IDX_consignment_window" ON "consignment" ("leaves_on", "window")');
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('DROP INDEX "IDX_consignment_window"');
    await runner.query('DROP INDEX "IDX_consignment_counts"');
    await runner.query('ALTER TABLE "consignment" DROP COLUMN "counts_on"');
  }
}
