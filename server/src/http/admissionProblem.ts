import type { AdmissionProblem, Opened } from '@ostrakon/core';
import { HttpProblem } from './problems.ts';

type UnknownProduct = Extract<Opened, { ok: false }>['problem'];

/** A request that names goods the shop does not sell. */
export function unknownProduct({ line, product }: UnknownProduct): HttpProblem {
  const detail = `No product has the id "${product}".`;
  return new HttpProblem('unknown-product', detail, { errors: [{ pointer: `/lines/${line}/product`, detail }] });
}

/** A request that would cost too much, or asks about a day too far away. */
export function admissionProblem(problem: AdmissionProblem): HttpProblem {
  if (problem.code === 'tooManyPieces') {
    const detail = `A cart has at most ${problem.most} pieces of goods; this one has ${problem.pieces}.`;
    return new HttpProblem('too-many-pieces', detail, { errors: [{ pointer: '/lines', detail }] });
  }
  if (problem.code === 'tooManyParts') {
    const detail = `An order of this shop may travel in ${problem.most} parts at most; this one would in ${problem.parts}.`;
    return new HttpProblem('too-many-parts', detail, { errors: [{ pointer: '/others', detail }] });
  }
  const { field, before, after } = problem;
  const detail = `The moment may lie ${before} days before now at most, and ${after} days after.`;
  return new HttpProblem('moment-out-of-reach', detail, { errors: [{ pointer: `/${field}`, detail }] });
}
