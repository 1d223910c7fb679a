import fc from 'fast-check';
import { expect, test } from 'vitest';
import { canonicalJson } from '../json/canonicalJson.ts';
import type { RateBook } from '../rate-book/rateBook.ts';
import { anyBook } from '../testing/anyBook.ts';
import { flat } from '../testing/bookOf.ts';
import { at, book } from '../testing/commandBook.ts';
import { everyCommand } from '../testing/everyCommand.ts';
import { Met } from '../testing/met.ts';
import { bringForward, type Decision, takenBack } from './bringForward.ts';
import { CommandProblem } from './commandProblem.ts';
import { applyCommand, type Command } from './commands.ts';
import { changedLeaves, meeting, withLeaves } from './leaves.ts';

/** What commands make of a book, those that do not fit passed over; and those that changed something. */
function made(from: RateBook, commands: readonly Command[]): { book: RateBook; taken: readonly Command[] } {
  let now = from;
  const taken = commands.filter((command) => {
    try {
      const next = applyCommand(now, command);
      if (next === now) return false;
      now = next;
      return true;
    } catch (error) {
      if (!(error instanceof CommandProblem)) throw error;
      return false;
    }
  });
  return { book: now, taken };
}

const row = fc.shuffledSubarray([...everyCommand], { maxLength: 6 });
const bytes = canonicalJson;

test('two documents differ in nothing once the parts in which they differed are taken over; only those are', () => {
  const met = new Met();
  fc.assert(
    fc.property(anyBook, anyBook, row, (one, other, commands) => {
      for (const [a, b] of [
        [one, other],
        [book, made(book, commands).book],
      ] as const) {
        const leaves = changedLeaves(a, b);
        met.note('differ', leaves.size > 0);
        expect(changedLeaves(a, a).size).toBe(0);
        const grafted = withLeaves(a, b, leaves);
        expect([...changedLeaves(grafted, b)]).toEqual([]);
        const whole = [...leaves].filter((leaf) => ![...leaves].some((other) => leaf.startsWith(`${other}/`)));
        const half = whole.filter((_leaf, place) => place % 2 === 0);
        const some = new Set([...leaves].filter((leaf) => half.some((root) => leaf === root || leaf.startsWith(`${root}/`))));
        for (const leaf of changedLeaves(a, withLeaves(a, b, some))) expect(leaves.has(leaf)).toBe(true);
      }
    }),
  );
  met.enough(100, 'differ');
});

test('a draft brought to a later book keeps what both say; what meets is as decided, and nothing is asked that does not meet', () => {
  const met = new Met();
  fc.assert(
    fc.property(row, row, fc.constantFrom<Decision>('made', 'leftOut'), (mine, theirs, way) => {
      const { book: draft, taken } = made(book, mine);
      const { book: later } = made(book, theirs);
      const onItself = bringForward(book, book, taken, new Map());
      expect([onItself.conflicts, onItself.commands]).toEqual([[], taken]);
      expect(bytes(onItself.book)).toBe(bytes(draft));

      const decisions = new Map(taken.map((_command, place) => [place, way]));
      const asked = bringForward(book, later, taken, new Map());
      const brought = bringForward(book, later, taken, decisions);
      expect(brought.complete).toBe(true);
      expect(brought.commands.length + brought.same + brought.conflicts.filter(isLeftOut).length).toBe(taken.length);
      expect(bytes(made(later, brought.commands).book)).toBe(bytes(brought.book));
      if (asked.complete) {
        met.note('nothing meets', taken.length > 0 && changedLeaves(book, later).size > 0);
        // Everything the later book changed is in it, and everything the draft changed.
        const lost = meeting(changedLeaves(later, brought.book), changedLeaves(book, later));
        expect([...lost]).toEqual([]);
        expect(takenBack(book, brought.book, later)).toBe(later);
      } else {
        met.note('meets');
        met.note(
          'refused',
          asked.conflicts.some(({ made: next }) => next === null),
        );
        expect(asked.conflicts).toHaveLength(1);
        if (way === 'leftOut') {
          expect([...meeting(changedLeaves(later, brought.book), changedLeaves(book, later))]).toEqual([]);
        }
      }
    }),
    { numRuns: 900 },
  );
  met.enough(40, 'nothing meets', 'meets', 'refused');
});

const isLeftOut = ({ decision, made: next }: { decision?: Decision; made: RateBook | null }) => decision === 'leftOut' || next === null;
const price = (amount: number): Command => ({ name: 'setCard', args: { ...at, card: flat(amount) } });
const priceIn = ({ zones }: RateBook) => zones.find(({ id }) => id === at.zone)?.lanes[at.service]?.card;

test('one price changed here and there: asked once, and either answer is taken', () => {
  const later = applyCommand(book, price(1300));
  const mine = [price(1100), { name: 'renameZone', args: { zone: 'far', name: 'Farther' } }, price(1200)] as const;
  const asked = bringForward(book, later, mine, new Map());
  expect([asked.complete, asked.conflicts.map(({ at: place }) => place)]).toEqual([false, [0]]);
  const [conflict] = asked.conflicts;
  expect([conflict?.on, conflict?.made, conflict?.without].map((one) => one && priceIn(one))).toEqual([
    flat(1300),
    flat(1100),
    priceIn(book),
  ]);
  const kept = bringForward(book, later, mine, new Map([[0, 'made']]));
  // Decided for the first, it is not asked again for the same price.
  expect([kept.complete, kept.conflicts.length, priceIn(kept.book)]).toEqual([true, 1, flat(1200)]);
  const left = bringForward(book, later, mine, new Map([[0, 'leftOut'] as const, [2, 'leftOut'] as const]));
  expect([priceIn(left.book), left.book.zones.find(({ id }) => id === 'far')?.name]).toEqual([flat(1300), 'Farther']);
});

test('what a plan of before would take back of what is live is what it does not change itself', () => {
  const plan = applyCommand(book, { name: 'renameZone', args: { zone: 'far', name: 'Farther' } });
  const live = applyCommand(book, price(1300));
  expect(priceIn(takenBack(book, plan, live))).toEqual(priceIn(book));
  expect(takenBack(book, applyCommand(live, { name: 'renameZone', args: { zone: 'far', name: 'Farther' } }), live)).toBe(live);
  expect(takenBack(book, applyCommand(plan, price(1250)), live)).toBe(live);
});
