import { type DecimalSign, type GoodsField, goodsColumns, MARKS, PLAIN_GROUP } from '@ostrakon/core';
import { useCallback, useEffect, useRef, useState } from 'react';
import { useDraft } from '../../draft/DraftProvider.tsx';
import { FileFaults } from '../../files/FileFaults.tsx';
import { ChooseFile, FileColumns, Progress } from '../../files/FileSteps.tsx';
import { fileProblemWords } from '../../files/fileProblemWords.ts';
import { rememberedColumns } from '../../files/rememberedColumns.ts';
import type { OpenedFile } from '../../files/table.ts';
import { Button } from '../../ui/Button.tsx';
import { toCsv } from '../../ui/csv.ts';
import { download } from '../../ui/download.ts';
import { FileNumbers } from '../../ui/FileNumbers.tsx';
import { Modal } from '../../ui/Modal.tsx';
import { toast } from '../../ui/toast.ts';
import { useFormat } from '../../words/useWords.ts';
import type { CheckedFile, ImportAsk, ImportTell } from './importMessages.ts';
import { rowProblemWords } from './importWords.ts';
import type { Goods } from './useGoods.ts';

const kept = rememberedColumns('ostrakon-goods-columns', goodsColumns.fields);

type Stage =
  | { tag: 'choose'; fault: string | null }
  | { tag: 'opening' }
  | { tag: 'columns'; opened: OpenedFile<GoodsField>; fields: readonly (GoodsField | null)[] }
  | { tag: 'checking'; opened: OpenedFile<GoodsField>; done: number }
  | { tag: 'checked'; opened: OpenedFile<GoodsField>; fields: readonly (GoodsField | null)[]; checked: CheckedFile }
  | { tag: 'saving' };

function downloadBad({ opened, checked }: { opened: OpenedFile<GoodsField>; checked: CheckedFile }): void {
  const rows = checked.bad.map(({ cells, problems }) => [
    ...opened.headers.map((_header, at) => cells[at] ?? ''),
    String(problems[0]?.line ?? ''),
    problems.map(rowProblemWords).join(' '),
  ]);
  download('rows-not-taken.csv', toCsv([[...opened.headers, 'Line', 'What is wrong'], ...rows], opened.delimiter));
}

function BadRows({ opened, checked }: { opened: OpenedFile<GoodsField>; checked: CheckedFile }) {
  const format = useFormat();
  const faults = checked.bad.flatMap((row) =>
    row.problems.map((problem) => ({ line: problem.line, cell: problem.cell, words: rowProblemWords(problem) })),
  );
  return (
    <FileFaults
      label="Rows not taken"
      title={`${format.number(checked.bad.length)} ${checked.bad.length === 1 ? 'row is' : 'rows are'} not taken`}
      saveAs="Save them as a file, to be mended"
      faults={faults}
      format={format}
      onSave={() => downloadBad({ opened, checked })}
    />
  );
}

/** Takes goods from a file: columns, a check of every row, and only then the goods, all together or not at all. */
export function ImportDialog({ goods, onClose }: { goods: Goods; onClose: () => void }) {
  const { book } = useDraft();
  const format = useFormat();
  const [stage, setStage] = useState<Stage>({ tag: 'choose', fault: null });
  const worker = useRef<Worker>(undefined);
  const sending = useRef<AbortController>(undefined);
  const stop = useCallback(() => {
    worker.current?.terminate();
    worker.current = undefined;
    sending.current?.abort();
  }, []);
  useEffect(() => stop, [stop]);

  const hear = (tell: ImportTell) =>
    setStage((held): Stage => {
      if (tell.kind === 'opened') return { tag: 'columns', opened: tell.opened, fields: kept.recall(tell.opened) };
      if (tell.kind === 'refused') return { tag: 'choose', fault: fileProblemWords(tell.problem, tell.line) };
      if (held.tag !== 'checking') return held;
      if (tell.kind === 'progress') return { ...held, done: tell.done };
      return { tag: 'checked', opened: held.opened, fields: held.opened.guess, checked: tell.checked };
    });
  const ask = (message: ImportAsk) => {
    if (!worker.current) {
      worker.current = new Worker(new URL('./import.worker.ts', import.meta.url), { type: 'module' });
      worker.current.onmessage = ({ data }: MessageEvent<ImportTell>) => hear(data);
      worker.current.onerror = () => setStage({ tag: 'choose', fault: 'This file could not be read.' });
    }
    worker.current.postMessage(message);
  };
  const openFile = (file: File) => {
    stop();
    setStage({ tag: 'opening' });
    ask({ kind: 'open', file });
  };
  const check = (opened: OpenedFile<GoodsField>, fields: readonly (GoodsField | null)[], decimal: DecimalSign | null = null) => {
    kept.remember(opened.headers, fields);
    setStage({ tag: 'checking', opened: { ...opened, guess: fields }, done: 0 });
    ask({ kind: 'check', fields, book, known: goods.products, decimal });
  };
  const take = async ({ put, newGroups }: CheckedFile) => {
    setStage({ tag: 'saving' });
    sending.current = new AbortController();
    const groups = newGroups.map(({ id, name }, at) => {
      const mark = MARKS[(book.goodsGroups.length + at) % MARKS.length] ?? 'clay';
      return { name: 'addGoodsGroup', args: { id, name, mark, ...PLAIN_GROUP } } as const;
    });
    const words = `reading ${format.count(put.length, 'product')}`;
    const taken = await goods.change({ put, with: groups }, words, sending.current.signal);
    if (!taken) return setStage({ tag: 'choose', fault: 'Nothing was taken.' });
    toast(`${format.count(put.length, 'product')} imported`, { action: { label: 'Undo', onClick: () => void goods.undo() } });
    onClose();
  };
  const cancel = () => {
    stop();
    setStage({ tag: 'choose', fault: 'Stopped. Nothing was taken.' });
  };
  return (
    <Modal open wide onOpenChange={(open) => !open && onClose()} title="Import goods">
      {stage.tag === 'choose' && (
        <ChooseFile
          label="Goods file"
          what="a CSV file"
          accept=".csv,.txt,.tsv,text/csv,text/plain"
          about="The first row names the columns. Commas, semicolons and decimal commas are understood. Nothing is taken before you have seen it."
          fault={stage.fault}
          onFile={openFile}
        />
      )}
      {stage.tag === 'opening' && <Progress format={format} label="Reading the file…" />}
      {stage.tag === 'columns' && (
        <>
          <p className="mb-2 text-sm text-ash">
            {format.count(stage.opened.rows, 'row')}, read as {stage.opened.encoding}, cells parted by{' '}
            {{ ',': 'commas', ';': 'semicolons', '\t': 'tabs', '|': 'bars' }[stage.opened.delimiter] ?? 'commas'}. Known products are
            changed, new ones added; columns not taken leave them as they are.
          </p>
          <FileColumns
            columns={goodsColumns}
            opened={stage.opened}
            fields={stage.fields}
            onChange={(fields) => setStage({ ...stage, fields })}
          />
          {!stage.fields.includes('id') && (
            <p role="alert" className="mt-2 text-sm text-fault">
              Say which column holds the article number: products are known by it.
            </p>
          )}
          <div className="mt-3 flex justify-end gap-2">
            <Button onClick={() => setStage({ tag: 'choose', fault: null })}>Another file</Button>
            <Button look="main" disabled={!stage.fields.includes('id')} onClick={() => check(stage.opened, stage.fields)}>
              Check the rows
            </Button>
          </div>
        </>
      )}
      {stage.tag === 'checking' && <Progress format={format} label="Checking" done={stage.done} of={stage.opened.rows} />}
      {stage.tag === 'saving' && <Progress format={format} label="Taking the goods, all or none…" />}
      {(stage.tag === 'checking' || stage.tag === 'saving' || stage.tag === 'opening') && (
        <div className="flex justify-end">
          <Button onClick={cancel}>Stop</Button>
        </div>
      )}
      {stage.tag === 'checked' && (
        <>
          <p role="status">
            <strong>{format.count(stage.checked.counts.new, 'new product')}</strong>,{' '}
            <strong>{format.number(stage.checked.counts.changed)} changed</strong>, {format.number(stage.checked.counts.same)} as before.
          </p>
          {stage.checked.newGroups.length > 0 && (
            <p className="mt-1 text-sm text-ash">
              New goods groups will be added: {format.list(stage.checked.newGroups.map(({ name }) => name))}.
            </p>
          )}
          <FileNumbers
            format={format}
            decimal={stage.checked.decimal}
            doubts={stage.checked.doubts}
            onDecimal={(sign) => check(stage.opened, stage.fields, sign)}
          />
          {stage.checked.bad.length > 0 && <BadRows opened={stage.opened} checked={stage.checked} />}
          <div className="mt-3 flex justify-end gap-2">
            <Button onClick={() => setStage({ tag: 'columns', opened: stage.opened, fields: stage.fields })}>Back to the columns</Button>
            <Button onClick={() => setStage({ tag: 'choose', fault: null })}>Another file</Button>
            <Button
              look="main"
              disabled={stage.checked.put.length === 0 || stage.checked.doubts.length > 0}
              onClick={() => void take(stage.checked)}
            >
              Take {format.count(stage.checked.put.length, 'product')}
            </Button>
          </div>
        </>
      )}
    </Modal>
  );
}
