import { CalendarAddress, EditionDocument, EditionList, type MoveRequest, type PlanRequest, Release } from '@ostrakon/core';
import { z } from 'zod';
import { ask, post } from './client.ts';
import { TakenBook } from './draftApi.ts';

const TakenEdition = EditionDocument.extend({ book: TakenBook });

/** Editions, and when they are live. */
export const editionsApi = {
  list: () => ask(EditionList, '/editions'),
  book: async (number: number) => (await ask(TakenEdition, `/editions/${number}`)).book,
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
