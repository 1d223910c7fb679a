import { emptyBook } from '@ostrakon/core';
import { expect, test } from 'vitest';
import { editionName, planWords, spanWords, standingWords } from './editionWords.ts';
import { formatFor } from './format.ts';

const format = formatFor({ ...emptyBook().shop, timeZone: 'UTC', locale: 'en-GB' });
const plain = (text: string) => text.replaceAll(/\s/g, ' ');
const ms = (day: string) => Date.parse(`${day}T12:00:00Z`);
const span = (edition: number, from: string, until: string | null) => ({
  edition,
  from: ms(from),
  until: until === null ? Infinity : ms(until),
  release: {} as never,
});

test('editions, plans and what is live are said in words', () => {
  expect([editionName({ number: 14, note: 'Autumn prices' }), editionName({ number: 3, note: '' })]).toEqual(['14, Autumn prices', '3']);
  const plan = { edition: 2, from: '2099-12-01T00:00:00Z', until: null, after: null };
  expect(plain(planWords(plan, format))).toBe('Edition 2 from Tue, 1 Dec 2099, 00:00');
  expect(plain(planWords({ ...plan, until: '2100-01-06T00:00:00Z' }, format))).toContain(
    'to Wed, 6 Jan 2100, 00:00, then what is live without it',
  );
  expect(plain(planWords({ ...plan, until: '2100-01-06T00:00:00Z', after: 1 }, format))).toContain(', then edition 1');
  const now = ms('2098-06-01');
  expect(plain(spanWords(span(1, '2098-01-01', null), now, format))).toBe('since Wed, 1 Jan 2098, 12:00');
  expect(plain(spanWords(span(1, '2099-01-01', null), now, format))).toBe('from Thu, 1 Jan 2099, 12:00');
  expect(plain(spanWords(span(1, '2098-01-01', '2098-02-01'), now, format))).toBe('Wed, 1 Jan 2098, 12:00 to Sat, 1 Feb 2098, 12:00');
  const standing = (...of: Parameters<typeof standingWords>) => plain(standingWords(...of));
  expect(standing(null, undefined, format)).toBe('Nothing is live yet.');
  expect(standing(span(1, '2098-01-01', '2099-01-01'), span(2, '2099-01-01', '2099-02-01'), format)).toBe(
    'Edition 1 is live since Wed, 1 Jan 2098, 12:00. Edition 2 takes over on Thu, 1 Jan 2099, 12:00 and gives way on Sun, 1 Feb 2099, 12:00.',
  );
});
