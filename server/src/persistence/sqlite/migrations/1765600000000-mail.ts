import type { MigrationInterface, QueryRunner } from 'typeorm';

const SETTING = `CREATE TABLE "mail_setting" ("id" integer PRIMARY KEY NOT NULL, "settings" text NOT NULL, "password" varchar, "cursor" integer NOT NULL)`;

const MAIL = `CREATE TABLE "mail" ("id" integer PRIMARY KEY AUTOINCREMENT NOT NULL, "once" varchar NOT NULL, "kind" varchar NOT NULL, "consignment" integer, "order" integer, "packer" varchar, "to" varchar, "subject" varchar, "state" varchar NOT NULL, "tries" integer NOT NULL, "at" varchar NOT NULL, "next_at" varchar, "sent_at" varchar, "detail" varchar, CONSTRAINT "UQ_mail_once" UNIQUE ("once"))`;

const INDICES = ['CREATE INDEX "IDX_mail_due" ON "mail" ("state", "next_at")', 'CREATE INDEX "IDX_mail_order" ON "mail" ("order")'];

/** E-mails to buyers and packers: what is sent, and what became of each. */
export class Mail1765600000000 implements MigrationInterface {
  readonly name = 'Mail1765600000000';

  async up(runner: QueryRunner): Promise<void> {
    for (const sql of [SETTING, MAIL, ...INDICES]) await runner.query(sql);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('DROP TABLE "mail"');
    await runner.query('DROP TABLE "mail_setting"');
  }
}
