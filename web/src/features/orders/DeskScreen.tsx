import { dayText, fromDay, localAt, marked } from '@ostrakon/core';
import { type DeskRow, DeskView, type GiveBack, type DeskList as Listed, type OrderStep } from '@ostrakon/core/contract';
import { type KeyboardEvent, useDeferredValue, useRef, useState } from 'react';
import { Link, Outlet, useNavigate, useParams } from 'react-router';
import { problemWords } from '../../access/problemWords.ts';
import { useAddress } from '../../ui/useAddress.ts';
import { isTyping, useShortcut } from '../../ui/useShortcut.ts';
import { AskCarriers } from './AskCarriers.tsx';
import { ChosenBar } from './ChosenBar.tsx';
import { DayLine } from './DayLine.tsx';
import { DeskProvider, useDesk } from './Desk.tsx';
import { DeskList } from './DeskList.tsx';
import { DeskTools, SORTS, usualSort } from './DeskTools.tsx';
import type { Wanted } from './deskApi.ts';
import { actOfKey } from './deskKeys.ts';
import { FilesDialog } from './FilesDialog.tsx';
import { ForgetOldDialog } from './ForgetOldDialog.tsx';
import { LabelsDialog } from './LabelsDialog.tsx';
import { OrdersIn } from './OrdersIn.tsx';
import { SavedLists } from './SavedLists.tsx';
import { useDeskChanges } from './useDeskChanges.ts';
import { useDeskRows } from './useDeskRows.ts';
import { handsOver, useLabels } from './useLabels.ts';
import { useMarks } from './useMarks.ts';
import { useTogether } from './useTogether.ts';

const EMPTY: Readonly<Record<DeskView, string>> = {
  today: 'Nothing has to leave today.',
  late: 'Nothing is late.',
  waiting: 'No order waits to be packed.',
  ready: 'Nothing waits to be collected.',
  out: 'Nothing is under way.',
  done: 'Nothing has arrived yet.',
  all: 'There are no orders yet. They come from your checkout, from the buyer’s view, by a file or by hand.',
};

function useWanted() {
  const [search, change] = useAddress();
  const asked = DeskView.safeParse(search.get('view'));
  const view = asked.success ? asked.data : 'today';
  const sort = SORTS.find(([name]) => name === search.get('sort'))?.[0] ?? usualSort(view);
  const text = search.get('text') ?? '';
  const service = search.get('service') ?? '';
  const origin = search.get('origin') ?? '';
  const trouble = search.get('trouble') === '1';
  return { wanted: { view, text: useDeferredValue(text), service, origin, trouble, sort }, text, search, change };
}

/** Rows that were chosen, as they are by now. */
function useChosenRows(known: readonly DeskRow[]) {
  const [chosen, setChosen] = useState<ReadonlyMap<number, DeskRow>>(new Map());
  return {
    has: (id: number) => chosen.has(id),
    rows: [...chosen.values()].map((row) => known.find(({ id }) => id === row.id) ?? row),
    choose: (row: DeskRow) => {
      const next = new Map(chosen);
      if (!next.delete(row.id)) next.set(row.id, row);
      setChosen(next);
    },
    letGo: () => setChosen(new Map()),
  };
}

function Heading({ list }: { list: Listed | undefined }) {
  const { facts, format, now } = useDesk();
  const counts = list?.counts;
  const today = fromDay(localAt(now, facts.timeZone).day);
  const ordersFrom = (origin: string) =>
    (list?.groups ?? []).reduce(
      (sum, one) => sum + (one.origin === origin && one.leavesOn !== null && one.leavesOn <= today ? one.orders : 0),
      0,
    );
  const full = facts.locations.find(({ id, capacity }) => capacity !== null && ordersFrom(id) > capacity);
  const late = counts && counts.late > 0 ? `, ${format.number(counts.late)} late` : '';
  return (
    <>
      <div className="mb-2 flex flex-wrap items-baseline gap-x-4 gap-y-1">
        <h1 className="font-serif text-xl font-semibold">Orders</h1>
        <p className="text-sm text-ash" role="status">
          {dayText(today, facts.locale, today)}
          {counts && ` · ${format.count(counts.today, 'order')} to leave today${late}`}
        </p>
        <span className="ms-auto flex gap-4">
          <Link to="/orders/papers" className="text-sm text-clay underline">
            Slips and lists
          </Link>
          <OrdersIn />
          <FilesDialog />
          <ForgetOldDialog />
        </span>
      </div>
      {full && (
        <p className="mb-2 rounded-md bg-ochre-soft px-3 py-1 text-sm text-ochre">
          {full.name} packs {format.count(full.capacity ?? 0, 'order')} a day; more than that has to leave today.
        </p>
      )}
    </>
  );
}

function Listing({ wanted, rows, children }: { wanted: Wanted; rows: ReturnType<typeof useDeskRows>; children: React.ReactNode }) {
  if (rows.error)
    return (
      <p role="alert" className="text-fault">
        {problemWords(rows.error)}
      </p>
    );
  if (!rows.list || rows.total > 0) return children;
  return (
    <p className="rounded-lg border border-line-strong bg-paper p-4">
      {wanted.text === '' && wanted.service === '' && wanted.origin === '' && !wanted.trouble
        ? EMPTY[wanted.view]
        : 'Nothing fits what you search for.'}
    </p>
  );
}

function DeskPage() {
  const { facts } = useDesk();
  useDeskChanges();
  const { wanted, text, search, change } = useWanted();
  const rows = useDeskRows(wanted);
  const { mark, readAnew } = useMarks();
  const { sets, join, keepApart } = useTogether(readAnew);
  const labels = useLabels();
  const chosen = useChosenRows(rows.known);
  const [at, setAt] = useState(0);
  const { number } = useParams();
  const navigate = useNavigate();
  const page = useRef<HTMLDivElement>(null);
  const show = (row: DeskRow) => navigate({ pathname: `/orders/${row.order}`, search: search.toString() });
  const markAll = async (step: OrderStep, row: DeskRow | null) => {
    await mark(step, chosen.rows.length > 0 || !row ? chosen.rows : [row]);
    chosen.letGo();
  };
  const joinAll = async (row: DeskRow | null, giveBack: GiveBack) => {
    const set = sets.find(({ of }) => of.some(({ id }) => id === row?.id));
    await join(set && chosen.rows.length < 2 ? set.of : chosen.rows, giveBack);
    chosen.letGo();
  };
  /** What was printed has left for its carrier, where this browser has been told so. */
  const handOver = (ids: readonly number[]) => {
    const packed = rows.known.filter(({ id, state, kind }) => ids.includes(id) && marked(state, 'handOver', kind) !== null);
    if (handsOver() && packed.length > 0) void mark('handOver', packed);
  };
  const buyLabels = (row: DeskRow | null) => labels.buy((chosen.rows.length > 0 || !row ? chosen.rows : [row]).map(({ id }) => id));
  const onKey = (event: KeyboardEvent, row: DeskRow | null) => {
    const act = actOfKey(event);
    if (act === null || (act === 'letGo' && chosen.rows.length === 0)) return;
    event.preventDefault();
    // What is undone here is the order's last step, not the draft's.
    event.stopPropagation();
    if (act === 'letGo') chosen.letGo();
    else if (act === 'together') void joinAll(row, 'nothing');
    else if (act === 'labels') void buyLabels(row);
    else if (act === 'choose') row && chosen.choose(row);
    else if (act === 'open') row && show(row);
    else void markAll(act, row);
  };
  useShortcut((event) => {
    if (event.key !== '/' || isTyping(event.target)) return;
    event.preventDefault();
    page.current?.querySelector<HTMLInputElement>('input[type=search]')?.focus();
  });
  return (
    <div ref={page} className="relative flex h-full min-h-0">
      <section aria-label="Desk" className="flex min-w-0 flex-1 flex-col p-4 pb-2">
        <Heading list={rows.list} />
        {wanted.view === 'today' && wanted.sort === 'due' && <DayLine groups={rows.list?.groups ?? []} />}
        <DeskTools
          end={
            <>
              <SavedLists search={search.toString()} />
              {(wanted.view === 'out' || wanted.view === 'late') && <AskCarriers onLooked={readAnew} />}
            </>
          }
          wanted={wanted}
          text={text}
          counts={rows.list?.counts}
          services={facts.services}
          change={(more) => {
            setAt(0);
            change(more);
          }}
        />
        <Listing wanted={wanted} rows={rows}>
          <DeskList
            rows={rows}
            grouped={wanted.sort === 'due'}
            sets={sets}
            isChosen={chosen.has}
            open={number === undefined ? null : Number(number)}
            at={Math.min(at, Math.max(0, rows.total - 1))}
            onAt={setAt}
            onChoose={chosen.choose}
            onOpen={show}
            onTogether={(set, giveBack) => void join(set.of, giveBack)}
            onKeepApart={keepApart}
            onKey={onKey}
          />
        </Listing>
        <ChosenBar
          chosen={chosen.rows}
          onMark={(step) => void markAll(step, null)}
          onTogether={() => void joinAll(null, 'nothing')}
          onLabels={() => void buyLabels(null)}
          onLetGo={chosen.letGo}
        />
      </section>
      <Outlet />
      <LabelsDialog labels={labels} onPrinted={handOver} />
    </div>
  );
}

/** The packing desk: what has to leave when, and what is done with it. */
export const DeskScreen = () => (
  <DeskProvider>
    <DeskPage />
  </DeskProvider>
);
