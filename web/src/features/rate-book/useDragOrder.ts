import { type RefObject, useEffect, useRef, useState } from 'react';
import { useDraftSession } from '../../draft/DraftProvider.tsx';
import { loadPart } from '../../ui/later.ts';

export interface Dragged {
  readonly kind: 'zone' | 'service';
  readonly id: string;
}

export type DragState = 'idle' | 'dragged' | 'over';

/** A zone or service that can be dragged into another place, once what dragging takes has loaded. */
export function useDragOrder<E extends HTMLElement>({
  kind,
  id,
}: Dragged): {
  element: RefObject<E | null>;
  handle: RefObject<HTMLElement | null>;
  state: DragState;
} {
  const session = useDraftSession();
  const element = useRef<E>(null);
  const handle = useRef<HTMLElement>(null);
  const [state, setState] = useState<DragState>('idle');
  useEffect(() => {
    let detach: (() => void) | undefined;
    let gone = false;
    const drop = (dragged: string) => {
      const { zones, services } = session.getSnapshot().book;
      if (kind === 'zone') session.dispatch({ name: 'moveZone', args: { zone: dragged, to: zones.findIndex((zone) => zone.id === id) } });
      else session.dispatch({ name: 'moveService', args: { service: dragged, to: services.findIndex((service) => service.id === id) } });
    };
    void loadPart(() => import('./dragOrder.ts')).then(({ attachDrag }) => {
      if (gone || !element.current) return;
      detach = attachDrag({ element: element.current, handle: handle.current }, { kind, id }, { state: setState, drop });
    });
    return () => {
      gone = true;
      detach?.();
    };
  }, [session, kind, id]);
  return { element, handle, state };
}
