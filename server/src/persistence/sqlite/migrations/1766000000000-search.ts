import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Tables whose texts are searched, and what their rows are called by. */
const SEARCHED = [
  { table: 'consignment', row: 'id' },
  { table: 'order_buyer', row: 'order' },
] as const;

/** An index of every three letters that follow each other (SQLite FTS5, trigram), kept by the database itself whoever writes. */
const indexed = ({ table, row }: (typeof SEARCHED)[number]): string[] => {
  const index = `"${table}_search"`;
  const add = `INSERT INTO ${index} (rowid, "search") VALUES (new."${row}", new."search");`;
  const drop = `INSERT INTO ${index} (${index}, rowid, "search") VALUES ('delete', old."${row}", old."search");`;
  return [
    `CREATE VIRTUAL TABLE ${index} USING fts5("search", content="${table}", content_rowid="${row}", tokenize="trigram")`,
    // What is forgotten leaves nothing behind in the index either.
    `INSERT INTO ${index} (${index}, rank) VALUES ('secure-delete', 1)`,
    `INSERT INTO ${index} (${index}) VALUES ('rebuild')`,
    `CREATE TRIGGER "${table}_search_add" AFTER INSERT ON "${table}" BEGIN ${add} END`,
    `CREATE TRIGGER "${table}_search_drop" AFTER DELETE ON "${table}" BEGIN ${drop} END`,
    `CREATE TRIGGER "${table}_search_change" AFTER UPDATE OF "search" ON "${table}" BEGIN ${drop} ${add} END`,
  ];
};

/** Orders are searched by an index instead of being gone through one by one. */
export class Search1766000000000 implements MigrationInterface {
  readonly name = 'Search1766000000000';

  async up(runner: QueryRunner): Promise<void> {
    for (const sql of SEARCHED.flatMap(indexed)) await runner.query(sql);
  }

  async down(runner: QueryRunner): Promise<void> {
    for (const { table } of SEARCHED) {
      for (const what of ['add', 'drop', 'change']) await runner.query(`DROP TRIGGER "${table}_search_${what}"`);
      await runner.query(`DROP TABLE "${table}_search"`);
    }
  }
}
