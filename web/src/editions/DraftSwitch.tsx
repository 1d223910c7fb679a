import { ChevronDown } from 'lucide-react';
import { Suspense, useState } from 'react';
import { useNavigate } from 'react-router';
import { MAIN_DRAFT, workOn } from '../draft/activeDraft.ts';
import { useDraft, useSaving } from '../draft/DraftProvider.tsx';
import { later } from '../ui/later.ts';
import { Menu } from '../ui/Menu.tsx';
import { toast } from '../ui/toast.ts';
import { useDrafts } from './useDrafts.ts';

const NewDraftDialog = later(() => import('./NewDraftDialog.tsx'), 'NewDraftDialog');

/** The shop, and which of its drafts is on screen; a menu to work on another. */
export function DraftSwitch() {
  const { book } = useDraft();
  const { save } = useSaving();
  const { drafts, active } = useDrafts();
  const navigate = useNavigate();
  const [making, setMaking] = useState(false);
  const here = drafts.find(({ id }) => id === active);
  const turnTo = (id: number) => {
    if (id === active) return;
    if (save.tag === 'saved') workOn(id);
    else toast.error('This draft is not saved yet: turn to another one when it is.');
  };
  return (
    <>
      <Menu
        trigger={
          <button
            type="button"
            title={here ? `Draft: ${here.name}` : book.shop.name}
            aria-label={
              here ? `Draft ${here.name} of ${book.shop.name}: work on another draft` : `${book.shop.name}: work on another draft`
            }
            className={`ms-auto inline-flex h-8 min-w-0 items-center gap-1 rounded-md px-2 text-sm hover:bg-hood-held ${here ? 'border border-hood-warn font-semibold text-hood-warn' : 'text-hood-dim'}`}
          >
            {/* Where there is little room the shop's name goes first: the page is about it anyway. */}
            <span className={here ? 'max-w-40 truncate' : 'truncate max-[1150px]:hidden'}>
              {here ? (
                <>
                  <span className="max-[1150px]:hidden">Draft: </span>
                  {here.name}
                </>
              ) : (
                book.shop.name
              )}
            </span>
            <ChevronDown size={14} aria-hidden className="shrink-0" />
          </button>
        }
        groups={() => [
          {
            heading: 'Work on',
            entries: [
              { label: 'Main draft', chosen: active === MAIN_DRAFT, act: () => turnTo(MAIN_DRAFT) },
              ...drafts.map(({ id, name }) => ({ label: name, chosen: id === active, act: () => turnTo(id) })),
            ],
          },
          {
            entries: [
              { label: 'New draft…', act: () => setMaking(true) },
              { label: 'Drafts and editions', act: () => void navigate('/editions') },
            ],
          },
        ]}
      />
      <Suspense>{making && <NewDraftDialog from={null} onClose={() => setMaking(false)} />}</Suspense>
    </>
  );
}
