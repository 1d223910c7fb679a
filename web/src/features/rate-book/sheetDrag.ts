import type { UniqueIdentifier } from '@dnd-kit/core';

type Kind = 'zone' | 'service';

/** What is dragged, as one id. */
export const dragId = (kind: Kind, id: string): string => `${kind}:${id}`;

export function readDragId(id: UniqueIdentifier): { kind: Kind; id: string } | undefined {
  const [kind, rest] = String(id).split(':');
  return (kind === 'zone' || kind === 'service') && rest !== undefined ? { kind, id: rest } : undefined;
}
