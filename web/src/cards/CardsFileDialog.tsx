import { type DecimalSign, type Lane, laneOf, type ReadCards } from '@ostrakon/core';
import { useEffect, useRef, useState } from 'react';
import { useDraft, useDraftSession } from '../draft/DraftProvider.tsx';
import type { Asked } from '../ui/askWorker.ts';
import { Button } from '../ui/Button.tsx';
import { decodeFile, NOT_TEXT } from '../ui/decodeText.ts';
import { FileField } from '../ui/FileField.tsx';
import { FileNumbers } from '../ui/FileNumbers.tsx';
import { Modal } from '../ui/Modal.tsx';
import { toast } from '../ui/toast.ts';
import { cardRuns } from '../words/cardSentence.ts';
import { useFormat } from '../words/useWords.ts';
import { cardProblemWords, startReading } from './cardsFile.ts';

const MOST_SHOWN = 40;
const MOST_BYTES = 20_000_000;

type ReadOne = Extract<ReadCards, { ok: true }>['cards'][number];

function Problems({ read }: { read: Extract<ReadCards, { ok: false }> }) {
  return (
    <div role="alert" className="text-sm">
      <p className="font-semibold text-fault">Nothing was taken. Mend these and read the file again:</p>
      <ul className="mt-1 space-y-0.5">
        {read.problems.slice(0, MOST_SHOWN).map((problem) => (
          <li key={`${problem.line} ${problem.column} ${problem.problem.code}`}>
            <span className="text-ash">
              Line {problem.line}
              {problem.column !== null && `, ${problem.column}`}
              {problem.cell !== '' && `, “${problem.cell}”`}:
            </span>{' '}
            {cardProblemWords(problem)}
          </li>
        ))}
        {read.problems.length > MOST_SHOWN && <li className="text-ash">and {read.problems.length - MOST_SHOWN} more</li>}
      </ul>
    </div>
  );
}

const heldCard = (lane: Lane | undefined, group: string | undefined) =>
  group === undefined ? lane?.card : lane?.groupCards.find((held) => held.group === group)?.card;

/** Reads a file of cards: what it would change is shown before it is taken, all or none of it. */
export function CardsFileDialog({ onClose }: { onClose: () => void }) {
  const { book } = useDraft();
  const session = useDraftSession();
  const format = useFormat();
  const [read, setRead] = useState<ReadCards | null>(null);
  const [text, setText] = useState('');
  const [fault, setFault] = useState<string | null>(null);
  const [reading, setReading] = useState<Asked<ReadCards> | null>(null);
  const open = async (file: File | undefined) => {
    setFault(null);
    setRead(null);
    if (!file) return;
    if (file.size > MOST_BYTES) return setFault('This file is larger than 20 MB.');
    const decoded = await decodeFile(file);
    if (decoded === null) return setFault(NOT_TEXT);
    setText(decoded.text);
    await readAll(decoded.text, null);
  };
  const readAll = async (whole: string, sign: DecimalSign | null) => {
    const started = startReading(whole, book, sign);
    setReading(started);
    try {
      const found = await started.answer;
      if (found.ok && found.cards.length === 0) setFault('This file holds no prices.');
      else setRead(found);
    } catch {
      setFault('This file could not be read.');
    }
    setReading(null);
  };
  const stop = () => {
    reading?.stop();
    setReading(null);
  };
  // A dialog that is closed wants no answer any more.
  const running = useRef(reading);
  running.current = reading;
  useEffect(() => () => running.current?.stop(), []);
  const held = ({ zone, service, group }: ReadOne) => {
    const place = book.zones.find(({ id }) => id === zone);
    return heldCard(place && laneOf(place, service), group);
  };
  const changed = read?.ok ? read.cards.filter((card) => JSON.stringify(held(card)) !== JSON.stringify(card.card)) : [];
  const name = ({ zone, service, group }: ReadOne) => {
    const of = group === undefined ? '' : `, ${book.goodsGroups.find(({ id }) => id === group)?.name}`;
    return `${book.services.find(({ id }) => id === service)?.name} to ${book.zones.find(({ id }) => id === zone)?.name}${of}`;
  };
  const take = () => {
    const outcome = session.dispatch({ name: 'setCards', args: { cards: [...changed] } });
    if (!outcome.ok) return setFault(`${outcome.message}.`);
    toast(`Imported the prices of ${changed.length} ${changed.length === 1 ? 'cell' : 'cells'}`, {
      action: { label: 'Undo', onClick: session.undo },
    });
    onClose();
  };
  return (
    <Modal
      open
      wide
      onOpenChange={(isOpen) => !isOpen && onClose()}
      title="Import prices"
      about="A CSV file as this page writes it: one row a price. What it does not name stays as it is."
    >
      <div className="space-y-3">
        <FileField
          aria-label="File of prices"
          className="block w-full"
          accept=".csv,text/csv,text/plain"
          onFile={(file) => void open(file)}
        />
        {fault !== null && (
          <p role="alert" className="text-fault">
            {fault}
          </p>
        )}
        {reading && (
          <p role="status" className="flex items-center gap-3">
            Reading the file… <Button onClick={stop}>Stop</Button>
          </p>
        )}
        {read && !read.ok && <Problems read={read} />}
        {read?.ok && (
          <>
            <FileNumbers format={format} decimal={read.decimal} doubts={read.doubts} onDecimal={(sign) => void readAll(text, sign)} />
            <p>
              Prices of {read.cards.length} {read.cards.length === 1 ? 'cell' : 'cells'} in the file,{' '}
              {changed.length === 0 ? 'all as they are in the draft.' : `${changed.length} of them other than in the draft:`}
            </p>
            <ul className="max-h-64 divide-y divide-line overflow-auto text-sm">
              {changed.slice(0, MOST_SHOWN).map((card) => (
                <li key={name(card)} className="py-1">
                  <span className="font-semibold">{name(card)}</span>
                  {held(card) === undefined && ' (new)'}: {cardRuns(card.card, format).map((run) => run.text)}
                </li>
              ))}
              {changed.length > MOST_SHOWN && <li className="py-1 text-ash">and {changed.length - MOST_SHOWN} more</li>}
            </ul>
          </>
        )}
        <div className="flex justify-end">
          <Button look="main" disabled={changed.length === 0 || (read?.ok && read.doubts.length > 0)} onClick={take}>
            {changed.length === 0 ? 'Nothing to import' : `Import ${changed.length}`}
          </Button>
        </div>
      </div>
    </Modal>
  );
}
