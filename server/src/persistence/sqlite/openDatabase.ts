import { join } from 'node:path';
import { entities } from '../entities.ts';
import { SHOP_FILE } from './files.ts';
import { First1763900000000 } from './migrations/1763900000000-first.ts';
import { Goods1764000000000 } from './migrations/1764000000000-goods.ts';
import { OwnCharge1764200000000 } from './migrations/1764200000000-own-charge.ts';
import { DayLoad1764300000000 } from './migrations/1764300000000-day-load.ts';
import { Carriers1764400000000 } from './migrations/1764400000000-carriers.ts';
import { Steps1764500000000 } from './migrations/1764500000000-steps.ts';
import { Releases1764600000000 } from './migrations/1764600000000-releases.ts';
import { TrialLabel1764700000000 } from './migrations/1764700000000-trial-label.ts';
import { TrialExpects1764800000000 } from './migrations/1764800000000-trial-expects.ts';
import { Plans1764900000000 } from './migrations/1764900000000-plans.ts';
import { GoodsRules1765000000000 } from './migrations/1765000000000-goods-rules.ts';
import { Feed1765100000000 } from './migrations/1765100000000-feed.ts';
import { Drafts1765200000000 } from './migrations/1765200000000-drafts.ts';
import { Orders1765400000000 } from './migrations/1765400000000-orders.ts';
import { Desk1765500000000 } from './migrations/1765500000000-desk.ts';
import { Mail1765600000000 } from './migrations/1765600000000-mail.ts';
import { Windows1765700000000 } from './migrations/1765700000000-windows.ts';
import { CountsOn1765800000000 } from './migrations/1765800000000-counts-on.ts';
import { Customs1765900000000 } from './migrations/1765900000000-customs.ts';
import { Search1766000000000 } from './migrations/1766000000000-search.ts';
import { openSqlite, type SqliteDatabase } from './openSqlite.ts';

export const migrations = [
  First1763900000000,
  Goods1764000000000,
  OwnCharge1764200000000,
  DayLoad1764300000000,
  Carriers1764400000000,
  Steps1764500000000,
  Releases1764600000000,
  TrialLabel1764700000000,
  TrialExpects1764800000000,
  Plans1764900000000,
  GoodsRules1765000000000,
  Feed1765100000000,
  Drafts1765200000000,
  Orders1765400000000,
  Desk1765500000000,
  Mail1765600000000,
  Windows1765700000000,
  CountsOn1765800000000,
  Customs1765900000000,
  Search1766000000000,
];

/** Opens the shop of a folder. */
export const openDatabase = (folder: string): Promise<SqliteDatabase> =>
  openSqlite(join(folder, SHOP_FILE), { entities: entities as never, migrations });

/** Opens the shop's file once more, beside a server that has it open: it is looked over and up to date already. */
export const openBeside = (file: string): Promise<SqliteDatabase> =>
  openSqlite(file, { entities: entities as never, migrations: [] }, true);
