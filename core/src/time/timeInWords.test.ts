import { expect, test } from 'vitest';
import { spanInWords, timeAsTyped, timeInWords } from './timeInWords.ts';
import { parseTimeOfDay, timeText } from './timeOfDay.ts';

// Source: Unicode CLDR, time formats of the short style (through Intl).
test.each([
  ['en-CA', '9:00 a.m.', '2:30 p.m.', 'midnight'],
  ['en-US', '9:00 AM', '2:30 PM', 'midnight'],
  ['en-GB', '09:00', '14:30', '24:00'],
  ['fr-CA', '09 h 00', '14 h 30', '24 h 00'],
  ['de-DE', '09:00', '14:30', '24:00'],
  ['ja-JP', '9:00', '14:30', '24:00'],
])('%s', (locale, morning, afternoon, end) => {
  const shown = ['09:00', '14:30', '24:00'].map((time) => timeInWords(time, locale).replaceAll('\u00a0', ' '));
  expect(shown).toEqual([morning, afternoon, end]);
});

test('noon and the start of a day; a stretch; no break within a time', () => {
  expect([timeInWords(720, 'en-CA'), timeInWords(0, 'en-CA')]).toEqual(['12:00\u00a0p.m.', '12:00\u00a0a.m.']);
  expect(spanInWords({ from: '09:00', until: '12:30' }, 'en-CA')).toBe('9:00\u00a0a.m.–12:30\u00a0p.m.');
});

test('what a field shows is read back as the same time, in any language', () => {
  const habits = new Set<string>();
  for (const locale of ['en-CA', 'en-US', 'en-AU', 'en-GB', 'fr-CA', 'fr-FR', 'de-DE', 'ja-JP', 'ko-KR', 'ar-EG', 'hi-IN']) {
    for (let minute = 0; minute <= 1440; minute += 5) {
      const time = timeText(minute);
      const shown = timeAsTyped(time, locale);
      expect(parseTimeOfDay(shown), `${locale} ${shown}`).toEqual({ ok: true, value: time });
      if (shown !== time) habits.add(locale);
      // Of these languages all can be read back.
      if (/^(en|fr|de)/.test(locale)) expect(shown).toBe(timeInWords(time, locale).replaceAll('\u00a0', ' '));
    }
  }
  expect([...habits]).toEqual(expect.arrayContaining(['en-CA', 'en-US', 'en-AU', 'fr-CA']));
});
