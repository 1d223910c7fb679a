import type { Conflict, Decision, RateBook } from '@ostrakon/core';
import { bringForward } from '@ostrakon/core/proof';
import { useQuery } from '@tanstack/react-query';
import { useMemo, useState } from 'react';
import { draftsApi, editionsApi } from '../api/editionsApi.ts';
import { workOn } from '../draft/activeDraft.ts';
import { describeChanges } from '../draft/describe.ts';
import { useFindingNames } from '../proof/useFindingNames.ts';
import { Button } from '../ui/Button.tsx';
import { Modal } from '../ui/Modal.tsx';
import { toast } from '../ui/toast.ts';
import { changeWords } from '../words/changeWords.ts';
import { commandWords } from '../words/commandWords.ts';
import { useDrafts } from './useDrafts.ts';
import { editionBook } from './useEditions.ts';

/** What is brought up to date: a draft, or an edition that waits. */
export interface Older {
  readonly kind: 'draft' | 'edition';
  readonly id: number;
  readonly name: string;
}

const MOST_SENTENCES = 6;

function Sentences({ before, after }: { before: RateBook; after: RateBook }) {
  const { format, subdivision } = useFindingNames();
  const all = describeChanges(before, after).map((change) => changeWords(change, format, subdivision, after));
  const shown = all.slice(0, MOST_SENTENCES);
  return (
    <ul className="rounded-md border border-line bg-bone px-3 py-1.5 font-serif">
      {shown.map((sentence) => (
        <li key={sentence}>{sentence}</li>
      ))}
      {all.length > shown.length && <li className="text-ash">and {all.length - shown.length} more</li>}
    </ul>
  );
}

/** One change that meets what was published meanwhile, with both side by side. */
function Meeting({
  conflict,
  number,
  of,
  onto,
  decide,
}: {
  conflict: Conflict;
  number: number;
  of: number;
  onto: number;
  decide: (decision: Decision) => void;
}) {
  const { on, made, refusal, without, command } = conflict;
  return (
    <section aria-label={`Change ${number} of ${of}`} className="space-y-2">
      <h3 className="font-semibold">
        Change {number} of {of}, {commandWords(command.name)}
      </h3>
      {made === null ? (
        <p>
          It does not fit edition {onto} any more: {refusal}.
        </p>
      ) : (
        <div className="grid gap-3 sm:grid-cols-2">
          <div>
            <p className="text-sm text-ash">Your change would make of it</p>
            <Sentences before={on} after={made} />
          </div>
          <div>
            <p className="text-sm text-ash">Edition {onto} changed in the same place</p>
            <Sentences before={without} after={on} />
          </div>
        </div>
      )}
      <div className="flex gap-2">
        {made !== null && (
          <Button look="main" onClick={() => decide('made')}>
            Make my change all the same
          </Button>
        )}
        <Button look={made === null ? 'main' : 'plain'} onClick={() => decide('leftOut')}>
          {made === null ? 'Leave it out' : `Leave it as in edition ${onto}`}
        </Button>
      </div>
    </section>
  );
}

/** The own changes of something older, made on a later edition as far as it was decided; null while they are read, and whether they are known. */
function useBrought({ kind, id }: Older, onto: number, decisions: ReadonlyMap<number, Decision>) {
  const { data: own } = useQuery({
    queryKey: ['commands', kind, id],
    queryFn: () => (kind === 'draft' ? draftsApi.commands(id) : editionsApi.commands(id)),
    gcTime: 0,
  });
  const base = own?.base ?? null;
  const { data: from } = useQuery({ ...editionBook(base ?? 0), enabled: base !== null });
  const { data: later } = useQuery(editionBook(onto));
  const commands = own?.commands ?? null;
  const brought = useMemo(
    () => (from && later && commands ? { later, of: commands.length, ...bringForward(from, later, commands, decisions) } : null),
    [from, later, commands, decisions],
  );
  return { brought, isUnknown: own !== undefined && (base === null || commands === null) };
}

type Brought = NonNullable<ReturnType<typeof useBrought>['brought']>;

/** How many changes are made, and what they make of the later edition. */
function Outcome({ brought: { later, of, book, commands, same }, onto }: { brought: Brought; onto: number }) {
  const left = of - commands.length - same;
  const one = commands.length === 1;
  return (
    <section aria-label="What comes of it" className="space-y-2">
      <p>
        <strong>{one ? 'One change' : `${commands.length} changes`}</strong> of {of} {one ? 'is' : 'are'} made on edition {onto}
        {same > 0 && `; ${same} ${same === 1 ? 'is' : 'are'} in it already`}
        {left > 0 && `; ${left} not made`}.
      </p>
      {commands.length > 0 && <Sentences before={later} after={book} />}
    </section>
  );
}

/** Makes the changes of a draft, or of an edition that waits, on a later edition: one by one, those that meet are asked about. */
export function BringForwardDialog({ older, onto, onClose }: { older: Older; onto: number; onClose: () => void }) {
  const { drafts, heard, throwAway } = useDrafts();
  const { kind, id, name } = older;
  const [decisions, setDecisions] = useState<ReadonlyMap<number, Decision>>(new Map());
  const { brought, isUnknown } = useBrought(older, onto, decisions);
  const [busy, setBusy] = useState(false);
  const open = brought?.conflicts.find(({ decision }) => decision === undefined);
  const last = brought?.conflicts.findLast(({ decision }) => decision !== undefined);
  const finish = async (commands: Brought['commands']) => {
    setBusy(true);
    try {
      const made = await draftsApi.make({ name, from: onto, commands: [...commands] });
      const old = drafts.find((one) => kind === 'draft' && one.id === id);
      await heard();
      workOn(made.id);
      if (old) await throwAway(old, `“${name}” now goes on from edition ${onto}; the older one was thrown away`);
      else toast(`“${name}” is a draft from edition ${onto}. Plan it, and call off the plan of edition ${id}.`);
      onClose();
    } catch (error) {
      setBusy(false);
      toast.error(`It was not brought up to date: ${(error as Error).message}`);
    }
  };
  return (
    <Modal
      open
      wide
      onOpenChange={(is) => !is && onClose()}
      title={`Bring “${name}” up to date`}
      about={`Its own changes are made on edition ${onto}, one by one. Where that edition changed the same, you are asked.`}
    >
      {isUnknown && (
        <p>
          Which changes it consists of was not written down when it was made. Compare it with edition {onto}, and make what is missing by
          hand.
        </p>
      )}
      {!isUnknown && !brought && <p className="text-ash">Reading its changes…</p>}
      {brought && open && (
        <Meeting
          conflict={open}
          number={open.at + 1}
          of={brought.of}
          onto={onto}
          decide={(one) => setDecisions(new Map([...decisions, [open.at, one]]))}
        />
      )}
      {brought?.complete && <Outcome brought={brought} onto={onto} />}
      <div className="mt-4 flex justify-end gap-2">
        {last && <Button onClick={() => setDecisions(new Map([...decisions].filter(([at]) => at !== last.at)))}>Back</Button>}
        <Button onClick={onClose}>Cancel</Button>
        {brought?.complete && (
          <Button look="main" disabled={busy} onClick={() => void finish(brought.commands)}>
            {kind === 'draft' ? 'Go on from there' : 'Open it as a draft'}
          </Button>
        )}
      </div>
    </Modal>
  );
}
