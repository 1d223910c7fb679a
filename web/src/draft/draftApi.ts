import {
  ChangeAnswer,
  type Command,
  type DayLoad,
  DraftState,
  EditionSummary,
  LiveState,
  LoadList,
  Problem,
  ProductList,
  Trial,
  TrialList,
} from '@ostrakon/core';
import type { z } from 'zod';

/** Problem details the server answered with. */
export class ApiProblem extends Error {
  readonly problem: Problem;

  constructor(problem: Problem) {
    super(problem.detail);
    this.name = 'ApiProblem';
    this.problem = problem;
  }
}

export async function ask<S extends z.ZodType>(schema: S, path: string, init?: RequestInit): Promise<z.output<S>> {
  const answer = await fetch(`/api${path}`, init);
  const body: unknown = answer.status === 204 ? null : await answer.json();
  if (answer.ok) return schema.parse(body);
  throw new ApiProblem(Problem.parse(body));
}

export const post = (body: unknown): RequestInit => ({
  method: 'POST',
  headers: { 'content-type': 'application/json' },
  body: JSON.stringify(body),
});

/** The draft's side of the API. */
export interface DraftApi {
  read(): Promise<DraftState>;
  change(revision: number, command: Command): Promise<ChangeAnswer>;
  undo(revision: number): Promise<DraftState>;
  redo(revision: number): Promise<DraftState>;
}

export const api = {
  read: () => ask(DraftState, '/draft'),
  change: (revision: number, command: Command) => ask(ChangeAnswer, '/draft/commands', post({ revision, command })),
  undo: (revision: number) => ask(DraftState, '/draft/undo', post({ revision })),
  redo: (revision: number) => ask(DraftState, '/draft/redo', post({ revision })),
  live: () => ask(LiveState, '/editions/live'),
  publish: (revision: number, note: string) => ask(EditionSummary, '/editions', post({ revision, note })),
  products: async () => (await ask(ProductList, '/products')).products,
  loads: async () => (await ask(LoadList, '/loads')).loads,
  setLoad: async (load: DayLoad) => (await ask(LoadList, '/loads', { ...post(load), method: 'PUT' })).loads,
  trials: async () => (await ask(TrialList, '/trials')).trials,
  saveTrial: (trial: Trial) => ask(Trial, '/trials', post(trial)),
} satisfies DraftApi & Record<string, unknown>;
