import clsx from 'clsx';
import { Redo2, Undo2 } from 'lucide-react';
import { Link, NavLink } from 'react-router';
import { useDraft, useDraftSession, useSaving } from '../draft/DraftProvider.tsx';
import type { SaveState } from '../draft/draftSession.ts';
import { useChanges } from '../draft/useChanges.ts';
import { Button } from '../ui/Button.tsx';
import { commandWords } from '../words/commandWords.ts';

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
    isActive ? 'bg-ash/50 text-paper' : 'text-line-strong hover:text-paper',
  );

function Steps() {
  const session = useDraftSession();
  const { history } = useSaving();
  const dark =
    'size-8 inline-grid place-items-center rounded-md border border-ash text-slip hover:bg-ash/40 disabled:opacity-40 disabled:hover:bg-transparent';
  const undo = history.undo === null ? 'Nothing to undo' : `Undo ${commandWords(history.undo)} (Ctrl Z)`;
  const redo = history.redo === null ? 'Nothing to redo' : `Redo ${commandWords(history.redo)} (Ctrl Shift Z)`;
  return (
    <span className="flex gap-1">
      <button type="button" className={dark} aria-label={undo} title={undo} disabled={history.undo === null} onClick={session.undo}>
        <Undo2 size={16} aria-hidden />
      </button>
      <button type="button" className={dark} aria-label={redo} title={redo} disabled={history.redo === null} onClick={session.redo}>
        <Redo2 size={16} aria-hidden />
      </button>
    </span>
  );
}

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
        label === 'Published' ? 'border-ash text-slip hover:bg-ash/40' : 'border-clay bg-clay text-paper hover:bg-clay-deep',
      )}
    >
      {label}
    </Link>
  );
}

export function Header({ onFind }: { onFind: () => void }) {
  const { book } = useDraft();
  const { save } = useSaving();
  return (
    <header>
      <div className="flex h-[46px] items-center gap-2 min-[1200px]:gap-4 bg-ink px-4 text-slip">
        <Link to="/book" className="flex items-center gap-2 font-serif text-lg font-semibold">
          <img src="/favicon.svg" alt="" className="size-6" /> Ostrakon
        </Link>
        <nav aria-label="Screens" className="flex gap-1">
          <NavLink to="/book" className={nav}>
            Rate book
          </NavLink>
          <NavLink to="/charges" className={nav}>
            Charges
          </NavLink>
          <NavLink to="/dates" className={nav}>
            Dates
          </NavLink>
          <NavLink to="/costs" className={nav}>
            Costs
          </NavLink>
          <NavLink to="/shop" className={nav}>
            Shop
          </NavLink>
        </nav>
        <span className="ml-auto min-w-0 truncate text-line-strong">{book.shop.name}</span>
        <span
          role="status"
          title={save.tag === 'offline' ? (save.why ?? 'The server does not answer. What you do is kept and sent again.') : undefined}
          className={clsx(
            'text-sm whitespace-nowrap',
            save.tag === 'saved' || save.tag === 'saving' ? 'text-line-strong' : 'font-semibold text-ochre-soft',
          )}
        >
          {saveWords(save)}
        </span>
        <Steps />
        <Button look="dark" onClick={onFind}>
          Find <kbd className="rounded border border-ash px-1 font-sans text-xs">Ctrl K</kbd>
        </Button>
        <PublishLink />
      </div>
      <div className="band" aria-hidden />
    </header>
  );
}
