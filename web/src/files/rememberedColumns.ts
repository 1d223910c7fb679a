import { plainName } from '../words/plainName.ts';
import type { OpenedFile } from './table.ts';

/**
 * What columns of files were taken for the last time, by their heads; `null` is a column that was passed over.
 * @param key under which the browser keeps it
 */
export function rememberedColumns<F extends string>(key: string, known: readonly F[]) {
  const held = (): Record<string, F | null> => {
    try {
      const read: unknown = JSON.parse(localStorage.getItem(key) ?? '{}');
      return typeof read === 'object' && read !== null ? (read as Record<string, F | null>) : {};
    } catch {
      return {};
    }
  };
  return {
    /** Keeps what columns were taken for, so that the next file of the same kind needs no matching. */
    remember(headers: readonly string[], fields: readonly (F | null)[]): void {
      const next = { ...held() };
      headers.forEach((header, at) => {
        next[plainName(header)] = fields[at] ?? null;
      });
      try {
        localStorage.setItem(key, JSON.stringify(next));
      } catch {
        // A browser that keeps nothing asks again.
      }
    },
    /** What columns of a file are taken for: as the last time where one was met before, else as their heads say. A field is taken once. */
    recall({ headers, guess }: Pick<OpenedFile<F>, 'headers' | 'guess'>): (F | null)[] {
      const before = held();
      const fields = headers.map((header, at): F | null => {
        const name = plainName(header);
        if (name === '' || !Object.hasOwn(before, name)) return guess[at] ?? null;
        const field = before[name] ?? null;
        return field === null || known.includes(field) ? field : (guess[at] ?? null);
      });
      return fields.map((field, at) => (field !== null && fields.indexOf(field) < at ? null : field));
    },
  };
}
