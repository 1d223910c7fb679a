// Documents looked at by their smallest parts. Entries of a list that have ids are known by them, wherever they stand; other lists are one part.

type Listed = { readonly id: string };

const isObject = (value: unknown): value is Readonly<Record<string, unknown>> =>
  typeof value === 'object' && value !== null && !Array.isArray(value);
const isListed = (value: unknown): value is Listed => isObject(value) && typeof value.id === 'string';
const isList = (value: unknown): value is readonly Listed[] => Array.isArray(value) && value.every(isListed);

/** Whether two values are lists of entries with ids; an empty one goes with any. */
const areLists = (a: unknown, b: unknown): boolean => isList(a ?? []) && isList(b ?? []) && (Array.isArray(a) || Array.isArray(b));
/** Two objects of which each part may be looked at by itself: things of two kinds have no parts in common. */
const areObjects = (a: unknown, b: unknown): boolean => {
  if (!isObject(a ?? {}) || !isObject(b ?? {}) || (a === null) !== (b === null)) return false;
  return a === undefined || b === undefined || (a as { kind?: unknown }).kind === (b as { kind?: unknown }).kind;
};

const byId = (list: unknown): ReadonlyMap<string, Listed> => new Map(((list ?? []) as readonly Listed[]).map((one) => [one.id, one]));
const fieldsOf = (value: unknown): ReadonlyMap<string, unknown> => new Map(Object.entries((value ?? {}) as object));

/** No name comes out like this: a tilde in one is followed by a digit (RFC 6901). */
const ORDER = '/~order';
const step = (path: string, name: string) => `${path}/${name.replaceAll('~', '~0').replaceAll('/', '~1')}`;

/** Whether entries that stand in both lists stand in another order. */
function isReordered(a: ReadonlyMap<string, unknown>, b: ReadonlyMap<string, unknown>): boolean {
  const [before, after] = [[...a.keys()].filter((id) => b.has(id)), [...b.keys()].filter((id) => a.has(id))];
  return before.some((id, at) => id !== after[at]);
}

/** The parts in which two documents differ, added to `found` as paths; quick where they share most of what they hold. */
function collect(a: unknown, b: unknown, path: string, found: Set<string>): void {
  if (Object.is(a, b)) return;
  const lists = areLists(a, b);
  if (!lists && !areObjects(a, b)) {
    if (JSON.stringify(a) !== JSON.stringify(b)) found.add(path);
    return;
  }
  const [before, after] = lists ? [byId(a), byId(b)] : [fieldsOf(a), fieldsOf(b)];
  if (a === undefined || b === undefined) found.add(path);
  if (lists && isReordered(before, after)) found.add(path + ORDER);
  for (const name of new Set([...before.keys(), ...after.keys()])) collect(before.get(name), after.get(name), step(path, name), found);
}

export type Leaves = ReadonlySet<string>;

/** The parts in which two documents differ. */
export function changedLeaves(before: unknown, after: unknown): Leaves {
  const found = new Set<string>();
  collect(before, after, '', found);
  return found;
}

/** Those parts that lie in one of the others, hold one, or are one. */
export function meeting(some: Leaves, others: Leaves): Leaves {
  const ways = waysTo(others);
  const isWithin = (leaf: string): boolean => {
    for (let at = leaf.length; at > 0; at = leaf.lastIndexOf('/', at - 1)) if (others.has(leaf.slice(0, at))) return true;
    return false;
  };
  return new Set([...some].filter((leaf) => ways.has(leaf) || isWithin(leaf)));
}

/** Every path on the way to some parts. */
function waysTo(leaves: Leaves): Leaves {
  const ways = new Set<string>();
  for (const leaf of leaves) {
    for (let at = leaf.lastIndexOf('/'); at > 0; at = leaf.lastIndexOf('/', at - 1)) ways.add(leaf.slice(0, at));
    ways.add('');
  }
  return ways;
}

/** The entries of one list in their order, those of the other alone each behind what stands before it there. */
function joined(one: ReadonlyMap<string, unknown>, other: ReadonlyMap<string, unknown>): readonly string[] {
  const ids = [...one.keys()];
  let before = -1;
  for (const id of other.keys()) {
    if (!one.has(id)) ids.splice(before + 1, 0, id);
    before = ids.indexOf(id);
  }
  return ids;
}

function graft(a: unknown, b: unknown, path: string, leaves: Leaves, ways: Leaves): unknown {
  if (!ways.has(path)) return leaves.has(path) ? b : a;
  // There in one of the two only: as a whole, or with those of its parts that are wanted.
  if (leaves.has(path) && b === undefined) return undefined;
  if (areLists(a, b)) {
    const [before, after] = [byId(a), byId(b)];
    const order = leaves.has(path + ORDER) ? joined(after, before) : joined(before, after);
    return order.flatMap((id) => graft(before.get(id), after.get(id), step(path, id), leaves, ways) ?? []);
  }
  const [before, after] = [fieldsOf(a), fieldsOf(b)];
  const names = new Set([...before.keys(), ...after.keys()]);
  return Object.fromEntries(
    [...names]
      .map((name) => [name, graft(before.get(name), after.get(name), step(path, name), leaves, ways)] as const)
      .filter(([, value]) => value !== undefined),
  );
}

/** A document with some of its parts as they are in another. */
export const withLeaves = <T>(document: T, other: T, leaves: Leaves): T => graft(document, other, '', leaves, waysTo(leaves)) as T;
