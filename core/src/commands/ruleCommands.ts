import { z } from 'zod';
import { Id } from '../names/naming.ts';
import { Allowance } from '../rate-book/allowance.ts';
import { Charge } from '../rate-book/charge.ts';
import type { RateBook } from '../rate-book/rateBook.ts';
import { edited, moveTo, requireFree, requireOne, serviceOf, zoneOf } from './bookEdits.ts';
import { define } from './define.ts';

const MOST_RULES = 100;

type Rules = 'charges' | 'allowances';
type Rule = RateBook[Rules][number];

/** A rule holds only for services and zones there are. */
function requireScope(book: RateBook, { scope }: Rule): void {
  for (const id of scope.services ?? []) serviceOf(book, id, 'scope.services');
  for (const id of scope.zones ?? []) zoneOf(book, id, 'scope.zones');
}

function addRule<K extends Rules>(book: RateBook, list: K, rule: RateBook[K][number], what: string): RateBook {
  requireScope(book, rule);
  requireFree(book[list], rule.id, MOST_RULES, what);
  return { ...book, [list]: [...book[list], rule] };
}

function setRule<K extends Rules>(book: RateBook, list: K, rule: RateBook[K][number]): RateBook {
  requireScope(book, rule);
  const held: readonly Rule[] = book[list];
  const next = edited(held, requireOne(held, rule.id, list === 'charges' ? 'chargeNotFound' : 'allowanceNotFound', 'id'), () => rule);
  return next === held ? book : { ...book, [list]: next };
}

function removeRule(book: RateBook, list: Rules, id: Id): RateBook {
  requireOne<Rule>(book[list], id, list === 'charges' ? 'chargeNotFound' : 'allowanceNotFound', 'id');
  return { ...book, [list]: (book[list] as Rule[]).filter((rule) => rule.id !== id) };
}

function moveRule(book: RateBook, list: Rules, id: Id, to: number): RateBook {
  const held: Rule[] = book[list];
  const next = moveTo(held, id, to);
  return next === held ? book : { ...book, [list]: next };
}

const Named = z.strictObject({ id: Id });
const Moved = z.strictObject({ id: Id, to: z.int().min(0) });

export const ruleCommands = {
  addCharge: define(Charge, (book, args) => addRule(book, 'charges', args, 'charges')),
  setCharge: define(Charge, (book, args) => setRule(book, 'charges', args)),
  removeCharge: define(Named, (book, args) => removeRule(book, 'charges', args.id)),
  moveCharge: define(Moved, (book, args) => moveRule(book, 'charges', args.id, args.to)),
  addAllowance: define(Allowance, (book, args) => addRule(book, 'allowances', args, 'allowances')),
  setAllowance: define(Allowance, (book, args) => setRule(book, 'allowances', args)),
  removeAllowance: define(Named, (book, args) => removeRule(book, 'allowances', args.id)),
  moveAllowance: define(Moved, (book, args) => moveRule(book, 'allowances', args.id, args.to)),
};

/** What is gone. */
type Gone = { kind: 'services' | 'zones'; id: Id } | { kind: 'group'; id: Id };

/** A rule without a service, zone or group that is gone; one that held for nothing else goes with it. */
function withoutNamed<T extends Rule>(rules: readonly T[], gone: Gone): T[] {
  return rules.flatMap((rule) => {
    const { scope } = rule;
    if (gone.kind === 'group') {
      if (!scope.goods?.groups.includes(gone.id)) return [rule];
      const groups = scope.goods.groups.filter((id) => id !== gone.id);
      if (groups.length === 0 && !scope.goods.others) return [];
      return [{ ...rule, scope: { ...scope, goods: { ...scope.goods, groups } } }];
    }
    const held = scope[gone.kind];
    if (!held?.includes(gone.id)) return [rule];
    const left = held.filter((id) => id !== gone.id);
    return left.length === 0 ? [] : [{ ...rule, scope: { ...scope, [gone.kind]: left } }];
  });
}

/** Charges and allowances after a service, zone or goods group was taken away. */
export function withoutInRules(book: RateBook, gone: Gone): Pick<RateBook, 'charges' | 'allowances'> {
  const names = (rule: Rule) =>
    gone.kind === 'group' ? rule.scope.goods?.groups.includes(gone.id) : rule.scope[gone.kind]?.includes(gone.id);
  const { charges, allowances } = book;
  return {
    charges: charges.some(names) ? withoutNamed(charges, gone) : charges,
    allowances: allowances.some(names) ? withoutNamed(allowances, gone) : allowances,
  };
}
