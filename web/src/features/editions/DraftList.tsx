import type { DraftSummary } from '@ostrakon/core';
import { Ellipsis } from 'lucide-react';
import { Suspense, useState } from 'react';
import { draftApi } from '../../api/draftApi.ts';
import { draftsApi } from '../../api/editionsApi.ts';
import { MAIN_DRAFT, workOn } from '../../draft/activeDraft.ts';
import { useSaving } from '../../draft/DraftProvider.tsx';
import type { Older } from '../../editions/BringForwardDialog.tsx';
import { NewDraftDialog } from '../../editions/NewDraftDialog.tsx';
import { useDrafts } from '../../editions/useDrafts.ts';
import { Button, SignButton } from '../../ui/Button.tsx';
import { later } from '../../ui/later.ts';
import { Menu } from '../../ui/Menu.tsx';
import { NameForm } from '../../ui/NameForm.tsx';
import { toast } from '../../ui/toast.ts';
import { useFormat } from '../../words/useWords.ts';

const BringForwardDialog = later(() => import('../../editions/BringForwardDialog.tsx'), 'BringForwardDialog');

/** Puts a draft in the place of the main one, which an undo there takes back; the draft itself can be brought back. */
async function takeOver({ id }: DraftSummary): Promise<void> {
  const { book } = await draftApi(id).read();
  const main = draftApi(MAIN_DRAFT);
  const { revision, lineage } = await main.read();
  const step = { id: crypto.randomUUID(), kind: 'command', command: { name: 'takeOver', args: { book } } } as const;
  const { refused } = await main.send({ revision, lineage, steps: [step] });
  if (refused) throw new Error(refused.problem.detail);
}

function DraftRow({ draft, live, onBring }: { draft: DraftSummary; live: number | undefined; onBring: () => void }) {
  const format = useFormat();
  const { active, heard, throwAway } = useDrafts();
  const { save } = useSaving();
  const [naming, setNaming] = useState(false);
  const { id, name, from, madeAt } = draft;
  const isHere = id === active;
  const isOlder = live !== undefined && live !== from;
  const take = async () => {
    try {
      await takeOver(draft);
      workOn(MAIN_DRAFT);
      await throwAway(draft, `“${name}” is the main draft now; undo takes that back`);
    } catch (error) {
      toast.error(`It was not taken over: ${(error as Error).message}`);
    }
  };
  const rename = async (next: string) => {
    try {
      await draftsApi.rename(id, next);
      await heard();
      setNaming(false);
      return { ok: true } as const;
    } catch (error) {
      return { ok: false, message: (error as Error).message } as const;
    }
  };
  return (
    <li className="flex items-center justify-between gap-3 border-line border-b px-3 py-1.5 last:border-b-0">
      {naming ? (
        <NameForm example={name} button="Rename" onName={rename} />
      ) : (
        <span>
          <strong className="font-semibold">{name}</strong>
          {isHere && <span className="ms-2 rounded bg-clay px-1.5 text-xs text-paper">on screen</span>}
          <span className="ms-2 text-sm text-ash">
            from edition {from}, {format.moment(madeAt)}
          </span>
          {isOlder && <span className="ms-2 text-sm text-ochre">edition {live} is live by now</span>}
        </span>
      )}
      <span className="flex shrink-0 items-center gap-3">
        {isOlder && (
          <Button look="quiet" aria-label={`Bring ${name} up to date`} onClick={onBring}>
            Bring it up to date…
          </Button>
        )}
        {!isHere && (
          <Button look="quiet" aria-label={`Work on ${name}`} disabled={save.tag !== 'saved'} onClick={() => workOn(id)}>
            Work on it
          </Button>
        )}
        <Menu
          trigger={
            <SignButton label={`More about the draft ${name}`}>
              <Ellipsis size={16} aria-hidden />
            </SignButton>
          }
          groups={() => [
            {
              entries: [
                { label: 'Rename', act: () => setNaming(true) },
                { label: 'Make it the main draft', about: 'What stands there now can be brought back by undo', act: () => void take() },
                { label: 'Throw it away', grave: true, act: () => void throwAway(draft) },
              ],
            },
          ]}
        />
      </span>
    </li>
  );
}

/** Drafts beside the main one: worked on, brought up to date, taken over, thrown away and brought back. */
export function DraftList({ live }: { live: number | undefined }) {
  const { drafts, thrown, active, bringBack } = useDrafts();
  const [making, setMaking] = useState(false);
  const [bringing, setBringing] = useState<Older | null>(null);
  return (
    <section aria-label="Drafts">
      <div className="mb-1 flex items-center justify-between gap-3">
        <h2 className="font-semibold">Drafts beside the main one</h2>
        <span className="flex gap-1">
          {active !== MAIN_DRAFT && (
            <Button look="quiet" onClick={() => workOn(MAIN_DRAFT)}>
              Work on the main draft
            </Button>
          )}
          <Button onClick={() => setMaking(true)}>New draft…</Button>
        </span>
      </div>
      {drafts.length === 0 ? (
        <p className="text-sm text-ash">
          None. A draft of its own is for what is prepared in peace while the main one goes on: a season, a sale.
        </p>
      ) : (
        <ul className="rounded-lg border border-line-strong bg-paper">
          {drafts.map((draft) => (
            <DraftRow
              key={draft.id}
              draft={draft}
              live={live}
              onBring={() => setBringing({ kind: 'draft', id: draft.id, name: draft.name })}
            />
          ))}
        </ul>
      )}
      {thrown.length > 0 && (
        <details className="mt-1 text-sm">
          <summary className="cursor-pointer py-1 text-ash">
            {thrown.length === 1 ? 'One thrown away' : `${thrown.length} thrown away`}
          </summary>
          <ul>
            {thrown.map((draft) => (
              <li key={draft.id} className="flex items-center gap-2">
                {draft.name}, from edition {draft.from}
                <Button look="quiet" aria-label={`Bring ${draft.name} back`} onClick={() => void bringBack(draft)}>
                  Bring it back
                </Button>
              </li>
            ))}
          </ul>
        </details>
      )}
      {making && <NewDraftDialog from={null} onClose={() => setMaking(false)} />}
      <Suspense>
        {bringing && live !== undefined && <BringForwardDialog older={bringing} onto={live} onClose={() => setBringing(null)} />}
      </Suspense>
    </section>
  );
}
