import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Accounts with carriers, their keys locked, and surveys of what carriers ask. */
export class Carriers1764400000000 implements MigrationInterface {
  readonly name = 'Carriers1764400000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      'CREATE TABLE "carrier_account" ("id" varchar PRIMARY KEY NOT NULL, "position" integer NOT NULL, "name" varchar NOT NULL, "kind" varchar NOT NULL, "carrier" varchar, "currency" varchar NOT NULL, "locked_key" text, "key_set_at" varchar, "new_services" varchar NOT NULL, "services" text NOT NULL, "tariff" text)',
    );
    await runner.query(
      'CREATE TABLE "survey" ("id" varchar PRIMARY KEY NOT NULL, "name" varchar NOT NULL, "at" varchar NOT NULL, "questions" integer NOT NULL, "document" text NOT NULL)',
    );
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('DROP TABLE "survey"');
    await runner.query('DROP TABLE "carrier_account"');
  }
}
