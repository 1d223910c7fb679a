/** JSON text with the members of every object in order of their names, so that equal documents give equal bytes. */
export function canonicalJson(value: unknown): string {
  if (Array.isArray(value)) return `[${value.map((entry) => canonicalJson(entry)).join(',')}]`;
  if (typeof value !== 'object' || value === null) return JSON.stringify(value);
  const members = Object.entries(value).filter(([, entry]) => entry !== undefined);
  members.sort(([a], [b]) => (a < b ? -1 : 1));
  return `{${members.map(([name, entry]) => `${JSON.stringify(name)}:${canonicalJson(entry)}`).join(',')}}`;
}
