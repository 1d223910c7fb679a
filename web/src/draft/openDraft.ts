import { type DraftState, type DraftStep, MOST_STEPS } from '@ostrakon/core';
import { ApiProblem } from '../api/client.ts';
import { draftApi } from '../api/draftApi.ts';
import { MAIN_DRAFT, workOn } from './activeDraft.ts';
import { keepUnsent, readUnsent } from './outbox.ts';

export interface OpenedDraft {
  readonly state: DraftState;
  /** Steps of the page before that the server has not taken. */
  readonly left: readonly DraftStep[];
}

/** Sends what the page before left behind. Whether it had arrived is not known; the answer says what became of each step. */
async function sendUnsent(draft: number): Promise<readonly DraftStep[]> {
  const unsent = readUnsent(draft);
  let left = unsent?.steps ?? [];
  let revision = unsent?.revision ?? 0;
  while (unsent && left.length > 0) {
    const { steps, refused } = await draftApi(draft).send({ ...unsent, revision, steps: left.slice(0, MOST_STEPS) });
    left = left.slice(steps.length);
    revision = steps.at(-1)?.revision ?? revision;
    if (refused === undefined && steps.length > 0) continue;
    if (refused === undefined) return left;
    const overtaken = refused.problem.code === 'stale-revision' || refused.problem.code === 'shop-replaced';
    return overtaken ? left : left.slice(1);
  }
  return left;
}

/** Reads the draft, once everything the page before had to send is settled. */
export async function openDraft(draft: number): Promise<OpenedDraft> {
  const left = await sendUnsent(draft);
  try {
    const state = await draftApi(draft).read();
    keepUnsent(draft, null);
    return { state, left };
  } catch (error) {
    // Thrown away, in another tab perhaps: the main one is always there.
    if (draft !== MAIN_DRAFT && error instanceof ApiProblem && error.problem.status === 404) workOn(MAIN_DRAFT);
    throw error;
  }
}
