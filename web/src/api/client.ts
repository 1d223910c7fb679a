import { Problem } from '@ostrakon/core';
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

/** Asks for a file. */
export async function askBlob(path: string, init?: RequestInit): Promise<Blob> {
  const answer = await fetch(`/api${path}`, init);
  if (answer.ok) return answer.blob();
  throw new ApiProblem(Problem.parse(await answer.json()));
}

/** What was asked for before this script was there, each to be used once. */
const asked = (globalThis as { ostrakonAsked?: Map<string, Promise<Response>> }).ostrakonAsked;

function early(path: string): Promise<Response> | undefined {
  const answer = asked?.get(path);
  asked?.delete(path);
  return answer;
}

export async function ask<S extends z.ZodType>(schema: S, path: string, init?: RequestInit): Promise<z.output<S>> {
  const url = `/api${path}`;
  // Where asking early failed, it is asked again.
  const first = init === undefined ? await early(url)?.catch(() => undefined) : undefined;
  const answer = first ?? (await fetch(url, init));
  const body: unknown = answer.status === 204 ? null : await answer.json();
  if (answer.ok) return schema.parse(body);
  throw new ApiProblem(Problem.parse(body));
}

export const post = (body: unknown): RequestInit => ({
  method: 'POST',
  headers: { 'content-type': 'application/json' },
  body: JSON.stringify(body),
});
