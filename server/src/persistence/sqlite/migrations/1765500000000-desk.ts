import type { MigrationInterface, QueryRunner } from 'typeorm';

const ORDER = ['"sold" text', '"notes" text'];
const BUYER = ['"telephone" varchar', '"search" varchar', '"by_name" varchar', '"by_mail" varchar'];
const nameOf = (column: string) => column.split(' ')[0];

const CONSIGNMENT = `CREATE TABLE "consignment" ("id" integer PRIMARY KEY AUTOINCREMENT NOT NULL, "revision" integer NOT NULL, "order" integer NOT NULL, "part" integer NOT NULL, "parts" integer NOT NULL, "placed_at" varchar NOT NULL, "state" varchar NOT NULL, "service" varchar NOT NULL, "kind" varchar NOT NULL, "origin" varchar, "to" integer NOT NULL, "price" integer NOT NULL, "tax" integer NOT NULL, "tax_rate" integer NOT NULL, "pieces" integer NOT NULL, "weight" integer NOT NULL, "parcels" integer NOT NULL, "goods" text NOT NULL, "search" text NOT NULL, "pack_by" varchar, "leaves_on" varchar, "due_at" varchar, "window" varchar, "first" varchar, "last" varchar, "carriage" integer, "packaging" integer NOT NULL, "into" varchar, "given_back" integer NOT NULL, "plan" text NOT NULL, "lead" integer, "together" text, "labels" integer NOT NULL, "noted" boolean NOT NULL, CONSTRAINT "FK_consignment_order" FOREIGN KEY ("order") REFERENCES "shop_order" ("number") ON DELETE NO ACTION ON UPDATE NO ACTION)`;

const STEP = `CREATE TABLE "consignment_step" ("seq" integer PRIMARY KEY AUTOINCREMENT NOT NULL, "consignment" integer NOT NULL, "at" varchar NOT NULL, "by" varchar NOT NULL, "what" varchar NOT NULL, "from" varchar NOT NULL, "to" varchar NOT NULL, "note" varchar NOT NULL, CONSTRAINT "FK_consignment_step_consignment" FOREIGN KEY ("consignment") REFERENCES "consignment" ("id") ON DELETE NO ACTION ON UPDATE NO ACTION)`;

const LABEL = `CREATE TABLE "parcel_label" ("id" integer PRIMARY KEY AUTOINCREMENT NOT NULL, "consignment" integer NOT NULL, "parcel" integer NOT NULL, "account" varchar NOT NULL, "service" varchar NOT NULL, "once" varchar NOT NULL, "state" varchar NOT NULL, "tracking" varchar, "cost" integer, "detail" varchar, "at" varchar NOT NULL, "seen_at" varchar, "events" text, CONSTRAINT "UQ_parcel_label_once" UNIQUE ("once"), CONSTRAINT "FK_parcel_label_consignment" FOREIGN KEY ("consignment") REFERENCES "consignment" ("id") ON DELETE NO ACTION ON UPDATE NO ACTION)`;

const PAPER = `CREATE TABLE "paper_template" ("kind" varchar NOT NULL, "language" varchar NOT NULL, "source" text, "choices" text NOT NULL, PRIMARY KEY ("kind", "language"))`;

const INDICES = [
  'CREATE INDEX "IDX_consignment_due" ON "consignment" ("state", "leaves_on", "due_at")',
  'CREATE INDEX "IDX_consignment_order" ON "consignment" ("order")',
  'CREATE INDEX "IDX_consignment_placed" ON "consignment" ("placed_at")',
  'CREATE INDEX "IDX_consignment_lead" ON "consignment" ("lead")',
  'CREATE INDEX "IDX_consignment_step_consignment" ON "consignment_step" ("consignment")',
  'CREATE INDEX "IDX_parcel_label_consignment" ON "parcel_label" ("consignment")',
];

/** Orders in the parts they travel in, each with its way and what happened to it; goods as they were sold. */
export class Desk1765500000000 implements MigrationInterface {
  readonly name = 'Desk1765500000000';

  async up(runner: QueryRunner): Promise<void> {
    for (const column of ORDER) await runner.query(`ALTER TABLE "shop_order" ADD COLUMN ${column}`);
    for (const column of BUYER) await runner.query(`ALTER TABLE "order_buyer" ADD COLUMN ${column}`);
    for (const sql of [CONSIGNMENT, STEP, LABEL, PAPER, ...INDICES]) await runner.query(sql);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('DROP TABLE "paper_template"');
    await runner.query('DROP TABLE "parcel_label"');
    await runner.query('DROP TABLE "consignment_step"');
    await runner.query('DROP TABLE "consignment"');
    for (const column of BUYER) await runner.query(`ALTER TABLE "order_buyer" DROP COLUMN ${nameOf(column)}`);
    for (const column of ORDER) await runner.query(`ALTER TABLE "shop_order" DROP COLUMN ${nameOf(column)}`);
  }
}
