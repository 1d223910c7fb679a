import type { RateBook, StepsAnswer } from '@ostrakon/core';
import type { Response } from 'express';
import { HttpProblem } from '../../http/problems.ts';
import type { OwnerHandlers } from '../../ports/who.ts';
import type { AskedSteps, DraftStore } from './draftStore.ts';
import type { Drafts } from './drafts.ts';

const read = (draft: DraftStore, res: Response) => {
  res.set('Cache-Control', 'no-store');
  return draft.state();
};

async function take(draft: DraftStore, asked: AskedSteps, author: string): Promise<StepsAnswer> {
  const answer = await draft.take(asked, author);
  // With nothing taken, the refusal is the answer.
  if (answer.refused && answer.steps.length === 0) throw HttpProblem.of(answer.refused.problem);
  return answer;
}

/** A draft beside the main one: that one has no name, and is never thrown away. */
function beside(id: number): number {
  if (id === 1) throw new HttpProblem('not-found', 'The main draft has no name and is not thrown away.');
  return id;
}

/** The main draft, and all drafts by number, the main one under 1. */
export function draftHandlers(drafts: Drafts, editionBook: (number: number) => Promise<RateBook>) {
  return {
    'GET /draft': ({ res }) => read(drafts.main, res),
    'POST /draft/steps': ({ body, who }) => take(drafts.main, body, who.name),
    'GET /drafts': async () => ({ drafts: await drafts.list() }),
    'POST /drafts': async ({ body: { name, from, commands }, who }) => {
      const made = await drafts.make({ name, from, commands, book: await editionBook(from) }, who.name);
      await who.tell('draftMade', made.name);
      return made;
    },
    'GET /drafts/:id': async ({ params, res }) => read(await drafts.get(params.id), res),
    'PATCH /drafts/:id': ({ params, body }) => drafts.rename(beside(params.id), body.name),
    'DELETE /drafts/:id': async ({ params, who }) => {
      const thrown = await drafts.throwAway(beside(params.id));
      await who.tell('draftThrownAway', thrown.name);
      return thrown;
    },
    'POST /drafts/:id/back': async ({ params, who }) => {
      const back = await drafts.bringBack(beside(params.id));
      await who.tell('draftBroughtBack', back.name);
      return back;
    },
    'POST /drafts/:id/steps': async ({ params, body, who }) => take(await drafts.get(params.id), body, who.name),
    'GET /drafts/:id/commands': async ({ params: { id } }) => {
      const { current } = await drafts.get(id);
      const commands = await drafts.commandsBetween(id, null, current.revision);
      return { base: await drafts.beganFrom(id), commands: commands && [...commands] };
    },
  } satisfies OwnerHandlers<'/draft'> & OwnerHandlers<'/drafts'>;
}
