import clsx from 'clsx';
import { CircleQuestionMark, Search } from 'lucide-react';
import { Suspense } from 'react';
import { Link, NavLink } from 'react-router';
import { useSaving } from '../draft/DraftProvider.tsx';
import type { SaveState } from '../draft/draftSession.ts';
import { Button } from '../ui/Button.tsx';
import { later } from '../ui/later.ts';

const ProofCounts = later(() => import('./ProofCounts.tsx'), 'ProofCounts');
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

const SCREENS = [
  ['/book', 'Rate book'],
  ['/charges', 'Charges & reductions'],
  ['/dates', 'Dates'],
  ['/costs', 'Costs'],
  ['/proof', 'Proof'],
  ['/orders', 'Orders'],
  ['/shop', 'Shop'],
] as const;

export function Header({ onFind, onHelp }: { onFind: () => void; onHelp: () => void }) {
  const { save } = useSaving();
  return (
    <header className="print:hidden">
      <div className="flex min-h-[46px] items-center gap-2 min-[1200px]:gap-4 bg-hood px-4 text-hood-text max-lg:flex-wrap max-lg:px-2 max-lg:py-1.5">
        <Link to="/book" className="flex shrink-0 items-center gap-2 font-serif text-lg font-semibold">
          <img src="/favicon.svg" alt="" className="size-6" /> <span className="max-[1150px]:sr-only">Ostrakon</span>
        </Link>
        <nav aria-label="Screens" className="flex gap-1 max-lg:order-last max-lg:w-full max-lg:overflow-x-auto">
          {SCREENS.map(([to, name]) => (
            <NavLink key={to} to={to} className={nav}>
              {name}
              {to === '/proof' && (
                <Suspense>
                  <ProofCounts />
                </Suspense>
              )}
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
        <Suspense>
          <HeaderEnd />
        </Suspense>
      </div>
      <div className="band" aria-hidden />
    </header>
  );
}
