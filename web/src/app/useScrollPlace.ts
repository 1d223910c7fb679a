import { type RefObject, useLayoutEffect, useRef } from 'react';
import { useLocation, useNavigationType } from 'react-router';

/** How long a page that is gone back to may take to be as high as it was, in milliseconds. */
const WHOLE_WITHIN_MS = 2000;

/** A page opens at its top; going back or forward finds it where it was left. Another question of the same page moves nothing. */
export function useScrollPlace(scroller: RefObject<HTMLElement | null>): void {
  const { key, pathname } = useLocation();
  const how = useNavigationType();
  const places = useRef(new Map<string, number>());
  const shown = useRef({ key, pathname });

  useLayoutEffect(() => {
    const element = scroller.current;
    if (!element) return;
    const note = () => places.current.set(shown.current.key, element.scrollTop);
    element.addEventListener('scroll', note, { passive: true });
    return () => element.removeEventListener('scroll', note);
  }, [scroller]);

  useLayoutEffect(() => {
    const element = scroller.current;
    const before = shown.current;
    shown.current = { key, pathname };
    if (!element || before.key === key) return;
    const wanted = how === 'POP' ? places.current.get(key) : before.pathname === pathname ? undefined : 0;
    if (wanted === undefined) return;
    element.scrollTop = wanted;
    if (wanted === 0) return;
    // Parts of a page come later: until it is as high as it was, it is tried again, unless somebody scrolls.
    const until = performance.now() + WHOLE_WITHIN_MS;
    let asked = 0;
    const again = () => {
      if (Math.abs(element.scrollTop - wanted) > 1) element.scrollTop = wanted;
      if (performance.now() < until && Math.abs(element.scrollTop - wanted) > 1) asked = requestAnimationFrame(again);
    };
    const stop = () => cancelAnimationFrame(asked);
    asked = requestAnimationFrame(again);
    for (const kind of ['wheel', 'pointerdown', 'keydown'] as const) element.addEventListener(kind, stop, { once: true, passive: true });
    return stop;
  }, [key, pathname, how, scroller]);
}
