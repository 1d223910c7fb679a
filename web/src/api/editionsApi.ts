import {
  CalendarAddress,
  CommandsAnswer,
  DraftList,
  DraftSummary,
  EditionDocument,
  EditionList,
  type MakeDraft,
  type MoveRequest,
  type PlanRequest,
  Release,
} from '@ostrakon/core';
import { z } from 'zod';
import { ask, post } from './client.ts';
import { TakenBook } from './draftApi.ts';

const TakenEdition = EditionDocument.extend({ book: TakenBook });

/** Drafts beside the main one. */
export const draftsApi = {
  list: async () => (await ask(DraftList, '/drafts')).drafts,
  make: (draft: MakeDraft) => ask(DraftSummary, '/drafts', post(draft)),
  rename: (id: number, name: string) => ask(DraftSummary, `/drafts/${id}`, { ...post({ name }), method: 'PATCH' }),
  throwAway: (id: number) => ask(DraftSummary, `/drafts/${id}`, { method: 'DELETE' }),
  bringBack: (id: number) => ask(DraftSummary, `/drafts/${id}/back`, post({})),
  commands: (id: number) => ask(CommandsAnswer, `/drafts/${id}/commands`),
};

/** Editions, and when they are live. */
export const editionsApi = {
  list: () => ask(EditionList, '/editions'),
  book: async (number: number) => (await ask(TakenEdition, `/editions/${number}`)).book,
  /** What an edition is made of, from which edition on. */
  commands: (number: number) => ask(CommandsAnswer, `/editions/${number}/commands`),
  goBack: (edition: number, note: string) => ask(Release, '/editions/releases', post({ edition, note })),
  plan: (request: PlanRequest) => ask(Release, '/editions/plans', post(request)),
  move: (seq: number, request: MoveRequest) => ask(Release, `/editions/plans/${seq}/move`, post(request)),
  calendar: () => ask(CalendarAddress, '/editions/calendar'),
  /** Gives the calendar an address, in place of one it had. */
  makeCalendar: () => ask(CalendarAddress, '/editions/calendar', post({})),
  endCalendar: async () => {
    await ask(z.null(), '/editions/calendar', { method: 'DELETE' });
    return { path: null };
  },
  callOff: (seq: number) => ask(z.null(), `/editions/plans/${seq}`, { method: 'DELETE' }),
};
