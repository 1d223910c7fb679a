import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { openSqlite, type SqliteDatabase } from '../sqlite/openSqlite.ts';
import { Access1765300000000 } from './1765300000000-access.ts';
import { accessEntities } from './accessEntities.ts';

/** Beside the shop's file: who may come in, with the key that locks their second factors. */
export const ACCESS_FOLDER = 'access';
export const ACCESS_FILE = 'access.sqlite';
export const accessMigrations = [Access1765300000000];

/** Opens what says who may come in to the shop of a folder. */
export function openAccess(folder: string): Promise<SqliteDatabase> {
  mkdirSync(join(folder, ACCESS_FOLDER), { recursive: true, mode: 0o700 });
  return openSqlite(join(folder, ACCESS_FOLDER, ACCESS_FILE), { entities: accessEntities as never, migrations: accessMigrations });
}
