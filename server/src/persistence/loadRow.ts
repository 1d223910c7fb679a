import { DayLoad, type LoadCount } from '@ostrakon/core';
import type { DayLoadRow } from './goodsEntities.ts';

/** What names a load. */
export type LoadKey = Omit<DayLoadRow, 'orders'>;

export const keyOfLoad = (load: DayLoad | LoadCount): LoadKey =>
  load.kind === 'packing'
    ? { kind: load.kind, owner: load.location, date: load.date, window: '' }
    : { kind: load.kind, owner: load.service, date: load.date, window: load.from };

export const loadFromRow = ({ kind, owner, date, window, orders }: DayLoadRow): DayLoad =>
  DayLoad.parse(kind === 'packing' ? { kind, location: owner, date, orders } : { kind, service: owner, date, from: window, orders });

export const rowOfLoad = (load: DayLoad): DayLoadRow => ({ ...keyOfLoad(load), orders: load.orders });
