import type { MigrationInterface, QueryRunner } from 'typeorm';

const DRAFT = ['"name" varchar', '"from_edition" integer', '"made_at" varchar', '"thrown_at" varchar'];
const EDITION = ['"draft" integer', '"draft_revision" integer', '"base" integer'];
const nameOf = (column: string) => column.split(' ')[0];

/** Several drafts, each with its steps; an edition says which draft it was, at which revision, and what was live then. */
export class Drafts1765200000000 implements MigrationInterface {
  readonly name = 'Drafts1765200000000';

  async up(runner: QueryRunner): Promise<void> {
    for (const column of DRAFT) await runner.query(`ALTER TABLE "draft" ADD COLUMN ${column}`);
    for (const column of EDITION) await runner.query(`ALTER TABLE "edition" ADD COLUMN ${column}`);
    await runner.query('ALTER TABLE "draft_step" ADD COLUMN "draft" integer NOT NULL DEFAULT (1)');
    await runner.query('DROP INDEX "IDX_draft_step_state"');
    await runner.query('CREATE INDEX "IDX_draft_step_state" ON "draft_step" ("draft", "state")');
  }

  /** Only the main draft is left. */
  async down(runner: QueryRunner): Promise<void> {
    await runner.query('DELETE FROM "draft_step" WHERE "draft" <> 1');
    await runner.query('DELETE FROM "draft" WHERE "id" <> 1');
    await runner.query('DROP INDEX "IDX_draft_step_state"');
    await runner.query('ALTER TABLE "draft_step" DROP COLUMN "draft"');
    await runner.query('CREATE INDEX "IDX_draft_step_state" ON "draft_step" ("state")');
    for (const column of EDITION) await runner.query(`ALTER TABLE "edition" DROP COLUMN ${nameOf(column)}`);
    for (const column of DRAFT) await runner.query(`ALTER TABLE "draft" DROP COLUMN ${nameOf(column)}`);
  }
}
