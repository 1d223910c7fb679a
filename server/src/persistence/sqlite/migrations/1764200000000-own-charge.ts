import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Products may carry a delivery charge of their own, kept as JSON text. */
export class OwnCharge1764200000000 implements MigrationInterface {
  readonly name = 'OwnCharge1764200000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE "product" ADD COLUMN "own_charge" text');
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE "product" DROP COLUMN "own_charge"');
  }
}
