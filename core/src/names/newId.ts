/** An id for something new, made from its name and not yet taken. */
export function newId(name: string, taken: readonly { id: string }[], fallback: string): string {
  const words = name
    .toLowerCase()
    .normalize('NFKD')
    .replace(/[\u0300-\u036f]/g, '')
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-+/, '')
    .slice(0, 32)
    .replace(/-+$/, '');
  const stem = words === '' ? fallback : words;
  const ids = new Set(taken.map((entry) => entry.id));
  if (!ids.has(stem)) return stem;
  for (let count = 2; ; count += 1) if (!ids.has(`${stem}-${count}`)) return `${stem}-${count}`;
}
