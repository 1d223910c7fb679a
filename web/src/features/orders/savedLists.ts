/** A list of orders somebody wants to come back to: its name, and the address of what it shows. */
export interface SavedList {
  readonly name: string;
  readonly search: string;
}

const KEY = 'ostrakon-order-lists';
const MOST = 30;

/** Lists this browser keeps. */
export function savedLists(): readonly SavedList[] {
  try {
    const read: unknown = JSON.parse(localStorage.getItem(KEY) ?? '[]');
    return Array.isArray(read)
      ? read.filter((one): one is SavedList => typeof one?.name === 'string' && typeof one?.search === 'string').slice(0, MOST)
      : [];
  } catch {
    return [];
  }
}

/** Keeps lists in place of those there were. @returns whether this browser took them */
export function keepLists(lists: readonly SavedList[]): boolean {
  try {
    localStorage.setItem(KEY, JSON.stringify(lists.slice(0, MOST)));
    return true;
  } catch {
    return false;
  }
}

/** With one more; of two with one name the new one holds. */
export const withList = (lists: readonly SavedList[], list: SavedList): readonly SavedList[] => [
  ...lists.filter(({ name }) => name.toLowerCase() !== list.name.toLowerCase()),
  list,
];
