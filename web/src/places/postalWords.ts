import type { PostalLineProblem } from '@ostrakon/core';
import type { Format } from '../words/format.ts';

/** Why a line of a pasted list was not taken. */
export function postalProblemWords({ problem, first }: PostalLineProblem, country: string, format: Format): string {
  switch (problem) {
    case 'empty':
      return 'nothing stands before the star';
    case 'characters':
      return 'a postal code has only letters, digits, spaces and hyphens';
    case 'tooLong':
      return 'a postal code has at most 16 characters';
    case 'starInside':
      return 'the star belongs at the end';
    case 'differentShapes':
      return 'the ends of a range have the same length and shape';
    case 'backwards':
      return 'the range ends before it begins';
    case 'impossible':
      return `no postal code of ${format.region(country)} looks like this`;
    case 'duplicate':
      return first ? `stands on line ${first} already` : 'is in this zone already';
  }
}
