import { DraftStep, type StepsRequest } from '@ostrakon/core';
import { z } from 'zod';

// Steps a page had not got rid of when it went away, for the page that comes after it in the same tab. Sent again under
// their ids they are taken once, whether or not they had arrived.

const keyOf = (draft: number) => `ostrakon-unsent-steps-${draft}`;
const Outbox = z.strictObject({ revision: z.int().min(0), lineage: z.string().optional(), steps: z.array(DraftStep).min(1) });

export function keepUnsent(draft: number, request: StepsRequest | null): void {
  try {
    if (request === null) sessionStorage.removeItem(keyOf(draft));
    else sessionStorage.setItem(keyOf(draft), JSON.stringify(request));
  } catch {
    // No room, or no storage at all: then only the sending itself is left.
  }
}

/** Null where nothing was left, or nothing that can be read. */
export function readUnsent(draft: number): StepsRequest | null {
  try {
    const text = sessionStorage.getItem(keyOf(draft));
    return text === null ? null : Outbox.parse(JSON.parse(text));
  } catch {
    return null;
  }
}
