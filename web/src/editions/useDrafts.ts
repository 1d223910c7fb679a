import type { DraftSummary } from '@ostrakon/core';
import { queryOptions, useQuery, useQueryClient } from '@tanstack/react-query';
import { useCallback } from 'react';
import { draftsApi } from '../api/editionsApi.ts';
import { MAIN_DRAFT, useActiveDraft, workOn } from '../draft/activeDraft.ts';
import { toast } from '../ui/toast.ts';

const drafts = queryOptions({ queryKey: ['drafts'], queryFn: draftsApi.list, staleTime: 30_000 });

const NONE: readonly DraftSummary[] = [];

/** Drafts beside the main one, and what is done with them as a whole. */
export function useDrafts() {
  const client = useQueryClient();
  const { data = NONE } = useQuery(drafts);
  const active = useActiveDraft();
  const heard = useCallback(() => client.invalidateQueries({ queryKey: drafts.queryKey }), [client]);
  const bringBack = useCallback(
    async ({ id, name }: DraftSummary) => {
      try {
        await draftsApi.bringBack(id);
        await heard();
        toast(`“${name}” is back`);
      } catch (error) {
        toast.error(`It was not brought back: ${(error as Error).message}`);
      }
    },
    [heard],
  );
  const throwAway = useCallback(
    async (draft: DraftSummary, words = `“${draft.name}” was thrown away`) => {
      try {
        await draftsApi.throwAway(draft.id);
        if (active === draft.id) workOn(MAIN_DRAFT);
        await heard();
        toast(words, { action: { label: 'Bring it back', onClick: () => void bringBack(draft) } });
      } catch (error) {
        toast.error(`It was not thrown away: ${(error as Error).message}`);
      }
    },
    [active, heard, bringBack],
  );
  return {
    /** The ones that are worked on. */
    drafts: data.filter(({ thrownAt }) => thrownAt === null),
    thrown: data.filter(({ thrownAt }) => thrownAt !== null),
    active,
    heard,
    throwAway,
    bringBack,
  };
}
