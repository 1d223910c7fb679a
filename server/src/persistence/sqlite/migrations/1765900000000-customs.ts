import type { MigrationInterface, QueryRunner } from 'typeorm';

const COLUMNS = ['hs_code', 'made_in'];

/** What customs ask of goods: their heading in the Harmonized System, and where they were made. */
export class Customs1765900000000 implements MigrationInterface {
  readonly name = 'Customs1765900000000';

  async up(runner: QueryRunner): Promise<void> {
    for (const column of COLUMNS) await runner.query(`ALTER TABLE "product" ADD COLUMN "${column}" varchar`);
  }

  async down(runner: QueryRunner): Promise<void> {
    for (const column of COLUMNS) await runner.query(`ALTER TABLE "product" DROP COLUMN "${column}"`);
  }
}
