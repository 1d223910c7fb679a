import type { MigrationInterface, QueryRunner } from 'typeorm';

const ADD = `INSERT INTO "consignment_search" (rowid, "search") VALUES (new."id", new."search");`;
const DROP = `INSERT INTO "consignment_search" ("consignment_search", rowid, "search") VALUES ('delete', old."id", old."search");`;

/**
 * Numbers and goods of orders are searched by an index of every three letters that follow each other (SQLite FTS5, trigram),
 * kept by the database itself whoever writes. Buyers are not in it: what is forgotten would have to be cut out of it piece by piece.
 */
const INDEX = [
  `CREATE VIRTUAL TABLE "consignment_search" USING fts5("search", content="consignment", content_rowid="id", tokenize="trigram")`,
  `INSERT INTO "consignment_search" ("consignment_search") VALUES ('rebuild')`,
  `CREATE TRIGGER "consignment_search_add" AFTER INSERT ON "consignment" BEGIN ${ADD} END`,
  `CREATE TRIGGER "consignment_search_drop" AFTER DELETE ON "consignment" BEGIN ${DROP} END`,
  `CREATE TRIGGER "consignment_search_change" AFTER UPDATE OF "search" ON "consignment" BEGIN ${DROP} ${ADD} END`,
];

export class Search1766000000000 implements MigrationInterface {
  readonly name = 'Search1766000000000';

  async up(runner: QueryRunner): Promise<void> {
    for (const sql of INDEX) await runner.query(sql);
  }

  async down(runner: QueryRunner): Promise<void> {
    for (const what of ['add', 'drop', 'change']) await runner.query(`DROP TRIGGER "consignment_search_${what}"`);
    await runner.query('DROP TABLE "consignment_search"');
  }
}
