import { type ComponentType, lazy } from 'react';

const PAUSE_MS = 2000;
/** Tries while the server answers: a part that is not there then will not come. */
const MOST_TRIES = 3;

const answers = () =>
  fetch('/healthz').then(
    ({ ok }) => ok,
    () => false,
  );

/** Loads a part of the page. Without an answer it waits for one: nothing that is open must go for it. */
export async function loadPart<T>(load: () => Promise<T>, tries = 1): Promise<T> {
  try {
    return await load();
  } catch (error) {
    if (await answers()) {
      if (tries >= MOST_TRIES) throw error;
      return loadPart(load, tries + 1);
    }
    await new Promise((resolve) => setTimeout(resolve, PAUSE_MS));
    return loadPart(load, tries);
  }
}

/** A component that comes with its first use. */
export const later = <K extends string, P extends object>(load: () => Promise<Record<K, ComponentType<P>>>, name: K) =>
  lazy(async () => ({ default: (await loadPart(load))[name] }));
