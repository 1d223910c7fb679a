import { useSyncExternalStore } from 'react';

/** Where the bench has room beside the page. */
export const BESIDE = '(min-width: 1024px)';

/** Whether a media query holds now. */
export function useMedia(query: string): boolean {
  return useSyncExternalStore(
    (onChange) => {
      const media = matchMedia(query);
      media.addEventListener('change', onChange);
      return () => media.removeEventListener('change', onChange);
    },
    () => matchMedia(query).matches,
  );
}
