import { type DraftState, type DraftStep, MOST_STEPS } from '@ostrakon/core';
import { api } from '../api/draftApi.ts';
import { keepUnsent, readUnsent } from './outbox.ts';

export interface OpenedDraft {
  readonly state: DraftState;
  /** Steps of the page before that the server has not taken. */
  readonly left: readonly DraftStep[];
}

/** Sends what the page before left behind. Whether it had arrived is not known; the answer says what became of each step. */
async function sendUnsent(): Promise<readonly DraftStep[]> {
  const unsent = readUnsent();
  let left = unsent?.steps ?? [];
  let revision = unsent?.revision ?? 0;
  while (unsent && left.length > 0) {
    const { steps, refused } = await api.send({ ...unsent, revision, steps: left.slice(0, MOST_STEPS) });
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
export async function openDraft(): Promise<OpenedDraft> {
  const left = await sendUnsent();
  const state = await api.read();
  keepUnsent(null);
  return { state, left };
}
