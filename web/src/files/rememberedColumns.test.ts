import { goodsColumns } from '@ostrakon/core';
import { beforeEach, expect, test, vi } from 'vitest';
import { rememberedColumns } from './rememberedColumns.ts';

const { recall: recallColumns, remember: rememberColumns } = rememberedColumns('ostrakon-goods-columns', goodsColumns.fields);

beforeEach(() => {
  const held = new Map<string, string>();
  vi.stubGlobal('localStorage', {
    getItem: (key: string) => held.get(key) ?? null,
    setItem: (key: string, value: string) => held.set(key, value),
  });
});

test('columns are taken for what they were the last time, others for what their heads say', () => {
  const file = { headers: ['SKU', 'Bezeichnung', 'Notiz'], guess: ['id', null, null] as const };
  expect(recallColumns({ ...file, guess: [...file.guess] })).toEqual(['id', null, null]);
  rememberColumns(file.headers, ['id', 'name', null]);
  expect(recallColumns({ headers: ['bezeichnung', 'SKU', 'Preis'], guess: [null, 'id', 'price'] })).toEqual(['name', 'id', 'price']);
  // No field is taken twice, and what is kept wrongly counts for nothing.
  expect(recallColumns({ headers: ['Bezeichnung', 'Name'], guess: [null, 'name'] })).toEqual(['name', null]);
  localStorage.setItem('ostrakon-goods-columns', '{"sku":"nothing"}');
  expect(recallColumns({ headers: ['SKU'], guess: ['id'] })).toEqual(['id']);
  localStorage.setItem('ostrakon-goods-columns', 'not even JSON');
  expect(recallColumns({ headers: ['SKU'], guess: ['id'] })).toEqual(['id']);
});
