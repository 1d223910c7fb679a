import type { MigrationInterface, QueryRunner } from 'typeorm';

const TABLES = [
  `CREATE TABLE "draft" ("id" integer PRIMARY KEY NOT NULL, "revision" integer NOT NULL, "document" text NOT NULL)`,
  `CREATE TABLE "draft_change" ("id" integer PRIMARY KEY AUTOINCREMENT NOT NULL, "revision" integer NOT NULL, "command" varchar NOT NULL, "args" text NOT NULL, "patch" text NOT NULL, "inverse" text NOT NULL, "undone" boolean NOT NULL DEFAULT (0), "at" varchar NOT NULL)`,
  `CREATE TABLE "edition" ("number" integer PRIMARY KEY NOT NULL, "note" text NOT NULL, "hash" varchar NOT NULL, "document" text NOT NULL, "published_at" varchar NOT NULL)`,
  `CREATE TABLE "product" ("id" varchar PRIMARY KEY NOT NULL, "position" integer NOT NULL, "name" varchar NOT NULL, "goods_group" varchar NOT NULL, "price" integer NOT NULL, "weight" varchar, "delivered" boolean NOT NULL)`,
  `CREATE TABLE "trial" ("id" varchar PRIMARY KEY NOT NULL, "position" integer NOT NULL, "name" varchar NOT NULL, "cart" text NOT NULL)`,
];

export class First1763900000000 implements MigrationInterface {
  readonly name = 'First1763900000000';

  async up(runner: QueryRunner): Promise<void> {
    for (const sql of TABLES) await runner.query(sql);
  }

  async down(runner: QueryRunner): Promise<void> {
    for (const table of ['trial', 'product', 'edition', 'draft_change', 'draft']) await runner.query(`DROP TABLE "${table}"`);
  }
}
