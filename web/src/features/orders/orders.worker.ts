import { orderColumns } from '@ostrakon/core';
import { FileRefused, openedOf, type ReadFile, readTable, readText } from '../../files/table.ts';
import { inParts, isJson, ordersOfJson, ordersOfTable } from './ordersFile.ts';
import type { OrdersAsk, OrdersTell } from './ordersFileMessages.ts';

// Reads a file of orders away from the page, and hands its orders out in parts.
const tell = (message: OrdersTell) => self.postMessage(message);
let held: { file: ReadFile } | { json: string } | undefined;
let parts: ReturnType<typeof inParts> = [];

async function open(file: File): Promise<void> {
  const { text, encoding } = readText(new Uint8Array(await file.arrayBuffer()));
  if (isJson(text)) {
    held = { json: text };
    return tell({ kind: 'json' });
  }
  const table = readTable(text, encoding);
  held = { file: table };
  tell({ kind: 'opened', opened: openedOf(table, orderColumns) });
}

function check(ask: Extract<OrdersAsk, { kind: 'check' }>): void {
  if (!held) throw new Error('no file is open');
  const read = 'json' in held ? ordersOfJson(held.json) : ordersOfTable(held.file, ask);
  if ('message' in read) {
    tell({ kind: 'notJson', line: read.line, message: read.message });
    return;
  }
  parts = inParts(read.orders);
  tell({ kind: 'checked', checked: read.checked });
}

async function answer(ask: OrdersAsk): Promise<void> {
  if (ask.kind === 'open') return open(ask.file);
  if (ask.kind === 'check') return check(ask);
  tell({ kind: 'part', orders: parts[ask.at] ?? [] });
}

self.onmessage = ({ data }: MessageEvent<OrdersAsk>) => {
  answer(data).catch((error: unknown) => {
    if (!(error instanceof FileRefused)) throw error;
    tell({ kind: 'refused', problem: error.problem, ...(error.line !== undefined && { line: error.line }) });
  });
};
