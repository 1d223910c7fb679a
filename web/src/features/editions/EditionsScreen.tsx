import { EDITIONS_ANSWER_DAYS, type EditionSummary, type Release } from '@ostrakon/core';
import { useQuery } from '@tanstack/react-query';
import { Ellipsis } from 'lucide-react';
import { Suspense, useMemo, useState } from 'react';
import { Link } from 'react-router';
import { editionsApi } from '../../api/editionsApi.ts';
import { useBench } from '../../bench/BenchProvider.tsx';
import { seeAsBuyer } from '../../buyers-view/lookApi.ts';
import { readDayCount } from '../../calendars/readDays.ts';
import { useDraft, useDraftSession } from '../../draft/DraftProvider.tsx';
import { BookChanges } from '../../editions/BookChanges.tsx';
import type { Older } from '../../editions/BringForwardDialog.tsx';
import { NewDraftDialog } from '../../editions/NewDraftDialog.tsx';
import { PlanDialog } from '../../editions/PlanDialog.tsx';
import { type Editions, editionBook, useEditions, useReleased } from '../../editions/useEditions.ts';
import { Button, SignButton } from '../../ui/Button.tsx';
import { later } from '../../ui/later.ts';
import { Menu } from '../../ui/Menu.tsx';
import { TypedField } from '../../ui/TypedField.tsx';
import { toast } from '../../ui/toast.ts';
import { useAddress } from '../../ui/useAddress.ts';
import { planWords, spanWords, standingWords } from '../../words/editionWords.ts';
import { useFormat } from '../../words/useWords.ts';
import { CalendarFeed } from './CalendarFeed.tsx';
import { Compare, DRAFT, viewOf } from './Compare.tsx';
import { DraftList } from './DraftList.tsx';
import { GoBackDialog } from './GoBackDialog.tsx';
import { PlanLoss } from './PlanLoss.tsx';
import { Seasons } from './Seasons.tsx';
import { seasonsIn } from './seasons.ts';
import { TimeLine } from './TimeLine.tsx';

const BringForwardDialog = later(() => import('../../editions/BringForwardDialog.tsx'), 'BringForwardDialog');

/** Editions listed at first, the newest. */
const FEW = 40;

type Open =
  | { readonly kind: 'plan'; readonly edition: number | null; readonly moving?: Release }
  | { readonly kind: 'back'; readonly edition: number }
  | { readonly kind: 'draft'; readonly edition: number }
  | { readonly kind: 'bring'; readonly older: Older };

/** Plans that wait, each with what can still be done about it. */
function Waiting({
  waiting,
  live,
  onMove,
  onBring,
}: {
  waiting: readonly Release[];
  live: number | undefined;
  onMove: (release: Release) => void;
  onBring: (release: Release) => void;
}) {
  const format = useFormat();
  const released = useReleased();
  if (waiting.length === 0) return null;
  const callOff = async (release: Release) => {
    try {
      await editionsApi.callOff(release.seq);
      await released();
      toast(`Called off: edition ${release.edition} will not take over`);
    } catch (error) {
      toast.error(`It was not called off: ${(error as Error).message}`);
    }
  };
  return (
    <section aria-label="Planned">
      <h2 className="mb-1 font-semibold">Planned</h2>
      <ul className="rounded-lg border border-line-strong bg-paper">
        {waiting.map((release) => (
          <li key={release.seq} className="flex items-center justify-between gap-3 border-line border-b px-3 py-1.5 last:border-b-0">
            <span>
              {planWords(release, format)}
              {release.note !== '' && <span className="ms-2 text-sm text-ash">{release.note}</span>}
              {live !== undefined && <PlanLoss edition={release.edition} live={live} onBring={() => onBring(release)} />}
            </span>
            <span className="flex shrink-0 gap-3">
              <Button look="quiet" aria-label={`Move edition ${release.edition}`} onClick={() => onMove(release)}>
                Move…
              </Button>
              <Button look="quiet" aria-label={`Call off edition ${release.edition}`} onClick={() => void callOff(release)}>
                Call it off
              </Button>
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}

/** When an edition was live, and is. */
function Times({ edition, spans, now }: { edition: number; spans: Editions['spans']; now: number }) {
  const format = useFormat();
  const own = spans.filter((span) => span.edition === edition);
  if (own.length === 0) return <span className="text-ash">never live</span>;
  return own.map((span) => (
    <span key={span.from} className="block">
      {spanWords(span, now, format)}
      {span.release.note !== '' && span.release.from !== own[0]?.release.from && <span className="ms-1 text-ash">{span.release.note}</span>}
    </span>
  ));
}

function EditionRow({
  edition,
  all,
  open,
  compare,
}: {
  edition: EditionSummary;
  all: Editions;
  open: (what: Open) => void;
  compare: (from: number) => void;
}) {
  const format = useFormat();
  const { state } = useBench();
  const { number, note, publishedAt, failing } = edition;
  const isLive = all.present?.edition === number;
  const [shown, setShown] = useState(false);
  const before = all.editions.find((one) => one.number < number)?.number;
  const author = all.releases.find((one) => one.edition === number)?.author;
  const row = (
    <tr className="border-line border-b align-top last:border-b-0">
      <th scope="row" className="px-3 py-1.5 text-start font-normal">
        <span className="font-serif font-semibold text-base">{number}</span> {note}
        {isLive && <span className="ms-2 rounded bg-clay px-1.5 text-xs text-paper">live</span>}
        {before !== undefined && (
          <Button
            look="quiet"
            className="ms-2 h-6!"
            aria-expanded={shown}
            aria-label={`What edition ${number} changed`}
            onClick={() => setShown(!shown)}
          >
            {shown ? 'Hide what it changed' : 'What it changed'}
          </Button>
        )}
        {failing && (
          <span className="block text-sm text-ochre">
            {failing.trials.length === 1 ? 'One trial failed' : `${failing.trials.length} trials failed`} then ({failing.trials.join(', ')}
            ): {failing.reason}
          </span>
        )}
      </th>
      <td className="py-1.5 pe-3 text-sm">
        {format.moment(publishedAt)}
        {author !== undefined && <span className="text-ash">, {author}</span>}
      </td>
      <td className="py-1.5 pe-3 text-sm">
        <Times edition={number} spans={all.spans} now={Date.now()} />
      </td>
      <td className="w-9 py-1 pe-1">
        <Menu
          trigger={
            <SignButton label={`More about edition ${number}`}>
              <Ellipsis size={16} aria-hidden />
            </SignButton>
          }
          groups={() => [
            {
              entries: [
                { label: 'Compare with the draft', act: () => compare(number) },
                { label: 'See as a buyer', act: () => void seeAsBuyer({ see: 'edition', edition: number }, state.cart) },
                { label: 'Open as a draft…', act: () => open({ kind: 'draft', edition: number }) },
                { label: 'Make it live again…', act: () => open({ kind: 'back', edition: number }), disabled: isLive },
                { label: 'Plan it…', act: () => open({ kind: 'plan', edition: number }) },
              ],
            },
          ]}
        />
      </td>
    </tr>
  );
  if (before === undefined) return row;
  return (
    <>
      {row}
      {shown && (
        <tr className="border-line border-b">
          <td colSpan={4} className="px-3 py-2">
            <WhatItChanged before={before} edition={number} />
          </td>
        </tr>
      )}
    </>
  );
}

/** What an edition changed of the one before it, in rules and for buyers. */
function WhatItChanged({ before, edition }: { before: number; edition: number }) {
  const [{ data: old }, { data: made }] = [useQuery(editionBook(before)), useQuery(editionBook(edition))];
  return old && made ? <BookChanges before={old} after={made} /> : <p className="text-sm text-ash">Reading the editions…</p>;
}

/** For how long an edition answers for orders of its time; a rule of the draft. */
function Answering() {
  const { editionsAnswer = EDITIONS_ANSWER_DAYS } = useDraft().book.shop;
  const session = useDraftSession();
  return (
    <div className="flex flex-wrap items-start gap-2 text-sm">
      <span className="py-1.5">For orders taken while it was live, an edition answers</span>
      <TypedField<number>
        label="Days an edition answers after it was live"
        className="w-16"
        inputClass="text-end"
        shown={String(editionsAnswer)}
        read={readDayCount}
        commit={(days) => session.dispatch({ name: 'setEditionsAnswer', args: { editionsAnswer: days } })}
      />
      <span className="py-1.5">days after. It counts once it is published.</span>
    </div>
  );
}

/** Every edition, when each was, is and will be live; what lies between any two; going back, and planning ahead. */
export function EditionsScreen() {
  const all = useEditions();
  const format = useFormat();
  const [search, change] = useAddress();
  const [open, setOpen] = useState<Open | null>(null);
  const [whole, setWhole] = useState(false);
  const { book } = useDraft();
  const seasons = useMemo(() => seasonsIn(book, Math.floor(Date.now() / 86_400_000)), [book]);
  if (all === null) return <p className="p-4 text-ash">Reading the editions…</p>;
  const { editions, spans, present, waiting, releases } = all;
  if (editions.length === 0) {
    return (
      <p className="p-4 text-ash">
        Nothing was published yet.{' '}
        <Link to="/publish" className="text-clay underline">
          Look at what the first edition would be
        </Link>
        .
      </p>
    );
  }
  const next = spans.find(({ from }) => from > Date.now());
  const known = (text: string | null) => (text === DRAFT || editions.some(({ number }) => String(number) === text) ? text : null);
  const from = known(search.get('from')) ?? String(present?.edition ?? editions[0]?.number);
  return (
    <div className="max-w-6xl space-y-4 p-4">
      <div className="flex flex-wrap items-start justify-between gap-3">
        <div className="min-w-0 flex-1">
          <h1 className="font-serif text-xl font-semibold">Editions</h1>
          <p className="text-sm text-ash">{standingWords(present, next, format)}</p>
        </div>
        <Button onClick={() => setOpen({ kind: 'plan', edition: null })}>Plan an edition…</Button>
      </div>
      <TimeLine spans={spans} seasons={seasons} editions={editions} present={present} />
      <Seasons seasons={seasons} />
      <Waiting
        waiting={waiting}
        live={present?.edition}
        onBring={({ edition, note }) =>
          setOpen({ kind: 'bring', older: { kind: 'edition', id: edition, name: note || `Edition ${edition}` } })
        }
        onMove={(release) => setOpen({ kind: 'plan', edition: release.edition, moving: release })}
      />
      <DraftList live={present?.edition} />
      <Compare editions={editions} from={from} to={known(search.get('to')) ?? DRAFT} view={viewOf(search.get('view'))} change={change} />
      <div className="overflow-x-auto rounded-lg border border-line-strong bg-paper">
        <table aria-label="Editions" className="w-full">
          <thead>
            <tr className="border-line border-b text-sm text-ash">
              {['Edition', 'Made', 'Live'].map((head) => (
                <th key={head} scope="col" className={`py-1.5 pe-3 text-start font-semibold ${head === 'Edition' ? 'ps-3' : ''}`}>
                  {head}
                </th>
              ))}
              <th scope="col">
                <span className="sr-only">More</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {(whole ? editions : editions.slice(0, FEW)).map((edition) => (
              <EditionRow
                key={edition.number}
                edition={edition}
                all={all}
                open={setOpen}
                compare={(number) => change({ from: String(number), to: DRAFT })}
              />
            ))}
          </tbody>
        </table>
      </div>
      {editions.length > FEW && !whole && (
        <Button look="quiet" onClick={() => setWhole(true)}>
          Show all {format.count(editions.length, 'edition')}
        </Button>
      )}
      <Answering />
      <CalendarFeed />
      {open?.kind === 'plan' && (
        <PlanDialog
          key={`${open.edition} ${open.moving?.seq}`}
          editions={editions}
          releases={releases}
          edition={open.edition}
          moving={open.moving ?? null}
          onClose={() => setOpen(null)}
        />
      )}
      {open?.kind === 'draft' && <NewDraftDialog from={open.edition} onClose={() => setOpen(null)} />}
      <Suspense>
        {open?.kind === 'bring' && present && (
          <BringForwardDialog older={open.older} onto={present.edition} onClose={() => setOpen(null)} />
        )}
      </Suspense>
      {open?.kind === 'back' && <GoBackDialog edition={open.edition} onClose={() => setOpen(null)} />}
    </div>
  );
}
