import { Place } from '@ostrakon/core';

export interface LineFault {
  readonly line: number;
  readonly text: string;
  readonly message: string;
}

/** Reads postal rules, one a line: a whole code, or the start of codes with a star behind it. */
export function readPostalLines(text: string, country: string): { places: Place[]; faults: LineFault[] } {
  const places: Place[] = [];
  const faults: LineFault[] = [];
  const seen = new Map<string, number>();
  text.split(/\r?\n/).forEach((raw, at) => {
    const line = raw.trim();
    if (line === '') return;
    const starred = line.endsWith('*');
    const code = (starred ? line.slice(0, -1) : line).trim().toUpperCase();
    const parsed = Place.safeParse(starred ? { kind: 'postalPrefix', country, prefix: code } : { kind: 'postalCode', country, code });
    const key = line.toUpperCase().replace(/[\s-]+/g, '');
    const first = seen.get(key);
    if (!parsed.success) faults.push({ line: at + 1, text: line, message: parsed.error.issues[0]?.message ?? 'Not a postal code' });
    else if (first !== undefined) faults.push({ line: at + 1, text: line, message: `Stands on line ${first} already` });
    else {
      seen.set(key, at + 1);
      places.push(parsed.data);
    }
  });
  return { places, faults };
}
