import { Release } from '../../releases/release.ts';
import {
  CalendarAddress,
  CommandsAnswer,
  DraftList,
  DraftState,
  DraftSummary,
  EditionDocument,
  EditionFile,
  EditionList,
  EditionSummary,
  LiveState,
  MakeDraft,
  MoveRequest,
  NameDraft,
  PlanRequest,
  PublishRequest,
  ReleaseRequest,
  StepsAnswer,
  StepsRequest,
} from '../api.ts';
import type { ProblemCode } from '../problemCode.ts';
import { ById, ByNumber, BySeq, Nothing } from './params.ts';
import type { Routes } from './route.ts';

/** A change of a book can be refused, and come too late. */
const STEPS: readonly ProblemCode[] = [
  'command-refused',
  'stale-revision',
  'shop-replaced',
  'nothing-to-undo',
  'nothing-to-redo',
  'id-in-use',
];
const PLAN: readonly ProblemCode[] = ['plan-refused', 'stale-revision', 'not-found', 'nothing-to-publish', 'nothing-published'];

/** Drafts, editions and plans. */
export const editionRoutes = {
  'GET /draft': { says: 'The main draft', who: 'read', answer: DraftState },
  'POST /draft/steps': { says: 'Take steps in the main draft', who: 'edit', body: StepsRequest, answer: StepsAnswer, problems: STEPS },
  'GET /drafts': { says: 'The drafts beside the main one', who: 'read', answer: DraftList },
  'POST /drafts': {
    says: 'Begin a draft from an edition',
    who: 'edit',
    body: MakeDraft,
    status: 201,
    answer: DraftSummary,
    problems: ['not-found', 'too-many-drafts', 'command-refused'],
  },
  'GET /drafts/:id': { says: 'A draft; the main one is 1', who: 'read', params: ById, answer: DraftState, problems: ['not-found'] },
  'PATCH /drafts/:id': {
    says: 'Rename a draft',
    who: 'edit',
    params: ById,
    body: NameDraft,
    answer: DraftSummary,
    problems: ['not-found'],
  },
  'DELETE /drafts/:id': { says: 'Throw a draft away', who: 'edit', params: ById, answer: DraftSummary, problems: ['not-found'] },
  'POST /drafts/:id/back': {
    says: 'Bring a draft back that was thrown away',
    who: 'edit',
    params: ById,
    body: Nothing,
    answer: DraftSummary,
    problems: ['not-found', 'too-many-drafts'],
  },
  'POST /drafts/:id/steps': {
    says: 'Take steps in a draft',
    who: 'edit',
    params: ById,
    body: StepsRequest,
    answer: StepsAnswer,
    problems: [...STEPS, 'not-found'],
  },
  'GET /drafts/:id/commands': {
    says: 'The commands in force of a draft, and where it began',
    who: 'read',
    params: ById,
    answer: CommandsAnswer,
    problems: ['not-found'],
  },

  'GET /editions': { says: 'Editions and releases', who: 'read', answer: EditionList },
  'POST /editions': {
    says: 'Publish a draft as it is at a revision',
    who: 'publish',
    body: PublishRequest,
    status: 201,
    answer: EditionSummary,
    problems: ['stale-revision', 'nothing-to-publish', 'not-found'],
  },
  'GET /editions/live': { says: 'The live edition', who: 'read', answer: LiveState },
  'POST /editions/releases': {
    says: 'Go back to an edition at once',
    who: 'publish',
    body: ReleaseRequest,
    status: 201,
    answer: Release,
    problems: PLAN,
  },
  'GET /editions/calendar': { says: 'Where the calendar of releases is', who: 'read', answer: CalendarAddress },
  'POST /editions/calendar': {
    says: 'Give that calendar another address',
    who: 'publish',
    body: Nothing,
    status: 201,
    answer: CalendarAddress,
  },
  'DELETE /editions/calendar': { says: 'Take that calendar away', who: 'publish', status: 204, answer: null },
  'POST /editions/plans': { says: 'Plan an edition', who: 'publish', body: PlanRequest, status: 201, answer: Release, problems: PLAN },
  'POST /editions/plans/:seq/move': {
    says: 'Move a plan',
    who: 'publish',
    params: BySeq,
    body: MoveRequest,
    answer: Release,
    problems: PLAN,
  },
  'DELETE /editions/plans/:seq': { says: 'Call a plan off', who: 'publish', params: BySeq, status: 204, answer: null, problems: PLAN },
  'GET /editions/:number': { says: 'An edition', who: 'read', params: ByNumber, answer: EditionDocument, problems: ['not-found'] },
  'GET /editions/:number/commands': {
    says: 'The commands an edition is made of',
    who: 'read',
    params: ByNumber,
    answer: CommandsAnswer,
    problems: ['not-found'],
  },
  'GET /editions/:number/file': {
    says: 'An edition with goods and orders taken, to be served by itself',
    who: 'own',
    params: ByNumber,
    answer: EditionFile,
    problems: ['not-found'],
  },
} as const satisfies Routes;
