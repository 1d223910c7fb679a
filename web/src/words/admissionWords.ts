import type { AdmissionProblem } from '@ostrakon/core';
import type { Format } from './format.ts';

/** Why a cart is not quoted at all, for the owner. */
export function admissionWords(problem: AdmissionProblem | { code: 'tooLarge' }, format: Format): string {
  switch (problem.code) {
    case 'tooManyPieces':
      return `A cart has at most ${format.count(problem.most, 'piece')}; this one has ${format.count(problem.pieces, 'piece')}. Take some out.`;
    case 'tooManyParts':
      return `This order would travel in ${problem.parts} parts, and your rules allow ${problem.most} at most. Send it to fewer addresses.`;
    case 'momentOutOfReach':
      return `The moment may lie ${problem.before} days back at most, and ${problem.after} days ahead. Choose a nearer one.`;
    case 'tooLarge':
      return 'This cart is too heavy or too dear to add up. Take some goods out.';
  }
}
