/** How this browser shows the page: pale, dark, or as the system wishes. */
export const LOOKS = ['system', 'slip', 'kiln'] as const;
export type Look = (typeof LOOKS)[number];

export const lookWords: Readonly<Record<Look, string>> = { system: 'As the system', slip: 'Light', kiln: 'Dark' };

/** Where the look is remembered; what runs before the page reads it there, and again when told so. */
const KEY = 'ostrakon-look';

export function lookNow(): Look {
  try {
    return LOOKS.find((look) => look === localStorage.getItem(KEY)) ?? 'system';
  } catch {
    return 'system';
  }
}

export function setLook(look: Look): void {
  try {
    localStorage.setItem(KEY, look);
  } catch {
    // Without storage it stays as the system wishes.
  }
  dispatchEvent(new Event(KEY));
}
