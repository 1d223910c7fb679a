import { BackupRequest, KeptShops, SentFile, TakeFile } from '../sentFiles.ts';
import { Nothing } from './params.ts';
import type { Routes } from './route.ts';

const SHOP_FILES = { file: 'application/octet-stream' };

/** Backups, and another shop in place of this one. */
export const shopRoutes = {
  'POST /shop/backups': { says: 'Everything in one file', who: 'own', body: BackupRequest, answer: { file: 'application/vnd.sqlite3' } },
  'GET /shop/document': { says: 'The whole shop as one JSON document', who: 'own', answer: { file: 'application/json' } },
  'POST /shop/files': {
    says: 'Send a backup or the document of a shop, to be looked over',
    who: 'own',
    body: SHOP_FILES,
    status: 201,
    answer: SentFile,
    problems: ['file-refused'],
  },
  'DELETE /shop/files/:id': { says: 'Call a sent file off', who: 'own', status: 204, answer: null },
  'POST /shop/files/:id/taken': {
    says: 'Let the shop of a file take the place of this one',
    who: 'own',
    body: TakeFile,
    answer: KeptShops,
    problems: ['not-found', 'file-refused', 'shutting-down'],
  },
  'GET /shop/kept': { says: 'Shops that were replaced', who: 'own', answer: KeptShops },
  'POST /shop/kept/:id/taken': {
    says: 'Bring a replaced shop back',
    who: 'own',
    body: Nothing,
    answer: KeptShops,
    problems: ['not-found', 'shutting-down'],
  },
} as const satisfies Routes;
