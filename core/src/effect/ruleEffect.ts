import type { CarrierAnswers } from '../carriers/carrierAnswers.ts';
import type { Id } from '../names/naming.ts';
import type { Minor } from '../numbers/units.ts';
import { compile } from '../quote/compile.ts';
import type { QuoteRequest } from '../quote/request.ts';
import { quote } from '../quote/settle.ts';
import type { Allowance } from '../rate-book/allowance.ts';
import type { Charge } from '../rate-book/charge.ts';
import type { RateBook } from '../rate-book/rateBook.ts';

export type RuleOf = { readonly kind: 'charges'; readonly rule: Charge } | { readonly kind: 'allowances'; readonly rule: Allowance };

/** An option whose price a rule changes, in minor units. */
export interface RuleEffect {
  readonly service: Id;
  readonly without: Minor;
  readonly with: Minor;
}

/** The book with a rule in use, in its place, or without it. */
function bookWith(book: RateBook, { kind, rule }: RuleOf, inUse: boolean): RateBook {
  const list: readonly (Charge | Allowance)[] = book[kind];
  return { ...book, [kind]: list.flatMap((one) => (one.id !== rule.id ? [one] : inUse ? [{ ...rule, inUse: true }] : [])) };
}

/**
 * A book with no zone but the one the address falls in, where there is one address: a shop of eighty zones is not worked through for
 * one. The zone is a copy, so that what is held compiled of the book itself stays held.
 */
function withOneZone(book: RateBook, zone: Id, { others = [] }: QuoteRequest): RateBook {
  return others.length > 0 ? book : { ...book, zones: book.zones.flatMap((one) => (one.id === zone ? [{ ...one }] : [])) };
}

/**
 * What a rule does to the price of each option of a request, were it in use; those that stay as they are, or have no price in one
 * of the two cases, are not among them.
 * @param zone the zone the first address falls in
 */
export function ruleEffect(book: RateBook, zone: Id, of: RuleOf, request: QuoteRequest, carriers?: CarrierAnswers): RuleEffect[] {
  const near = withOneZone(book, zone, request);
  const pricesOf = (inUse: boolean) => {
    const { options } = quote(compile(bookWith(near, of, inUse)), request, carriers);
    return new Map(options.flatMap((option) => (option.status === 'priced' ? [[option.service, option.price] as const] : [])));
  };
  const [before, after] = [pricesOf(false), pricesOf(true)];
  return book.services.flatMap(({ id }) => {
    const [without, held] = [before.get(id), after.get(id)];
    return without === undefined || held === undefined || without === held ? [] : [{ service: id, without, with: held }];
  });
}
