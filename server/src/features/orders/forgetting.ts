import { type EntityManager, IsNull, LessThan } from 'typeorm';
import type { Database } from '../../persistence/database.ts';
import { MailEntity } from '../../persistence/mailEntities.ts';
import { ConsignmentEntity, EndedWindowEntity, OrderBuyerEntity, ShopOrderEntity } from '../../persistence/orderEntities.ts';

/** To whom an e-mail went, and what stood over it, is of a person, too. */
const UNKNOWN = { to: null, subject: null };

/** Whose hours were ended is not known any longer of who has no order left: the digest of their reference goes. */
async function forgetEnded(manager: EntityManager): Promise<void> {
  const known = manager.createQueryBuilder(ShopOrderEntity, 'o').select('o.buyerMark').where('o.buyerMark IS NOT NULL');
  await manager.createQueryBuilder().delete().from(EndedWindowEntity).where(`"buyer" NOT IN (${known.getQuery()})`).execute();
}

/** Forgets who bought: all that is said of a person goes, what was bought and what it cost stays. */
export class Forgetting {
  readonly #database: Database;
  readonly #changed: (ids: readonly number[]) => void;

  constructor(database: Database, changed: (ids: readonly number[]) => void) {
    this.#database = database;
    this.#changed = changed;
  }

  /** @returns whether there was such an order, and whether anybody was still known of it */
  one(number: number): Promise<{ found: boolean; forgotten: number }> {
    return this.#database.write(async ({ manager, afterCommit }) => {
      if (!(await manager.existsBy(ShopOrderEntity, { number }))) return { found: false, forgotten: 0 };
      const { affected } = await manager.delete(OrderBuyerEntity, { order: number });
      await manager.update(MailEntity, { order: number, packer: IsNull() }, UNKNOWN);
      await manager.update(ShopOrderEntity, { number }, { buyerMark: null });
      await forgetEnded(manager);
      const rows = await manager.find(ConsignmentEntity, { where: { order: number }, select: { id: true } });
      afterCommit(() => this.#changed(rows.map(({ id }) => id)));
      return { found: true, forgotten: affected ?? 0 };
    });
  }

  /** @param instant orders placed before it */
  before(instant: string): Promise<number> {
    return this.#database.write(async ({ manager, afterCommit }) => {
      const placed = manager
        .createQueryBuilder(ShopOrderEntity, 'o')
        .select('o.number')
        .where({ placedAt: LessThan(instant) });
      const gone = await manager
        .createQueryBuilder()
        .delete()
        .from(OrderBuyerEntity)
        .where(`"order" IN (${placed.getQuery()})`, placed.getParameters())
        .execute();
      await manager
        .createQueryBuilder()
        .update(MailEntity)
        .set(UNKNOWN)
        .where(`"packer" IS NULL AND "order" IN (${placed.getQuery()})`, placed.getParameters())
        .execute();
      await manager.update(ShopOrderEntity, { placedAt: LessThan(instant) }, { buyerMark: null });
      await forgetEnded(manager);
      afterCommit(() => this.#changed([]));
      return gone.affected ?? 0;
    });
  }
}
