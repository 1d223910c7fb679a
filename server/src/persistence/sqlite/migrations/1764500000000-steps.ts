import type { MigrationInterface, QueryRunner } from 'typeorm';

const STEPS = `CREATE TABLE "draft_step" ("seq" integer PRIMARY KEY AUTOINCREMENT NOT NULL, "step" varchar NOT NULL, "kind" varchar NOT NULL, "state" varchar NOT NULL, "author" varchar NOT NULL, "at" varchar NOT NULL, "revision" integer NOT NULL, "undo_next" varchar, "redo_next" varchar, "command" varchar, "args" text, "patch" text NOT NULL, "inverse" text, CONSTRAINT "UQ_draft_step_step" UNIQUE ("step"))`;

/** Changes of before had no id and no author: they get one, and the shop's owner made them. */
const COPY = `INSERT INTO "draft_step" ("seq", "step", "kind", "state", "author", "at", "revision", "command", "args", "patch", "inverse") SELECT "id", 'change-' || printf('%08d', "id"), 'command', CASE WHEN "undone" THEN 'undone' ELSE 'done' END, 'owner', "at", "revision", "command", "args", "patch", "inverse" FROM "draft_change"`;

const OLD = `CREATE TABLE "draft_change" ("id" integer PRIMARY KEY AUTOINCREMENT NOT NULL, "revision" integer NOT NULL, "command" varchar NOT NULL, "args" text NOT NULL, "patch" text NOT NULL, "inverse" text NOT NULL, "undone" boolean NOT NULL DEFAULT (0), "at" varchar NOT NULL)`;

const COPY_BACK = `INSERT INTO "draft_change" SELECT "seq", "revision", "command", "args", "patch", "inverse", "state" = 'undone', "at" FROM "draft_step" WHERE "state" IN ('done', 'undone')`;

/** The history keeps every step by the id its maker gave it, so that a step sent twice is taken once. */
export class Steps1764500000000 implements MigrationInterface {
  readonly name = 'Steps1764500000000';

  async up(runner: QueryRunner): Promise<void> {
    const index = 'CREATE INDEX "IDX_draft_step_state" ON "draft_step" ("state")';
    for (const sql of [STEPS, COPY, 'DROP TABLE "draft_change"', index]) await runner.query(sql);
    await runner.query(`ALTER TABLE "draft" ADD COLUMN "lineage" varchar NOT NULL DEFAULT ('')`);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE "draft" DROP COLUMN "lineage"');
    for (const sql of [OLD, COPY_BACK, 'DROP TABLE "draft_step"']) await runner.query(sql);
  }
}
