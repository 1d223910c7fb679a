import type { Id } from '../names/naming.ts';
import { instantToMs } from '../time/calendar.ts';
import type { CompiledBook } from './compile.ts';
import type { Leg } from './journey.ts';
import type { DeliveryTax, LedgerRow, MoreForFree, Offer, Reason, Withheld } from './quoteTypes.ts';

/** The answers of the services that are asked about, in the book's order. */
export type Answers = readonly (Offer | Withheld)[];

export type Priced = Extract<Offer, { status: 'priced' }>;

/** Of several taxes the sum, included or added as they all are; none where each has a rate of its own. */
function joinTaxes(taxes: readonly DeliveryTax[]): DeliveryTax | undefined {
  const [first] = taxes;
  if (!first || taxes.some(({ basisPoints }) => basisPoints !== first.basisPoints)) return undefined;
  return { ...first, amount: taxes.reduce((sum, tax) => sum + tax.amount, 0) };
}

/** Of several consignments the latest dates, the soonest order; the way of the one that arrives last is told. */
function joinPromises(priced: readonly Priced[]): Pick<Priced, 'promise' | 'undated'> {
  const undated = priced.find((answer) => answer.undated !== undefined)?.undated;
  if (undated !== undefined) return { undated };
  const promises = priced.flatMap(({ promise }) => promise ?? []);
  const [latest] = [...promises].sort((a, b) => (a.last === b.last ? 0 : a.last > b.last ? -1 : 1));
  const [soonest] = [...promises].sort((a, b) => instantToMs(a.orderBefore) - instantToMs(b.orderBefore));
  const first = promises.reduce((day, promise) => (promise.first > day ? promise.first : day), '');
  return latest && soonest ? { promise: { ...latest, first, orderBefore: soonest.orderBefore } } : {};
}

function joinTransits(priced: readonly Priced[]): Pick<Priced, 'transit'> {
  const transits = priced.flatMap((answer) => answer.transit ?? []);
  if (transits.length < priced.length) return {};
  return { transit: { least: Math.max(...transits.map(({ least }) => least)), most: Math.max(...transits.map(({ most }) => most)) } };
}

/**
 * How much more makes delivery of the whole order free: what every consignment that is not free says alike, where all go to one
 * address and their goods are read together.
 */
function joinMore(priced: readonly Priced[], legs: readonly Leg[], slot: number): MoreForFree | undefined {
  const address = legs[0]?.shipment.consignment.to;
  const together = ({ zone, shipment }: Leg) =>
    shipment.consignment.to === address &&
    zone?.lanes[slot]?.allowances.every(({ effect, byItself }) => effect.kind !== 'free' || !byItself) === true;
  if (!legs.every(together)) return undefined;
  const [first, ...others] = priced.filter(({ price }) => price > 0).map((answer) => answer.moreForFree);
  return others.every((more) => more?.measure === first?.measure && more?.more === first?.more) ? first : undefined;
}

/** One answer from those of several consignments: the sum where all are priced, else every reason against it. */
function joinAnswers(
  { id: service, slot }: { readonly id: Id; readonly slot: number },
  answers: Answers,
  legs: readonly Leg[],
): Offer | Withheld {
  const reasons = answers.flatMap((answer, consignment) =>
    answer.status === 'withheld' ? answer.reasons.map((reason): Reason => ({ ...reason, consignment })) : [],
  );
  const [first, ...others] = reasons;
  if (first) return { status: 'withheld', service, reasons: [first, ...others] };
  const refer = answers.find((answer) => answer.status === 'refer');
  if (refer) return refer;
  const priced = answers.filter((answer) => answer.status === 'priced');
  const ledger = priced.flatMap((answer, consignment) => answer.ledger.map((row): LedgerRow => ({ ...row, consignment })));
  // What is taxed at no rate counts as much as what is taxed at another.
  const taxes = priced.map((answer) => answer.tax);
  const tax = taxes.every((one) => one !== undefined) ? joinTaxes(taxes) : undefined;
  const price = priced.reduce((sum, answer) => sum + answer.price, 0);
  const more = joinMore(priced, legs, slot);
  const carriers = priced.flatMap((answer) => answer.carriers ?? []);
  const packaging = priced.reduce((sum, answer) => sum + (answer.packaging ?? 0), 0);
  const standIn = priced.find((answer) => answer.standIn)?.standIn;
  return {
    status: 'priced',
    service,
    price,
    ledger,
    ...(more && { moreForFree: more }),
    ...(tax && { tax }),
    ...joinTransits(priced),
    ...joinPromises(priced),
    ...(carriers.length > 0 && { carriers, packaging }),
    ...(standIn && { standIn }),
  };
}

/** The answers for a whole order from those for each of its consignments. */
export function joined({ book }: CompiledBook, answers: readonly Answers[], legs: readonly Leg[], slots: readonly number[]): Answers {
  const [only] = answers;
  if (only && answers.length === 1) return only;
  return slots.map((slot, at) =>
    joinAnswers(
      { id: (book.services[slot] as (typeof book.services)[number]).id, slot },
      answers.map((list) => list[at] as Offer | Withheld),
      legs,
    ),
  );
}
