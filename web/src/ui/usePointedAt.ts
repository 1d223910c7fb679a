import { useEffect } from 'react';
import { useLocation, useSearchParams } from 'react-router';

const FIELD = 'input:not([disabled]), select:not([disabled]), textarea:not([disabled]), button:not([disabled])';
const MARKED_MS = 4000;
/** Parts of a page may come later than the page. */
const WAIT_MS = 1500;

/** What a link to a field of a page says of it: `?show=limit-packedWeight-upTo` leads to what carries `data-show` with that name. */
export const showing = (name: string): string => `show=${encodeURIComponent(name)}`;

/** Brings what the address points at into view, marks it for a moment and gives it the focus. */
export function usePointedAt(): void {
  const { key } = useLocation();
  const [search] = useSearchParams();
  const name = search.get('show');
  // biome-ignore lint/correctness/useExhaustiveDependencies: pointed at again with each visit, though the name is the same
  useEffect(() => {
    if (name === null) return;
    const until = performance.now() + WAIT_MS;
    let asked = 0;
    let timer: ReturnType<typeof setTimeout> | undefined;
    const look = () => {
      const element = document.querySelector<HTMLElement>(`main [data-show="${CSS.escape(name)}"]`);
      if (!element) {
        if (performance.now() < until) asked = requestAnimationFrame(look);
        return;
      }
      const folded = element.closest('details');
      if (folded) folded.open = true;
      const field = element.matches(FIELD) ? element : (element.querySelector<HTMLElement>(FIELD) ?? element);
      element.scrollIntoView({ block: 'center' });
      field.focus({ preventScroll: true });
      // What is typed next takes the place of what stands there.
      if (field instanceof HTMLInputElement) field.select();
      element.classList.add('pointed-at');
      timer = setTimeout(() => element.classList.remove('pointed-at'), MARKED_MS);
    };
    asked = requestAnimationFrame(look);
    return () => {
      cancelAnimationFrame(asked);
      clearTimeout(timer);
    };
  }, [name, key]);
}
