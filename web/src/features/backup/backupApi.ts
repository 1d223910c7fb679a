import { KeptShops, SentFile } from '@ostrakon/core';
import { queryOptions } from '@tanstack/react-query';
import { ask, askFile } from '../../api/client.ts';

export const backupApi = {
  /** A copy of everything, as a file. */
  make: (passphrase: string) => askFile('POST /shop/backups', { body: passphrase === '' ? {} : { passphrase } }),
  document: () => askFile('GET /shop/document'),
  /** Sends a file to be looked over; nothing is changed yet. */
  send: (file: File, signal: AbortSignal) => ask('POST /shop/files', SentFile, { body: file, init: { signal } }),
  callOff: (id: string) => askFile('DELETE /shop/files/:id', { params: { id } }).catch(() => undefined),
  /** Lets the shop of a file take the place of this one. */
  take: (id: string, passphrase: string) =>
    ask('POST /shop/files/:id/taken', KeptShops, { params: { id }, body: passphrase === '' ? {} : { passphrase } }),
  kept: async () => (await ask('GET /shop/kept', KeptShops)).kept,
  bringBack: (id: string) => ask('POST /shop/kept/:id/taken', KeptShops, { params: { id }, body: {} }),
};

export const keptShops = queryOptions({ queryKey: ['kept-shops'], queryFn: backupApi.kept });
