import type { OrderStep } from '@ostrakon/core/contract';

/** What a key does at the desk. */
export type DeskAct = OrderStep | 'choose' | 'open' | 'together' | 'labels' | 'letGo';

const KEYS: Readonly<Record<string, DeskAct>> = {
  b: 'begin',
  k: 'pack',
  h: 'handOver',
  c: 'collect',
  t: 'together',
  l: 'labels',
  ' ': 'choose',
  enter: 'open',
  escape: 'letGo',
};

/** What a key means for the row it is pressed on; null for any other. */
export function actOfKey({ key, ctrlKey, metaKey, altKey }: Pick<KeyboardEvent, 'key' | 'ctrlKey' | 'metaKey' | 'altKey'>): DeskAct | null {
  const pressed = key.toLowerCase();
  if (ctrlKey || metaKey) return pressed === 'z' ? 'back' : null;
  return altKey ? null : (KEYS[pressed] ?? null);
}
