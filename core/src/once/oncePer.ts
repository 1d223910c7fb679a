/**
 * Works something out once for each of the things it is worked out of. Documents are never changed in place, so the same
 * part of one stays the same thing.
 */
export function oncePer<K extends object, V>(make: (of: K) => V): (of: K) => V {
  const held = new WeakMap<K, { readonly value: V }>();
  return (of) => {
    const known = held.get(of);
    if (known) return known.value;
    const value = make(of);
    held.set(of, { value });
    return value;
  };
}
