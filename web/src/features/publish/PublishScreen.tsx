import { mayDo } from '@ostrakon/core/contract';
import { useQueryClient } from '@tanstack/react-query';
import { useId, useState } from 'react';
import { Link } from 'react-router';
import { useMe } from '../../access/useMe.ts';
import { ApiProblem } from '../../api/client.ts';
import { api } from '../../api/draftApi.ts';
import { MAIN_DRAFT, useActiveDraft } from '../../draft/activeDraft.ts';
import { useDraft, useSaving } from '../../draft/DraftProvider.tsx';
import { queries } from '../../draft/queries.ts';
import { type Changes, useChanges } from '../../draft/useChanges.ts';
import { ChangeGroups } from '../../editions/ChangeGroups.tsx';
import { listed, useEditions } from '../../editions/useEditions.ts';
import { Button } from '../../ui/Button.tsx';
import { toast } from '../../ui/toast.ts';
import { FailingTrials, failingOf, useFailing, type Waived } from './FailingTrials.tsx';
import { PublishProof } from './PublishProof.tsx';
import { WhatBuyersGet } from './WhatBuyersGet.tsx';

function ChangeList({ changes }: { changes: Changes }) {
  const { book } = useDraft();
  if (changes.live === null) {
    return (
      <p>
        Nothing is live yet. The first edition takes {book.zones.length} {book.zones.length === 1 ? 'zone' : 'zones'} and{' '}
        {book.services.length} {book.services.length === 1 ? 'service' : 'services'} to your buyers.
      </p>
    );
  }
  if (changes.list.length === 0)
    return <p>The draft offers the same as edition {changes.live.number}, which is live. There is nothing to publish.</p>;
  return <ChangeGroups changes={changes.list} book={book} />;
}

/** What publishing a draft beside the main one means. */
function BesideNote({ draft, nothing }: { draft: number; nothing: boolean }) {
  if (draft === MAIN_DRAFT || nothing) return null;
  return (
    <p className="rounded-md bg-ochre-soft px-3 py-2 text-ochre">
      This is a draft beside the main one. Published, it is live; the main draft stays as it is, without these changes.
    </p>
  );
}

/** Whether whoever is signed in may publish; where nobody is, everybody may. */
function useMayPublish(): boolean {
  const me = useMe();
  return me === null || mayDo(me, 'publish');
}

function MayNotPublish({ may }: { may: boolean }) {
  if (may) return null;
  return (
    <p className="rounded-md bg-ochre-soft px-3 py-2 text-ochre">
      You may change drafts, not publish. Ask an owner to publish, or to let you.
    </p>
  );
}

/** What changed since the live edition, in words, and the button that makes it live. */
export function PublishScreen() {
  const changes = useChanges();
  const { book } = useDraft();
  const { revision, save } = useSaving();
  const draft = useActiveDraft();
  const client = useQueryClient();
  const noteId = useId();
  const [note, setNote] = useState('');
  const failing = useFailing();
  const mayPublish = useMayPublish();
  const editions = useEditions();
  const [waived, setWaived] = useState<Waived>({ ticked: false, reason: '' });
  const [asked, setAsked] = useState(false);
  const [state, setState] = useState<{ tag: 'ready' } | { tag: 'publishing' } | { tag: 'failed'; words: string }>({ tag: 'ready' });
  if (changes === null) return <p className="p-4 text-ash">Comparing the draft with the live edition…</p>;
  // Not the one after what is live: an edition of before may be live again.
  const next = Math.max(changes.live?.number ?? 0, editions?.editions[0]?.number ?? 0) + 1;
  const publish = async () => {
    const kept = failingOf(failing, waived);
    setAsked(true);
    if (kept === null) return;
    setState({ tag: 'publishing' });
    try {
      const edition = await api.publish({ revision, draft, note, ...(kept && { failing: kept }) });
      // What is live now is what was in the draft when it was published.
      await client.cancelQueries(queries.live);
      client.setQueryData(queries.live.queryKey, { edition, book });
      // The book that is live is known; only the list of editions is asked for anew.
      void client.invalidateQueries({ queryKey: listed.queryKey });
      setNote('');
      setWaived({ ticked: false, reason: '' });
      setAsked(false);
      setState({ tag: 'ready' });
      toast(`Edition ${edition.number} is live`);
    } catch (error) {
      setState({
        tag: 'failed',
        words: error instanceof ApiProblem ? error.message : 'The server did not answer. Nothing was published; try again.',
      });
    }
  };
  const nothing = changes.live !== null && changes.list.length === 0;
  const bare = !book.zones.some((zone) => Object.keys(zone.lanes).length > 0);
  return (
    <div className="max-w-3xl space-y-4 p-4">
      <div>
        <h1 className="font-serif text-xl font-semibold">
          {nothing ? `Edition ${changes.live?.number} is live` : `Publish edition ${next}`}
        </h1>
        <p className="text-sm text-ash">
          {changes.live === null
            ? 'Buyers see nothing of the draft until it is published.'
            : `Edition ${changes.live.number}${changes.live.note === '' ? '' : `, “${changes.live.note}”,`} is live`}{' '}
          {changes.live !== null && (
            <Link to="/editions" className="ms-1 text-clay underline">
              Editions, plans and going back
            </Link>
          )}
        </p>
      </div>
      <BesideNote draft={draft} nothing={nothing} />
      {!nothing && (
        <div className="flex items-end gap-3">
          <div className="flex-1">
            <label htmlFor={noteId} className="block text-sm text-ash">
              Note for the history, if you like
            </label>
            <input
              id={noteId}
              value={note}
              maxLength={500}
              onChange={(event) => setNote(event.target.value)}
              className="h-8 w-full rounded-md border border-line-strong bg-paper px-2"
            />
          </div>
          <Button
            look="main"
            disabled={!mayPublish || bare || save.tag !== 'saved' || state.tag === 'publishing'}
            onClick={() => void publish()}
          >
            {state.tag === 'publishing' ? 'Publishing…' : `Publish edition ${next}`}
          </Button>
        </div>
      )}
      {!nothing && (
        <>
          <MayNotPublish may={mayPublish} />
          <FailingTrials failing={failing} waived={waived} onWaive={setWaived} asked={asked} />
        </>
      )}
      {changes.live !== null && !nothing && <PublishProof />}
      {changes.live !== null && !nothing && <h2 className="font-serif text-lg font-semibold">What was changed</h2>}
      <ChangeList changes={changes} />
      {bare && (
        <p className="rounded-md bg-ochre-soft px-3 py-2 text-ochre">
          No service has a price in any zone yet, so buyers would be offered nothing.{' '}
          <Link to="/book" className="underline">
            Go to the rate book
          </Link>
        </p>
      )}
      {nothing && <WhatBuyersGet />}
      {state.tag === 'failed' && (
        <p role="alert" className="text-fault">
          {state.words}
        </p>
      )}
    </div>
  );
}
