import type { BroughtState, DecimalSign, OrderField, OrdersShop } from '@ostrakon/core';
import { orderColumns } from '@ostrakon/core';
import { OrdersImport, OrdersTaken } from '@ostrakon/core/contract';
import { useCallback, useEffect, useRef, useState } from 'react';
import { z } from 'zod';
import { problemWords } from '../../access/problemWords.ts';
import { ask } from '../../api/client.ts';
import { fileProblemWords } from '../../files/fileProblemWords.ts';
import { rememberedColumns } from '../../files/rememberedColumns.ts';
import type { OpenedFile } from '../../files/table.ts';
import type { CheckedOrders, OrdersAsk, OrdersTell } from './ordersFileMessages.ts';

const kept = rememberedColumns('ostrakon-order-columns', orderColumns.fields);

/** Parts of a file that are under way at once. */
const AT_ONCE = 3;

/** How a file is read. */
export interface HowRead {
  readonly fields: readonly (OrderField | null)[];
  readonly decimal: DecimalSign | null;
  readonly services: ReadonlyMap<string, string>;
  readonly state: BroughtState;
}

export type Stage =
  | { readonly tag: 'choose'; readonly fault: string | null }
  | { readonly tag: 'reading' }
  | { readonly tag: 'columns'; readonly how: HowRead }
  | { readonly tag: 'checked'; readonly how: HowRead; readonly checked: CheckedOrders }
  | { readonly tag: 'planning'; readonly how: HowRead; readonly checked: CheckedOrders; readonly done: number }
  | { readonly tag: 'planned'; readonly how: HowRead; readonly checked: CheckedOrders; readonly told: OrdersImport }
  | { readonly tag: 'taking' }
  | { readonly tag: 'taken'; readonly taken: OrdersTaken };

/** A file of orders on its way in: read in a worker, planned by the server part by part, and only then taken. */
export function useOrdersFile(shop: OrdersShop) {
  const [stage, setStage] = useState<Stage>({ tag: 'choose', fault: null });
  const [opened, setOpened] = useState<OpenedFile<OrderField> | null>(null);
  const worker = useRef<Worker>(undefined);
  const hears = useRef<(tell: OrdersTell) => void>(() => undefined);
  /** The import that is going on; null once somebody has stopped it. */
  const going = useRef<{ readonly id: string } | null>(null);

  const callOff = useCallback(() => {
    const held = going.current;
    going.current = null;
    if (held) ask('DELETE /orders/imports/:id', z.null(), { params: held }).catch(() => undefined);
  }, []);
  const stop = useCallback(() => {
    callOff();
    worker.current?.terminate();
    worker.current = undefined;
  }, [callOff]);
  useEffect(() => stop, [stop]);

  const tellWorker = (message: OrdersAsk, hear: (tell: OrdersTell) => void) => {
    hears.current = hear;
    if (!worker.current) {
      worker.current = new Worker(new URL('./orders.worker.ts', import.meta.url), { type: 'module' });
      worker.current.onmessage = ({ data }: MessageEvent<OrdersTell>) => hears.current(data);
      worker.current.onerror = () => setStage({ tag: 'choose', fault: 'This file could not be read.' });
    }
    worker.current.postMessage(message);
  };
  const refused = (tell: OrdersTell): boolean => {
    if (tell.kind === 'refused') setStage({ tag: 'choose', fault: fileProblemWords(tell.problem, tell.line) });
    else if (tell.kind === 'notJson') {
      const where = tell.line === null ? '' : ` on line ${tell.line}`;
      setStage({ tag: 'choose', fault: `This is no JSON${where}: ${tell.message}.` });
    } else return false;
    return true;
  };

  const check = (how: HowRead) => {
    if (opened) kept.remember(opened.headers, how.fields);
    setStage({ tag: 'reading' });
    tellWorker({ kind: 'check', shop, ...how }, (tell) => {
      if (!refused(tell) && tell.kind === 'checked') setStage({ tag: 'checked', how, checked: tell.checked });
    });
  };
  const open = (file: File) => {
    stop();
    setOpened(null);
    setStage({ tag: 'reading' });
    const plain: HowRead = { fields: [], decimal: null, services: new Map(), state: 'waiting' };
    tellWorker({ kind: 'open', file }, (tell) => {
      if (refused(tell)) return;
      if (tell.kind === 'json') check(plain);
      if (tell.kind !== 'opened') return;
      setOpened(tell.opened);
      setStage({ tag: 'columns', how: { ...plain, fields: kept.recall(tell.opened) } });
    });
  };

  const part = (at: number) =>
    new Promise<Extract<OrdersTell, { kind: 'part' }>['orders']>((resolve) => {
      tellWorker({ kind: 'part', at }, (tell) => tell.kind === 'part' && resolve(tell.orders));
    });

  const send = async (id: string, parts: number, progress: (told: OrdersImport) => void) => {
    let next = 0;
    let reading: Promise<unknown> = Promise.resolve();
    const sender = async () => {
      while (next < parts && going.current?.id === id) {
        const at = next;
        next += 1;
        // The worker is asked one thing at a time.
        const orders = reading.then(() => part(at));
        reading = orders;
        const body = { orders: [...(await orders)] };
        progress(await ask('POST /orders/imports/:id/orders', OrdersImport, { params: { id }, body }));
      }
    };
    await Promise.all(Array.from({ length: AT_ONCE }, sender));
  };

  const plan = async (how: HowRead, checked: CheckedOrders) => {
    setStage({ tag: 'planning', how, checked, done: 0 });
    try {
      const begun = await ask('POST /orders/imports', OrdersImport, { body: {} });
      going.current = begun;
      let last = begun;
      await send(begun.id, checked.parts, (told) => {
        if (told.orders >= last.orders) last = told;
        setStage((held) => (held.tag === 'planning' ? { ...held, done: last.orders } : held));
      });
      if (going.current?.id === begun.id) setStage({ tag: 'planned', how, checked, told: last });
    } catch (failed) {
      if (going.current) setStage({ tag: 'choose', fault: problemWords(failed) });
      callOff();
    }
  };
  const take = async ({ id }: OrdersImport) => {
    setStage({ tag: 'taking' });
    try {
      const taken = await ask('POST /orders/imports/:id/take', OrdersTaken, { params: { id }, body: {} });
      setStage({ tag: 'taken', taken });
    } catch (failed) {
      setStage({ tag: 'choose', fault: `${problemWords(failed)} Nothing was taken.` });
    }
  };
  const cancel = () => {
    stop();
    setStage({ tag: 'choose', fault: 'Stopped. Nothing was taken.' });
  };
  const again = () => {
    stop();
    setStage({ tag: 'choose', fault: null });
  };
  return { stage, opened, setStage, open, check, plan, take, cancel, again, stop };
}
