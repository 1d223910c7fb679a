import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Trials may say what is expected of them, and when they are bought as seen from the present. */
export class TrialExpects1764800000000 implements MigrationInterface {
  readonly name = 'TrialExpects1764800000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE "trial" ADD COLUMN "bought" text');
    await runner.query('ALTER TABLE "trial" ADD COLUMN "expects" text');
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE "trial" DROP COLUMN "expects"');
    await runner.query('ALTER TABLE "trial" DROP COLUMN "bought"');
  }
}
