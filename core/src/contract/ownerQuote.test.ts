import fc from 'fast-check';
import { expect, test } from 'vitest';
import { compile } from '../quote/compile.ts';
import { quote } from '../quote/settle.ts';
import { anyBook, anyCart } from '../testing/anyBook.ts';
import { Met } from '../testing/met.ts';
import { OwnerQuote } from './ownerQuote.ts';

test('every quote fits the schema it is described by', () => {
  const met = new Met();
  fc.assert(
    fc.property(anyBook, anyCart, (book, cart) => {
      const answer = quote(compile(book), cart);
      // As it is written: what is not there is left out.
      const told = JSON.parse(JSON.stringify(answer));
      expect(OwnerQuote.parse(told)).toEqual(told);
      for (const { status } of answer.options) met.note(status);
      for (const { reasons } of answer.withheld) for (const { code } of reasons) met.note(code);
      for (const { code } of answer.remarks) met.note(code);
    }),
    { numRuns: 300 },
  );
  met.enough(10, 'priced', 'refer', 'goodsRefused', 'lineWithoutSize', 'sampleCarton');
});
