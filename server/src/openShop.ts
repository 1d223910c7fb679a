import pLimit from 'p-limit';
import { AccountStore } from './features/carriers/accountStore.ts';
import { Drafts } from './features/draft/drafts.ts';
import { EditionStore } from './features/editions/editionStore.ts';
import { GoodsStore } from './features/goods/goodsStore.ts';
import { LoadStore } from './features/loads/loadStore.ts';
import { MailStore } from './features/mail/mailStore.ts';
import { DeskFeed } from './features/orders/deskFeed.ts';
import { DeskStore } from './features/orders/deskStore.ts';
import { Forgetting } from './features/orders/forgetting.ts';
import { LabelStore } from './features/orders/labelStore.ts';
import { orderLoads } from './features/orders/orderLoads.ts';
import { OrderStore } from './features/orders/orderStore.ts';
import { SurveyStore } from './features/surveys/surveyStore.ts';
import { TrialStore } from './features/trials/trialStore.ts';
import { WindowStore } from './features/windows/windowStore.ts';
import { PaperStore } from './papers/paperStore.ts';
import { Secrets } from './persistence/secrets.ts';
import { openDatabase } from './persistence/sqlite/openDatabase.ts';

/** Opens everything a shop keeps in `folder`. `now` gives the present instant as ISO 8601. */
export async function openShop(folder: string, now: () => string) {
  const database = await openDatabase(folder);
  try {
    const deskFeed = new DeskFeed();
    const secrets = Secrets.ofFolder(folder);
    const mail = new MailStore(database, secrets, now);
    await mail.holdUnsure();
    const drafts = await Drafts.open(database, now);
    const loads = await LoadStore.open(database);
    const countOrders = async () => loads.ofDesk(await orderLoads(database, now()));
    await countOrders();
    // One count at a time, and one more for what has changed during it.
    const counting = pLimit(1);
    deskFeed.onChange(() => {
      if (counting.pendingCount === 0) void counting(countOrders).catch(() => undefined);
    });
    return {
      database,
      accounts: await AccountStore.open(database, secrets, now),
      drafts,
      draft: drafts.main,
      editions: await EditionStore.open(database, now),
      goods: await GoodsStore.open(database),
      loads,
      desk: new DeskStore(database, now, deskFeed),
      deskFeed,
      labels: new LabelStore(database, now, deskFeed),
      forgetting: new Forgetting(database, deskFeed.tell),
      mail,
      papers: new PaperStore(database),
      orders: new OrderStore(database, now, deskFeed.tell),
      surveys: new SurveyStore(database, now),
      trials: new TrialStore(database),
      windows: new WindowStore(database, secrets, now),
    };
  } catch (error) {
    await database.close();
    throw error;
  }
}

export type Shop = Awaited<ReturnType<typeof openShop>>;
