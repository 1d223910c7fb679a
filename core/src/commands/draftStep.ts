import { z } from 'zod';
import { Command } from './commands.ts';
import { Patch } from './patch.ts';

export const Revision = z.int().min(0);

/** Made by whoever makes the step: a step sent again under its id is taken once, and answered as it was. */
export const StepId = z.string().regex(/^[\w-]{8,64}$/, 'The id of a step has 8 to 64 letters, digits, hyphens and underscores');

/** One step of the draft's history. */
export const DraftStep = z.discriminatedUnion('kind', [
  z.strictObject({ id: StepId, kind: z.literal('command'), command: Command }),
  z.strictObject({ id: StepId, kind: z.literal('undo') }),
  z.strictObject({ id: StepId, kind: z.literal('redo') }),
]);
export type DraftStep = z.infer<typeof DraftStep>;

/** The commands that undo and redo would touch next; null when there is none. */
export const HistoryEnds = z.strictObject({ undo: z.string().nullable(), redo: z.string().nullable() });
export type HistoryEnds = z.infer<typeof HistoryEnds>;

/** What a step did: the patch leads from the document before it to `revision`. */
export const StepDone = z.strictObject({ id: StepId, revision: Revision, patch: Patch, history: HistoryEnds });
export type StepDone = z.infer<typeof StepDone>;
