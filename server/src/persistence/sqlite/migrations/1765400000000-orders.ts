import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Orders as they were placed, and who buys in a table of its own. */
export class Orders1765400000000 implements MigrationInterface {
  readonly name = 'Orders1765400000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      'CREATE TABLE "shop_order" ("number" integer PRIMARY KEY NOT NULL, "reference" varchar NOT NULL, "placed_at" varchar NOT NULL, "edition" integer NOT NULL, "language" varchar, "cart" text NOT NULL, "choices" text NOT NULL, "delivery" integer NOT NULL, CONSTRAINT "UQ_shop_order_reference" UNIQUE ("reference"))',
    );
    await runner.query(
      'CREATE TABLE "order_buyer" ("order" integer PRIMARY KEY NOT NULL, "name" varchar NOT NULL, "mail" varchar NOT NULL, "street" varchar NOT NULL, "town" varchar NOT NULL, CONSTRAINT "FK_order_buyer_order" FOREIGN KEY ("order") REFERENCES "shop_order" ("number") ON DELETE NO ACTION ON UPDATE NO ACTION)',
    );
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('DROP TABLE "order_buyer"');
    await runner.query('DROP TABLE "shop_order"');
  }
}
