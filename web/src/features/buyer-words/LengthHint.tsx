import { TEXT_KINDS, type TextKind } from '@ostrakon/core/contract';

/** What is too long for a line of a phone is told, not refused. */
export function LengthHint({ text, kind }: { text: string; kind: TextKind }) {
  const most = TEXT_KINDS[kind];
  if (most === null || text.length <= most) return null;
  return (
    <span className="block text-xs text-ochre">
      {text.length} letters; on a phone about {most} stand on one line.
    </span>
  );
}
