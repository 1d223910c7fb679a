import { KeptShops, SentFile } from '@ostrakon/core';
import { queryOptions } from '@tanstack/react-query';
import { ask, askBlob, post } from '../../api/client.ts';

export const backupApi = {
  /** A copy of everything, as a file. */
  make: (passphrase: string) => askBlob('/shop/backups', post(passphrase === '' ? {} : { passphrase })),
  document: () => askBlob('/shop/document'),
  /** Sends a file to be looked over; nothing is changed yet. */
  send: (file: File, signal: AbortSignal) =>
    ask(SentFile, '/shop/files', { method: 'POST', body: file, headers: { 'content-type': 'application/octet-stream' }, signal }),
  callOff: (id: string) => fetch(`/api/shop/files/${id}`, { method: 'DELETE' }).catch(() => undefined),
  /** Lets the shop of a file take the place of this one. */
  take: (id: string, passphrase: string) => ask(KeptShops, `/shop/files/${id}/taken`, post(passphrase === '' ? {} : { passphrase })),
  kept: async () => (await ask(KeptShops, '/shop/kept')).kept,
  bringBack: (id: string) => ask(KeptShops, `/shop/kept/${id}/taken`, post({})),
};

export const keptShops = queryOptions({ queryKey: ['kept-shops'], queryFn: backupApi.kept });
