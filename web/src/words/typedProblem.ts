import type { TypedProblem } from '@ostrakon/core';

type Words = { [C in TypedProblem['code']]: (problem: Extract<TypedProblem, { code: C }>) => string };

const words: Words = {
  empty: () => 'Write a number.',
  notANumber: ({ typed }) => `“${typed}” is not a number.`,
  ambiguous: ({ asThousands, asDecimal }) => `This can be read two ways. Write ${asThousands} or ${asDecimal}.`,
  tooManyDecimals: ({ most }) => (most === 0 ? 'Write a whole number.' : `At most ${most} decimal places.`),
  negative: () => 'Write 0 or more.',
  tooSmall: ({ least }) => `At least ${least}.`,
  tooLarge: ({ most }) => `At most ${most}.`,
  unknownUnit: ({ typed, known }) => `“${typed}” is no unit. Use ${known.join(', ')}.`,
};

/** Why typed text was not taken, in words. */
export function typedProblemWords<C extends TypedProblem['code']>(problem: Extract<TypedProblem, { code: C }>): string {
  return (words[problem.code as C] as (problem: Extract<TypedProblem, { code: C }>) => string)(problem);
}
