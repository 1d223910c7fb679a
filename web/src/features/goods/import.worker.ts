import { goodsColumns } from '@ostrakon/core';
import { FileRefused, openedOf, type ReadFile, readTableFile } from '../../files/table.ts';
import type { ImportAsk, ImportTell } from './importMessages.ts';
import { checkRows } from './readGoodsFile.ts';

// Reads and checks a goods file away from the page, so that the page goes on answering.
const tell = (message: ImportTell) => self.postMessage(message);
let file: ReadFile | undefined;

async function answer(ask: ImportAsk): Promise<void> {
  if (ask.kind === 'open') {
    file = readTableFile(new Uint8Array(await ask.file.arrayBuffer()));
    return tell({ kind: 'opened', opened: openedOf(file, goodsColumns) });
  }
  if (!file) throw new Error('no file is open');
  const { length } = file.rows;
  tell({ kind: 'progress', done: 0, of: length });
  const checked = checkRows(file, ask.fields, ask, (done) => tell({ kind: 'progress', done, of: length }));
  tell({ kind: 'checked', checked });
}

self.onmessage = ({ data }: MessageEvent<ImportAsk>) => {
  answer(data).catch((error: unknown) => {
    if (!(error instanceof FileRefused)) throw error;
    tell({ kind: 'refused', problem: error.problem, ...(error.line !== undefined && { line: error.line }) });
  });
};
