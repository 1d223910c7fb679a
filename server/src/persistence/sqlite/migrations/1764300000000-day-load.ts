import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Orders taken so far: for a day's packing at a location, or for a window of a round. */
export class DayLoad1764300000000 implements MigrationInterface {
  readonly name = 'DayLoad1764300000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      'CREATE TABLE "day_load" ("kind" varchar NOT NULL, "owner" varchar NOT NULL, "date" varchar NOT NULL, "window" varchar NOT NULL, "orders" integer NOT NULL, PRIMARY KEY ("kind", "owner", "date", "window"))',
    );
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('DROP TABLE "day_load"');
  }
}
