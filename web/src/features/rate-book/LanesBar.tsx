import {
  applyCommand,
  dimensionOf,
  type FreeFrom,
  Limit,
  laneOf,
  MEASURES,
  type Measure,
  type Raise,
  type RateBook,
  type Service,
} from '@ostrakon/core';
import { type ReactNode, useState } from 'react';
import { downloadCards } from '../../cards/cardsFile.ts';
import { useDraft, useDraftSession } from '../../draft/DraftProvider.tsx';
import { MarkupForm, NO_MARKUP, readMarkup, type TypedMarkup } from '../../rules/MarkupForm.tsx';
import { Button } from '../../ui/Button.tsx';
import { LabelledInput } from '../../ui/LabelledInput.tsx';
import { Modal } from '../../ui/Modal.tsx';
import { readBound, readMoney } from '../../ui/readers.ts';
import { readRaise } from '../../ui/readRaise.ts';
import { Select } from '../../ui/Select.tsx';
import { toast } from '../../ui/toast.ts';
import { measureWords } from '../../words/quoteWords.ts';
import { useFormat } from '../../words/useWords.ts';
import { ratesWords } from './sheetCell.ts';
import type { LaneKey } from './useChosenLanes.ts';

type Act = 'raise' | 'limit' | 'free' | 'markup';
const MOST_SHOWN = 30;

interface ActProps {
  lanes: readonly LaneKey[];
  onClose: () => void;
}

/** A dialog with one act on the chosen lanes. */
function ActDialog({
  title,
  about,
  button,
  disabled,
  onAct,
  onClose,
  children,
}: {
  title: string;
  about: string;
  button: string;
  disabled: boolean;
  onAct: () => void;
  onClose: () => void;
  children: ReactNode;
}) {
  return (
    <Modal open onOpenChange={(open) => !open && onClose()} title={title} about={about}>
      <form
        className="space-y-3"
        onSubmit={(event) => {
          event.preventDefault();
          onAct();
        }}
      >
        {children}
        <div className="flex justify-end">
          <Button look="main" type="submit" disabled={disabled}>
            {button}
          </Button>
        </div>
      </form>
    </Modal>
  );
}

function useDone(onClose: () => void) {
  const session = useDraftSession();
  return (outcome: { ok: true } | { ok: false; message: string }, words: string) => {
    if (!outcome.ok) {
      toast.error(outcome.message);
      return;
    }
    toast(words, { action: { label: 'Undo', onClick: session.undo } });
    onClose();
  };
}

const countWords = (lanes: readonly LaneKey[]) => `${lanes.length} ${lanes.length === 1 ? 'cell' : 'cells'}`;

function laneIn(book: RateBook, { zone, service }: LaneKey) {
  const place = book.zones.find(({ id }) => id === zone);
  return place && laneOf(place, service);
}

function RaisePreview({ lanes, by }: { lanes: readonly LaneKey[]; by: Raise }) {
  const { book } = useDraft();
  const format = useFormat();
  const after = applyCommand(book, { name: 'raisePrices', args: { lanes: [...lanes], by } });
  const name = ({ zone, service }: LaneKey) =>
    `${book.services.find(({ id }) => id === service)?.name} to ${book.zones.find(({ id }) => id === zone)?.name}`;
  return (
    <table aria-label="Prices before and after" className="w-full border-collapse text-sm">
      <tbody>
        {lanes.slice(0, MOST_SHOWN).map((lane) => {
          const [was, is] = [laneIn(book, lane), laneIn(after, lane)];
          return (
            <tr key={`${lane.zone}/${lane.service}`} className="border-line border-b">
              <th scope="row" className="py-1 text-start font-normal">
                {name(lane)}
              </th>
              <td className="py-1 text-end text-ash">{was && ratesWords(was, format).main}</td>
              <td className="py-1 ps-3 text-end font-semibold">{is && ratesWords(is, format).main}</td>
            </tr>
          );
        })}
        {lanes.length > MOST_SHOWN && (
          <tr>
            <td className="py-1 text-ash">and {lanes.length - MOST_SHOWN} more</td>
          </tr>
        )}
      </tbody>
    </table>
  );
}

function RaiseLanes({ lanes, onClose }: ActProps) {
  const { shop } = useDraft().book;
  const session = useDraftSession();
  const done = useDone(onClose);
  const [typed, setTyped] = useState('5 %');
  const read = readRaise(typed, shop);
  const act = () => {
    if (read.ok)
      done(
        session.dispatch({ name: 'raisePrices', args: { lanes: [...lanes], by: read.value } }),
        `Changed the prices of ${countWords(lanes)}`,
      );
  };
  return (
    <ActDialog
      title={`Raise or lower the prices of ${countWords(lanes)}`}
      about="5 %, −5 %, 0.50 or −0.50. Rates move with a percentage only."
      button="Change prices"
      disabled={!read.ok}
      onAct={act}
      onClose={onClose}
    >
      <LabelledInput
        label="Change by"
        read={(text) => readRaise(text, shop)}
        value={typed}
        onType={setTyped}
        fault={read.ok ? undefined : read.message}
      />
      {read.ok && <RaisePreview lanes={lanes} by={read.value} />}
    </ActDialog>
  );
}

function LimitLanes({ lanes, onClose }: ActProps) {
  const { shop } = useDraft().book;
  const session = useDraftSession();
  const done = useDone(onClose);
  const [measure, setMeasure] = useState<Measure>('packedWeight');
  const [typed, setTyped] = useState({ from: '', upTo: '' });
  const [fault, setFault] = useState<{ end: 'from' | 'upTo'; message: string } | null>(null);
  const act = () => {
    const limit: Record<string, unknown> = { measure };
    for (const end of ['from', 'upTo'] as const) {
      if (typed[end].trim() === '') continue;
      const read = readBound(measure, shop)(typed[end]);
      if (!read.ok) return setFault({ end, message: read.message });
      limit[end] = read.value;
    }
    const parsed = Limit.safeParse(limit);
    if (!parsed.success) return setFault({ end: 'upTo', message: `${parsed.error.issues[0]?.message}.` });
    done(
      session.dispatch({ name: 'setLimitOfLanes', args: { lanes: [...lanes], limit: parsed.data } }),
      `Set a limit on ${countWords(lanes)}`,
    );
  };
  const field = (end: 'from' | 'upTo', label: string) => (
    <LabelledInput
      label={label}
      value={typed[end]}
      read={readBound(measure, shop)}
      hint={dimensionOf(measure) === 'money' ? '50.00' : 'any'}
      onType={(text) => {
        setTyped({ ...typed, [end]: text });
        setFault(null);
      }}
      fault={fault?.end === end ? fault.message : undefined}
    />
  );
  return (
    <ActDialog
      title={`Set a limit on ${countWords(lanes)}`}
      about="It takes the place of the limit on this measure that each has."
      button="Set limit"
      disabled={false}
      onAct={act}
      onClose={onClose}
    >
      <Select label="Measure" value={measure} onChange={(event) => setMeasure(event.target.value as Measure)}>
        {MEASURES.map((one) => (
          <option key={one} value={one}>
            {measureWords[one]}
          </option>
        ))}
      </Select>
      <div className="flex gap-2">
        {field('from', 'From')}
        {field('upTo', 'Up to')}
      </div>
    </ActDialog>
  );
}

function FreeLanes({ lanes, onClose }: ActProps) {
  const { shop } = useDraft().book;
  const session = useDraftSession();
  const done = useDone(onClose);
  const [typed, setTyped] = useState('');
  const [measure, setMeasure] = useState<FreeFrom['measure']>('valueAfterDiscounts');
  const never = typed.trim() === '';
  const read = never ? ({ ok: true, value: 0 } as const) : readMoney(shop)(typed);
  const act = () => {
    if (!read.ok) return;
    const freeFrom = never ? null : { measure, from: read.value, byItself: false, coversCharges: true };
    done(
      session.dispatch({ name: 'setFreeFromOfLanes', args: { lanes: [...lanes], freeFrom } }),
      `Set free delivery on ${countWords(lanes)}`,
    );
  };
  return (
    <ActDialog
      title={`Free delivery on ${countWords(lanes)}`}
      about="Left empty, they are never free by value."
      button={never ? 'Never free' : 'Set free delivery'}
      disabled={!read.ok}
      onAct={act}
      onClose={onClose}
    >
      <LabelledInput
        label="Free from"
        read={readMoney(shop)}
        value={typed}
        hint="never"
        onType={setTyped}
        fault={read.ok ? undefined : read.message}
      />
      <Select label="Measured on goods" value={measure} onChange={(event) => setMeasure(event.target.value as FreeFrom['measure'])}>
        <option value="valueAfterDiscounts">after discounts</option>
        <option value="valueBeforeDiscounts">before discounts</option>
      </Select>
    </ActDialog>
  );
}

/** What is added to the carriers’ prices of the services that are chosen. */
function MarkupOfServices({ services, onClose }: { services: readonly Service[]; onClose: () => void }) {
  const { shop } = useDraft().book;
  const session = useDraftSession();
  const format = useFormat();
  const done = useDone(onClose);
  const [typed, setTyped] = useState<TypedMarkup>(NO_MARKUP);
  const [tried, setTried] = useState(false);
  const { faults, markup, dates } = readMarkup(typed, shop);
  const names = format.list(services.map(({ name }) => name));
  const act = () => {
    setTried(true);
    if (markup === null) return;
    const ids = services.map(({ id }) => id);
    done(
      session.dispatch({ name: 'setMarkupOfServices', args: { services: ids, markup, dates } }),
      `Set what is added to the carrier’s price of ${names}`,
    );
  };
  return (
    <ActDialog
      title="What is added to the carrier’s price"
      about={`For ${names}, in every zone. With days it holds on those days instead of what is added otherwise.`}
      button="Set it"
      disabled={false}
      onAct={act}
      onClose={onClose}
    >
      <MarkupForm typed={typed} faults={tried ? faults : {}} shop={shop} onType={setTyped} />
    </ActDialog>
  );
}

/** What can be done with the lanes chosen on the sheet. */
export function LanesBar({ lanes, onClear }: { lanes: readonly LaneKey[]; onClear: () => void }) {
  const { book } = useDraft();
  const [act, setAct] = useState<Act | null>(null);
  const close = () => setAct(null);
  const live = book.services.filter(({ id, kind }) => kind === 'carrier' && lanes.some(({ service }) => service === id));
  return (
    <section
      aria-label="Chosen cells"
      className="sticky bottom-2 z-10 mt-2 flex flex-wrap items-center gap-2 rounded-lg border border-clay bg-paper px-3 py-2"
    >
      <span className="font-semibold">{countWords(lanes)} chosen</span>
      <Button onClick={() => setAct('raise')}>Raise or lower…</Button>
      <Button onClick={() => setAct('limit')}>Set a limit…</Button>
      <Button onClick={() => setAct('free')}>Free from…</Button>
      {live.length > 0 && <Button onClick={() => setAct('markup')}>Add to the carrier’s price…</Button>}
      <Button onClick={() => downloadCards(book, 'own', lanes)}>Export</Button>
      <Button look="quiet" className="ms-auto" onClick={onClear}>
        Choose none
      </Button>
      {act === 'raise' && <RaiseLanes lanes={lanes} onClose={close} />}
      {act === 'limit' && <LimitLanes lanes={lanes} onClose={close} />}
      {act === 'markup' && <MarkupOfServices services={live} onClose={close} />}
      {act === 'free' && <FreeLanes lanes={lanes} onClose={close} />}
    </section>
  );
}
