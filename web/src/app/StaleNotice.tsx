import { useQueryClient } from '@tanstack/react-query';
import { useDraftSession } from '../draft/DraftProvider.tsx';
import type { SaveState } from '../draft/draftSession.ts';
import { Button } from '../ui/Button.tsx';
import { toast } from '../ui/toast.ts';

/** Told when the draft was changed in another tab; nothing done here is lost or forced on it. */
export function StaleNotice({ save }: { save: Extract<SaveState, { tag: 'stale' }> }) {
  const session = useDraftSession();
  const client = useQueryClient();
  const take = (mine: 'again' | 'drop') =>
    session
      .takeNewer(mine)
      // Another tab may have changed more than the draft: a backup brought back replaces everything.
      .then(() => client.invalidateQueries({ predicate: ({ queryKey }) => queryKey[0] !== 'draft' }))
      .catch(() => toast.error('The server did not answer. Nothing is lost; try again.'));
  const mine = save.mine === 1 ? 'One change of yours' : `${save.mine} changes of yours`;
  return (
    <div role="alert" className="m-4 mb-0 flex flex-wrap items-center gap-3 rounded-lg border border-ochre bg-ochre-soft px-3 py-2">
      <p className="min-w-60 flex-1">
        <strong>The draft was changed in another tab.</strong>{' '}
        {save.mine === 0 ? 'What you see here is older.' : `${mine} could not be saved on top of it yet. Nothing is lost.`}
      </p>
      {save.mine > 0 && (
        <Button look="main" onClick={() => take('again')}>
          Take the newer draft and do mine again
        </Button>
      )}
      <Button onClick={() => take('drop')}>{save.mine > 0 ? 'Take the newer draft only' : 'Take the newer draft'}</Button>
    </div>
  );
}
