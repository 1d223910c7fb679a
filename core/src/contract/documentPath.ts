/**
 * A path into a document in words: entries of lists go by their id where they have one, "zones[nova-scotia].lanes.ground",
 * else by their number from 1.
 * @example documentPath({ zones: [{ id: 'near' }] }, ['zones', 0, 'name']) // 'zones[near].name'
 */
export function documentPath(document: unknown, path: readonly PropertyKey[]): string {
  let here: unknown = document;
  let words = '';
  for (const key of path) {
    here = typeof here === 'object' && here !== null ? (here as Record<PropertyKey, unknown>)[key] : undefined;
    const id = typeof here === 'object' && here !== null && 'id' in here && typeof here.id === 'string' ? here.id : null;
    if (typeof key === 'number') words += id === null ? ` ${key + 1}` : `[${id}]`;
    else words += `${words === '' ? '' : '.'}${String(key)}`;
  }
  return words;
}
