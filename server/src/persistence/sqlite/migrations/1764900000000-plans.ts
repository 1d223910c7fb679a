import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Releases may lie ahead, end, and be called off; an edition may have been published over trials that failed. */
export class Plans1764900000000 implements MigrationInterface {
  readonly name = 'Plans1764900000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE "release" ADD COLUMN "until" varchar');
    await runner.query('ALTER TABLE "release" ADD COLUMN "after" integer');
    await runner.query('ALTER TABLE "release" ADD COLUMN "called_off" varchar');
    await runner.query('ALTER TABLE "edition" ADD COLUMN "failing" text');
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE "edition" DROP COLUMN "failing"');
    for (const column of ['called_off', 'after', 'until']) await runner.query(`ALTER TABLE "release" DROP COLUMN "${column}"`);
  }
}
