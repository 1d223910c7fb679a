import { Command, OpenAccount, ProductFacts, RateBook, Trial } from '@ostrakon/core';
import { FiledOrder, SetMail } from '@ostrakon/core/contract';
import { z } from 'zod';
import { type AccountStore, heldAccount } from './features/carriers/accountStore.ts';
import type { DraftStore } from './features/draft/draftStore.ts';
import type { EditionStore } from './features/editions/editionStore.ts';
import type { GoodsStore } from './features/goods/goodsStore.ts';
import type { MailStore } from './features/mail/mailStore.ts';
import type { OrderStore } from './features/orders/orderStore.ts';
import type { TrialStore } from './features/trials/trialStore.ts';
import { OWNER } from './persistence/authors.ts';

/** What a new shop can begin with, as a JSON file. */
export interface Seed {
  /** The first edition. */
  readonly live: RateBook;
  readonly note: string;
  /** What the draft changed since then. */
  readonly draftCommands: Command[];
  readonly products: ProductFacts[];
  readonly trials: Trial[];
  /** Accounts with carriers; their services are asked for when the shop first starts. */
  readonly accounts: OpenAccount[];
  /** Orders of before, as they are filed. */
  readonly orders: FiledOrder[];
  /** What is sent to whom. */
  readonly mail?: SetMail | undefined;
}
export const Seed: z.ZodType<Seed> = z.strictObject({
  live: RateBook,
  note: z.string(),
  draftCommands: z.array(Command),
  products: z.array(ProductFacts),
  trials: z.array(Trial),
  accounts: z.array(OpenAccount).default([]),
  orders: z.array(FiledOrder).default([]),
  mail: SetMail.optional(),
});

interface SeedStores {
  readonly draft: DraftStore;
  readonly editions: EditionStore;
  readonly goods: GoodsStore;
  readonly trials: TrialStore;
  readonly accounts: AccountStore;
  readonly orders: OrderStore;
  readonly mail: MailStore;
}

/** Fills a shop that has never been touched; any other is left as it is. */
export async function plantSeed(stores: SeedStores, read: () => unknown): Promise<boolean> {
  const { accounts, draft, editions, goods, mail, orders, trials } = stores;
  if (draft.current.revision > 0 || editions.live()) return false;
  const seed = Seed.parse(read());
  await goods.change({ put: seed.products });
  await trials.change({ put: seed.trials, remove: [] });
  for (const account of seed.accounts) await accounts.add(heldAccount(account));
  await draft.beginWith(seed.live);
  const origin = { draft: draft.id, revision: draft.current.revision };
  await editions.publish(() => draft.current.book, seed.note, OWNER, undefined, origin);
  await orders.takeOver(seed.orders);
  // After them: what was ordered before is news to nobody.
  if (seed.mail) await mail.set(seed.mail);
  for (const command of seed.draftCommands) await draft.run(command);
  return true;
}
