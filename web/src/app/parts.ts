/** The page and the bench beside it, by the names of their elements. */
export const PARTS = ['page', 'bench'] as const;
type Part = (typeof PARTS)[number];

const left = new Map<Part, Element>();

/** Gives the focus to a part; to what had it there last, where somebody comes back to it. */
export function toPart(part: Part): void {
  const held = left.get(part);
  const target = held?.isConnected && held instanceof HTMLElement ? held : document.getElementById(part);
  target?.focus();
}

/** From the page to the bench, and back. */
export function toOtherPart(): void {
  const from = document.activeElement;
  const here: Part = document.getElementById('bench')?.contains(from) ? 'bench' : 'page';
  if (from && document.getElementById(here)?.contains(from)) left.set(here, from);
  toPart(here === 'bench' ? 'page' : 'bench');
}
