import { SUBDIVISION_NAME_LINES } from './subdivisionNames.generated.ts';

let names: ReadonlyMap<string, string> | undefined;

/** Names of every ISO 3166-2 subdivision by code. Large, so it has an entry point of its own. */
export function subdivisionNames(): ReadonlyMap<string, string> {
  names ??= new Map(
    SUBDIVISION_NAME_LINES.split('\n').flatMap((line) => {
      const [country = '', ...rest] = line.split(':');
      return rest
        .join(':')
        .split('|')
        .map((entry) => {
          const at = entry.indexOf('=');
          return [`${country}-${entry.slice(0, at)}`, entry.slice(at + 1)] as const;
        });
    }),
  );
  return names;
}
