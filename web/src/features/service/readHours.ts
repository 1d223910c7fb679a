import { OpeningHours, parseTimeOfDay, timeAsTyped } from '@ostrakon/core';
import type { Read } from '../../ui/useTypedField.ts';

/** Opening hours of a day as typed: "9-12:30, 13-17", "10:00 to 17:30", "closed". */
export function readHours(text: string): Read<OpeningHours> {
  const typed = text.trim();
  if (typed === '' || /^closed$/i.test(typed)) return { ok: true, value: [] };
  const spans: { from: string; until: string }[] = [];
  for (const part of typed.split(/\s*(?:,|;|\band\b)\s*/)) {
    const ends = part.split(/\s*(?:-|\u2013|\bto\b)\s*/);
    const [from, until] = ends.map(parseTimeOfDay);
    if (ends.length !== 2 || !from?.ok || !until?.ok) {
      return { ok: false, message: `“${part}” is no stretch of hours. Write 9:00-17:00, several with a comma between, or closed.` };
    }
    spans.push({ from: from.value, until: until.value });
  }
  const parsed = OpeningHours.safeParse(spans);
  return parsed.success ? { ok: true, value: parsed.data } : { ok: false, message: `${parsed.error.issues[0]?.message}.` };
}

/** "9:00 a.m.–12:30 p.m., 1:00 p.m.–5:00 p.m.", as the field takes it back. */
export const hoursShown = (hours: OpeningHours, locale: string): string =>
  hours.map(({ from, until }) => `${timeAsTyped(from, locale)}–${timeAsTyped(until, locale)}`).join(', ');
