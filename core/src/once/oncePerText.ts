/** Works something out once for each text, as long as there are not too many of them. */
export function oncePerText<V>(make: (text: string) => V, most = 5000): (text: string) => V {
  const held = new Map<string, V>();
  return (text) => {
    const known = held.get(text);
    if (known !== undefined) return known;
    const value = make(text);
    if (held.size >= most) held.clear();
    held.set(text, value);
    return value;
  };
}
