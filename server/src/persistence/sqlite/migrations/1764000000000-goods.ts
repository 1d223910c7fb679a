import type { MigrationInterface, QueryRunner } from 'typeorm';

const TABLE = `CREATE TABLE "product_new" ("id" varchar PRIMARY KEY NOT NULL, "position" integer NOT NULL, "name" varchar NOT NULL, "goods_group" varchar, "price" integer NOT NULL, "weight" varchar, "size" text, "origin" varchar, "own_box" boolean NOT NULL, "upright" boolean NOT NULL, "fragile" boolean NOT NULL, "delivered" boolean NOT NULL, "extra_packing_days" integer NOT NULL, "tags" text NOT NULL)`;

/** Goods groups became part of the rate book; what a group was called before goes on as a tag. */
const COPY = `INSERT INTO "product_new" SELECT "id", "position", "name", NULL, "price", "weight", NULL, NULL, 0, 0, 0, "delivered", 0, json_array(replace(replace("goods_group", ',', ' '), ';', ' ')) FROM "product"`;

const OLD_TABLE = `CREATE TABLE "product_old" ("id" varchar PRIMARY KEY NOT NULL, "position" integer NOT NULL, "name" varchar NOT NULL, "goods_group" varchar NOT NULL, "price" integer NOT NULL, "weight" varchar, "delivered" boolean NOT NULL)`;

export class Goods1764000000000 implements MigrationInterface {
  readonly name = 'Goods1764000000000';

  async up(runner: QueryRunner): Promise<void> {
    const steps = [TABLE, COPY, 'DROP TABLE "product"', 'ALTER TABLE "product_new" RENAME TO "product"'];
    for (const sql of steps) await runner.query(sql);
  }

  async down(runner: QueryRunner): Promise<void> {
    const copy = `INSERT INTO "product_old" SELECT "id", "position", "name", coalesce("goods_group", 'Goods'), "price", "weight", "delivered" FROM "product"`;
    for (const sql of [OLD_TABLE, copy, 'DROP TABLE "product"', 'ALTER TABLE "product_old" RENAME TO "product"']) await runner.query(sql);
  }
}
