import { expect, test } from 'vitest';
import { linesOf, readPrices } from './tariffFile.ts';

// RFC 4180, section 2, rule 6: fields with line breaks, double quotes and commas are enclosed in double quotes.
test('a heading over two lines is one cell, and the rows below keep their numbers', () => {
  const text = 'up to,"Zone 1\r\n(Nova Scotia)","far"\r\n1 kg,8.50,14.00\r\n5 kg,cheap,20.00\r\n';
  const lines = linesOf(text);
  expect(lines).toEqual(['up to,"Zone 1\n(Nova Scotia)","far"', '', '1 kg,8.50,14.00', '5 kg,cheap,20.00', '']);
  const { bands, lists, problems } = readPrices(lines, 'CAD');
  expect(bands).toEqual(['Zone 1 (Nova Scotia)', 'far']);
  expect(lists[0]?.steps[0]).toMatchObject({ upTo: '1 kg' });
  expect(problems).toMatchObject([{ line: 4, column: 'Zone 1 (Nova Scotia)', cell: 'cheap' }]);
});

test.each([
  ['a quote never closed takes no other line with it', 'up to,"far\n1 kg,8.50\n'],
  ['an inch is no quote', 'up to 5",far\n1 kg,8.50\n'],
])('%s', (_name, text) => {
  expect(linesOf(text)).toEqual(text.split('\n'));
});
