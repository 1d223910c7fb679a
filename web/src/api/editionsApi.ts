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
import { ask, askFile } from './client.ts';
import { TakenBook } from './draftApi.ts';

const TakenEdition = EditionDocument.extend({ book: TakenBook });

/** Drafts beside the main one. */
export const draftsApi = {
  list: async () => (await ask('GET /drafts', DraftList)).drafts,
  make: (draft: MakeDraft) => ask('POST /drafts', DraftSummary, { body: draft }),
  rename: (id: number, name: string) => ask('PATCH /drafts/:id', DraftSummary, { params: { id }, body: { name } }),
  throwAway: (id: number) => ask('DELETE /drafts/:id', DraftSummary, { params: { id } }),
  bringBack: (id: number) => ask('POST /drafts/:id/back', DraftSummary, { params: { id }, body: {} }),
  commands: (id: number) => ask('GET /drafts/:id/commands', CommandsAnswer, { params: { id } }),
};

/** Editions, and when they are live. */
export const editionsApi = {
  list: () => ask('GET /editions', EditionList),
  book: async (number: number) => (await ask('GET /editions/:number', TakenEdition, { params: { number } })).book,
  /** What an edition is made of, from which edition on. */
  commands: (number: number) => ask('GET /editions/:number/commands', CommandsAnswer, { params: { number } }),
  goBack: (edition: number, note: string) => ask('POST /editions/releases', Release, { body: { edition, note } }),
  plan: (request: PlanRequest) => ask('POST /editions/plans', Release, { body: request }),
  move: (seq: number, request: MoveRequest) => ask('POST /editions/plans/:seq/move', Release, { params: { seq }, body: request }),
  calendar: () => ask('GET /editions/calendar', CalendarAddress),
  /** Gives the calendar an address, in place of one it had. */
  makeCalendar: () => ask('POST /editions/calendar', CalendarAddress, { body: {} }),
  endCalendar: async () => {
    await askFile('DELETE /editions/calendar');
    return { path: null };
  },
  callOff: (seq: number) => askFile('DELETE /editions/plans/:seq', { params: { seq } }),
};
