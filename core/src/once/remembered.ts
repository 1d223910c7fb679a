/** Most texts that are kept: a year of days in a few languages. */
const MOST = 4000;

/** Texts that are written again and again, each made once; all are forgotten when there are too many of them. */
export function remembered(): (key: string, make: () => string) => string {
  const held = new Map<string, string>();
  return (key, make) => {
    const known = held.get(key);
    if (known !== undefined) return known;
    if (held.size >= MOST) held.clear();
    const made = make();
    held.set(key, made);
    return made;
  };
}
