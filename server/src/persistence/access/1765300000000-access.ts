import type { MigrationInterface, QueryRunner } from 'typeorm';

export class Access1765300000000 implements MigrationInterface {
  readonly name = 'Access1765300000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      `CREATE TABLE "person" ("id" varchar PRIMARY KEY NOT NULL, "name" varchar NOT NULL, "folded" varchar NOT NULL, "role" varchar NOT NULL, "may_publish" boolean NOT NULL, "made_at" varchar NOT NULL, "ended_at" varchar, "password" varchar, "locked_factor" text, "factor_step" integer NOT NULL, "recovery" text NOT NULL, "seen_at" varchar, CONSTRAINT "UQ_person_folded" UNIQUE ("folded"))`,
    );
    await runner.query(
      `CREATE TABLE "session" ("hash" varchar PRIMARY KEY NOT NULL, "person" varchar NOT NULL, "made_at" varchar NOT NULL, "seen_at" varchar NOT NULL, "browser" varchar NOT NULL)`,
    );
    await runner.query(
      `CREATE TABLE "link" ("hash" varchar PRIMARY KEY NOT NULL, "person" varchar NOT NULL, "kind" varchar NOT NULL, "until" varchar NOT NULL)`,
    );
    await runner.query(
      `CREATE TABLE "checkout_key" ("id" varchar PRIMARY KEY NOT NULL, "kind" varchar NOT NULL, "name" varchar NOT NULL, "scopes" text NOT NULL, "origins" text NOT NULL, "secret" varchar NOT NULL, "shown" varchar NOT NULL, "made_at" varchar NOT NULL, "made_by" varchar NOT NULL, "used_at" varchar)`,
    );
    await runner.query(
      `CREATE TABLE "audit" ("seq" integer PRIMARY KEY AUTOINCREMENT NOT NULL, "at" varchar NOT NULL, "who" varchar NOT NULL, "what" varchar NOT NULL, "of" text NOT NULL, "folded" text NOT NULL)`,
    );
  }

  async down(runner: QueryRunner): Promise<void> {
    for (const table of ['audit', 'checkout_key', 'link', 'session', 'person']) await runner.query(`DROP TABLE "${table}"`);
  }
}
