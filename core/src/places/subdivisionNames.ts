import type { SubdivisionCode } from './countries.ts';
import { SUBDIVISION_NAME_LINES } from './subdivisionNames.generated.ts';

/** How a subdivision is called: in English, in the country’s own language, and as ISO 3166-2 spells it. */
export interface SubdivisionNames {
  readonly english: string;
  readonly local: string;
  readonly iso: string;
}

let names: ReadonlyMap<SubdivisionCode, SubdivisionNames> | undefined;

/** Names of every ISO 3166-2 subdivision by code. Large, so they have an entry point of their own. */
export function subdivisionNames(): ReadonlyMap<SubdivisionCode, SubdivisionNames> {
  names ??= new Map(
    SUBDIVISION_NAME_LINES.split('\n').flatMap((line) =>
      line
        .slice(3)
        .split('|')
        .map((entry) => {
          const at = entry.indexOf('=');
          const [english = '', local, iso] = entry.slice(at + 1).split('~');
          const own = local || english;
          return [`${line.slice(0, 2)}-${entry.slice(0, at)}`, { english, local: own, iso: iso || own }] as const;
        }),
    ),
  );
  return names;
}
