import type { MigrationInterface, QueryRunner } from 'typeorm';

/** The secret part of an address at which something can be read without signing in. */
export class Feed1765100000000 implements MigrationInterface {
  readonly name = 'Feed1765100000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`CREATE TABLE "feed" ("name" varchar PRIMARY KEY NOT NULL, "secret" varchar NOT NULL, "made_at" varchar NOT NULL)`);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('DROP TABLE "feed"');
  }
}
