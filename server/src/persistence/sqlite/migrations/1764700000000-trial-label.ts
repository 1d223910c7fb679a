import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Trials may carry a word of the owner's that they are gathered by. */
export class TrialLabel1764700000000 implements MigrationInterface {
  readonly name = 'TrialLabel1764700000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE "trial" ADD COLUMN "label" varchar');
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE "trial" DROP COLUMN "label"');
  }
}
