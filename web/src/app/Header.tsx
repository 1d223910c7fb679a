import { standingOf } from '@ostrakon/core';
import clsx from 'clsx';
import { CircleQuestionMark, Search } from 'lucide-react';
import { Suspense } from 'react';
import { Link, NavLink } from 'react-router';
import { useSaving } from '../draft/DraftProvider.tsx';
import type { SaveState } from '../draft/draftSession.ts';
import { useChanges } from '../draft/useChanges.ts';
import { useRan, useTold } from '../proof/useProof.ts';
import { Button } from '../ui/Button.tsx';
import { later } from '../ui/later.ts';

const HeaderEnd = later(() => import('./HeaderEnd.tsx'), 'HeaderEnd');
const Steps = later(() => import('./Steps.tsx'), 'Steps');
const DraftSwitch = later(() => import('../editions/DraftSwitch.tsx'), 'DraftSwitch');

function saveWords(save: SaveState): string {
  switch (save.tag) {
    case 'saved':
      return 'Saved';
    case 'saving':
      return 'Saving…';
    case 'offline': {
      const waiting = save.waiting === 1 ? '1 change waits' : `${save.waiting} changes wait`;
      return save.why === null ? `Offline: ${waiting}` : `Not saved: ${waiting}`;
    }
    case 'stale':
      return 'Not saved: changed elsewhere';
  }
}

const nav = ({ isActive }: { isActive: boolean }) =>
  clsx(
    'rounded-md px-2 py-1.5 whitespace-nowrap min-[1200px]:px-3',
    isActive ? 'bg-hood-held text-hood-text' : 'text-hood-dim hover:text-hood-text',
  );

function PublishLink() {
  const changes = useChanges();
  if (changes === null) return null;
  const label =
    changes.live === null
      ? 'Publish'
      : changes.list.length === 0
        ? 'Published'
        : `Publish ${changes.list.length} ${changes.list.length === 1 ? 'change' : 'changes'}`;
  return (
    <Link
      to="/publish"
      className={clsx(
        'inline-flex h-8 items-center rounded-md border px-3 text-sm font-semibold whitespace-nowrap',
        label === 'Published' ? 'border-hood-line text-hood-text hover:bg-hood-held' : 'border-clay bg-clay text-paper hover:bg-clay-deep',
      )}
    >
      {label}
    </Link>
  );
}

/** How many findings turn buyers away or lose money. */
function FindingCount() {
  const { told } = useTold();
  const grave = told.filter(({ findings: [first] }) => first.severity === 'turnedAway' || first.severity === 'moneyLost').length;
  if (grave === 0) return null;
  return (
    <>
      {' '}
      <span className="ms-0.5 rounded-full bg-clay px-1.5 text-xs font-semibold text-paper">
        {grave}
        <span className="sr-only"> that turn buyers away or lose money</span>
      </span>
    </>
  );
}

/** How many trials fail. */
function FailingCount() {
  const failing = useRan().runs.filter((run) => standingOf(run) === 'fails').length;
  if (failing === 0) return null;
  return (
    <>
      {' '}
      <span
        className="ms-0.5 rounded-full bg-fault px-1.5 text-xs font-semibold text-paper"
        title={`${failing === 1 ? 'One trial fails' : `${failing} trials fail`}`}
      >
        <span aria-hidden>✕</span>
        <span className="sr-only">, trials that fail: </span>
        {failing}
      </span>
    </>
  );
}

const SCREENS = [
  ['/book', 'Rate book'],
  ['/charges', 'Charges & reductions'],
  ['/dates', 'Dates'],
  ['/costs', 'Costs'],
  ['/proof', 'Proof'],
  ['/shop', 'Shop'],
] as const;

export function Header({ onFind, onHelp }: { onFind: () => void; onHelp: () => void }) {
  const { save } = useSaving();
  return (
    <header className="print:hidden">
      <div className="flex min-h-[46px] items-center gap-2 min-[1200px]:gap-4 bg-hood px-4 text-hood-text max-lg:flex-wrap max-lg:px-2 max-lg:py-1.5">
        <Link to="/book" className="flex shrink-0 items-center gap-2 font-serif text-lg font-semibold">
          <img src="/favicon.svg" alt="" className="size-6" /> Ostrakon
        </Link>
        <nav aria-label="Screens" className="flex gap-1 max-lg:order-last max-lg:w-full max-lg:overflow-x-auto">
          {SCREENS.map(([to, name]) => (
            <NavLink key={to} to={to} className={nav}>
              {name}
              {to === '/proof' && <FindingCount />}
              {to === '/proof' && <FailingCount />}
            </NavLink>
          ))}
        </nav>
        <Suspense fallback={<span className="ms-auto" />}>
          <DraftSwitch />
        </Suspense>
        <span
          role="status"
          title={save.tag === 'offline' ? (save.why ?? 'The server does not answer. What you do is kept and sent again.') : undefined}
          className={clsx(
            'text-sm whitespace-nowrap',
            save.tag === 'saved' || save.tag === 'saving' ? 'text-hood-dim' : 'font-semibold text-hood-warn',
          )}
        >
          {saveWords(save)}
        </span>
        <Suspense fallback={<span className="w-17" />}>
          <Steps />
        </Suspense>
        <Button look="dark" onClick={onFind} aria-label="Find" aria-keyshortcuts="Control+K" className="max-[1200px]:px-2">
          <Search size={16} aria-hidden className="min-[1200px]:hidden" />
          <span className="max-[1200px]:hidden">
            Find <kbd className="ms-1 rounded border border-hood-line px-1 font-sans text-xs">Ctrl K</kbd>
          </span>
        </Button>
        <Button look="dark" onClick={onHelp} aria-label="Handbook of this page" title="Handbook of this page (?)" className="px-2">
          <CircleQuestionMark size={16} aria-hidden />
        </Button>
        <PublishLink />
        <Suspense>
          <HeaderEnd />
        </Suspense>
      </div>
      <div className="band" aria-hidden />
    </header>
  );
}
