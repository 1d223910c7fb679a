import type { MigrationInterface, QueryRunner } from 'typeorm';

const RELEASES = `CREATE TABLE "release" ("seq" integer PRIMARY KEY AUTOINCREMENT NOT NULL, "edition" integer NOT NULL, "from" varchar NOT NULL, "author" varchar NOT NULL, "note" text NOT NULL, "at" varchar NOT NULL, CONSTRAINT "FK_release_edition" FOREIGN KEY ("edition") REFERENCES "edition" ("number") ON DELETE NO ACTION ON UPDATE NO ACTION)`;

/** Every edition of before went live when it was published, until the next one did. */
const COPY = `INSERT INTO "release" ("edition", "from", "author", "note", "at") SELECT "number", "published_at", 'owner', "note", "published_at" FROM "edition" ORDER BY "number"`;

/** Which edition is live from when is said apart from the editions, so that one of before can be live again. */
export class Releases1764600000000 implements MigrationInterface {
  readonly name = 'Releases1764600000000';

  async up(runner: QueryRunner): Promise<void> {
    for (const sql of [RELEASES, COPY]) await runner.query(sql);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('DROP TABLE "release"');
  }
}
