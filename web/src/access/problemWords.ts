import { ApiProblem } from '../api/client.ts';

/** What went wrong, in words. */
export const problemWords = (error: unknown): string =>
  error instanceof ApiProblem ? error.problem.detail : 'The server did not answer. Please try again.';

/** The fault of one field; of none, where the whole was refused. */
export function fieldFault(error: unknown, field: string): string | undefined {
  if (!(error instanceof ApiProblem)) return undefined;
  return error.problem.errors?.find(({ pointer }) => pointer === `/${field}` || pointer.startsWith(`/${field}/`))?.detail;
}

export const isProblem = (error: unknown, code: string): boolean => error instanceof ApiProblem && error.problem.code === code;
