import { combine } from '@atlaskit/pragmatic-drag-and-drop/combine';
import { draggable, dropTargetForElements } from '@atlaskit/pragmatic-drag-and-drop/element/adapter';
import type { Dragged, DragState } from './useDragOrder.ts';

const draggedOf = ({ kind, id }: Record<string | symbol, unknown>): Dragged | null =>
  (kind === 'zone' || kind === 'service') && typeof id === 'string' ? { kind, id } : null;

/** Lets an element be dragged by its handle, and take the place it is dropped on; a zone meets only zones, a service only services. */
export function attachDrag(
  parts: { element: HTMLElement; handle: HTMLElement | null },
  own: Dragged,
  told: { state(state: DragState): void; drop(dragged: string): void },
): () => void {
  const { element, handle } = parts;
  return combine(
    draggable({
      element,
      ...(handle && { dragHandle: handle }),
      getInitialData: () => ({ ...own }),
      onDragStart: () => told.state('dragged'),
      onDrop: () => told.state('idle'),
    }),
    dropTargetForElements({
      element,
      canDrop: ({ source }) => {
        const dragged = draggedOf(source.data);
        return dragged?.kind === own.kind && dragged.id !== own.id;
      },
      onDragEnter: () => told.state('over'),
      onDragLeave: () => told.state('idle'),
      onDrop: ({ source }) => {
        told.state('idle');
        const dragged = draggedOf(source.data);
        if (dragged) told.drop(dragged.id);
      },
    }),
  );
}
