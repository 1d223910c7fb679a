import { laneOf, type RateBook, raisedCard } from '@ostrakon/core';
import { useState } from 'react';
import { useDraft, useDraftSession } from '../../draft/DraftProvider.tsx';
import { Button } from '../../ui/Button.tsx';
import { LabelledInput } from '../../ui/LabelledInput.tsx';
import { Modal } from '../../ui/Modal.tsx';
import { readRaise } from '../../ui/readRaise.ts';
import { Select } from '../../ui/Select.tsx';
import { toast } from '../../ui/toast.ts';
import { useFormat } from '../../words/useWords.ts';
import { ratesWords } from './sheetCell.ts';

type Of = 'service' | 'zone';

/** Where the prices of one line of the copy come from and go to. */
function pairOf(of: Of, from: string, to: string, across: string) {
  return of === 'service'
    ? { from: { zone: across, service: from }, to: { zone: across, service: to } }
    : { from: { zone: from, service: across }, to: { zone: to, service: across } };
}

const laneAt = (book: RateBook, { zone, service }: { zone: string; service: string }) => {
  const held = book.zones.find(({ id }) => id === zone);
  return held && laneOf(held, service);
};

const WORDS = {
  service: { title: 'Copy the prices of', to: 'To the service', across: 'zone', each: 'In every zone' },
  zone: { title: 'Copy the services and prices of', to: 'To the zone', across: 'service', each: 'Of every service' },
} as const;

/** A service's prices for another service, or a zone's for another zone, each raised or lowered on the way. */
export function CopyPrices({ of, id, name, onClose }: { of: Of; id: string; name: string; onClose: () => void }) {
  const { book } = useDraft();
  const session = useDraftSession();
  const format = useFormat();
  // A carrier's service has prices of its own only for when the carrier is silent.
  const others = (of === 'service' ? book.services.filter(({ kind }) => kind !== 'carrier') : book.zones).filter((one) => one.id !== id);
  // Prices are mostly wanted for a service of the same kind.
  const alike = book.services.find((one) => one.id !== id && one.kind === book.services.find((own) => own.id === id)?.kind);
  const [to, setTo] = useState((of === 'service' ? alike : undefined)?.id ?? others[0]?.id ?? '');
  const [change, setChange] = useState('');
  const [own, setOwn] = useState<Readonly<Record<string, string>>>({});
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set());
  const words = WORDS[of];
  const rows = (of === 'service' ? book.zones : book.services).flatMap((across) => {
    const pair = pairOf(of, id, to, across.id);
    const lane = laneAt(book, pair.from);
    if (!lane) return [];
    const typed = (own[across.id] ?? '').trim() || change.trim();
    const read = typed === '' ? null : readRaise(typed, book.shop);
    return [{ across, pair, lane, read, had: laneAt(book, pair.to) !== undefined, taken: !left.has(across.id) }];
  });
  const chosen = rows.filter(({ taken }) => taken);
  const replaced = chosen.filter(({ had }) => had).length;
  const faulty = chosen.some(({ read }) => read !== null && !read.ok);
  const target = others.find((one) => one.id === to);
  const act = () => {
    const pairs = chosen.map(({ pair, read }) => ({ ...pair, ...(read?.ok && { by: read.value }) }));
    const taken = session.dispatch({ name: 'copyLanes', args: { pairs, parts: ['card', 'limits', 'freeFrom'] } });
    if (!taken.ok) return void toast.error(`${taken.message}.`);
    toast(`Copied to ${target?.name ?? ''}`, { action: { label: 'Undo', onClick: session.undo } });
    onClose();
  };
  const wide = readRaise(change, book.shop);
  return (
    <Modal
      open
      wide
      onOpenChange={(open) => !open && onClose()}
      title={`${words.title} ${name}`}
      about="Prices, limits and free delivery. Empty changes nothing; 5 %, −5 %, 0.50 or −0.50 raises or lowers."
    >
      <form
        className="space-y-3"
        onSubmit={(event) => {
          event.preventDefault();
          act();
        }}
      >
        <div className="grid grid-cols-2 items-start gap-3">
          <div>
            <span aria-hidden className="mb-1 block text-sm text-ash">
              {words.to}
            </span>
            <Select label={words.to} value={to} onChange={(event) => setTo(event.target.value)}>
              {others.map((one) => (
                <option key={one.id} value={one.id}>
                  {one.name}
                </option>
              ))}
            </Select>
          </div>
          <LabelledInput
            label={`${words.each}, change by`}
            value={change}
            hint="as they are"
            read={(text) => readRaise(text, book.shop)}
            onType={setChange}
            fault={change.trim() === '' || wide.ok ? undefined : wide.message}
          />
        </div>
        <div className="max-h-[45vh] overflow-auto rounded-md border border-line">
          <table aria-label="What is copied" className="w-full border-collapse text-sm">
            <tbody>
              {rows.map(({ across, lane, read, had, taken }) => (
                <tr key={across.id} className="border-line border-b align-middle">
                  <th scope="row" className="px-2 py-1 text-start font-normal">
                    <label className="flex min-h-7 items-center gap-2">
                      <input
                        type="checkbox"
                        className="size-4 accent-clay"
                        checked={taken}
                        onChange={() => setLeft(new Set(taken ? [...left, across.id] : [...left].filter((one) => one !== across.id)))}
                      />
                      {across.name}
                    </label>
                  </th>
                  <td className="px-2 py-1 text-end text-ash">{ratesWords(lane, format).main}</td>
                  <td className="w-28 px-2 py-1">
                    <input
                      aria-label={`${across.name}, change by`}
                      aria-invalid={read !== null && !read.ok}
                      title={read !== null && !read.ok ? read.message : undefined}
                      value={own[across.id] ?? ''}
                      placeholder={change.trim() || 'as it is'}
                      autoComplete="off"
                      onChange={(event) => setOwn({ ...own, [across.id]: event.target.value })}
                      className="h-7 w-full rounded-md border border-line-strong bg-paper px-2 text-end placeholder:text-ash aria-invalid:border-fault aria-invalid:bg-fault-soft"
                    />
                    {own[across.id] !== undefined && read !== null && !read.ok && (
                      <span role="alert" className="text-xs text-fault">
                        {read.message}
                      </span>
                    )}
                  </td>
                  <td className="px-2 py-1 text-end font-semibold">
                    {taken &&
                      (read === null || read.ok) &&
                      ratesWords(read?.ok ? { ...lane, card: raisedCard(lane.card, read.value) } : lane, format).main}
                    {had && taken && <span className="block text-xs font-normal text-ochre">takes the place of its prices</span>}
                  </td>
                </tr>
              ))}
              {rows.length === 0 && (
                <tr>
                  <td className="px-2 py-2 text-ash">It has no prices in any {words.across} yet.</td>
                </tr>
              )}
            </tbody>
          </table>
        </div>
        <div className="flex items-center justify-end gap-3">
          {replaced > 0 && <span className="text-sm text-ochre">Replaces {format.count(replaced, 'price rule')}</span>}
          <Button look="main" type="submit" disabled={chosen.length === 0 || faulty || target === undefined}>
            Copy to {target?.name ?? '…'}
          </Button>
        </div>
      </form>
    </Modal>
  );
}
