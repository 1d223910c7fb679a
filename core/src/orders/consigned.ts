import { massForSums } from '../measures/mass.ts';
import { splitByWeights } from '../money/splitByWeights.ts';
import type { Id } from '../names/naming.ts';
import type { Minor } from '../numbers/units.ts';
import { MOST_EFFORT } from '../packing/effort.ts';
import { sidesOf } from '../packing/packaging.ts';
import { inWholeMicrograms, type PackGoods, type Parcel } from '../packing/parcel.ts';
import type { PlainDate } from '../promise/promise.ts';
import type { CompiledBook } from '../quote/compile.ts';
import { type CompiledPacking, compilePacking, ownPacking, packagingOfService, packed } from '../quote/compiledPacking.ts';
import { packagingCost } from '../quote/packagingCost.ts';
import type { ConsignmentQuote, Offer, Quote } from '../quote/quoteTypes.ts';
import type { CartLine } from '../quote/request.ts';
import type { Service, ServiceKind } from '../rate-book/rateBook.ts';
import { type Leaving, leavingOf } from './leaving.ts';

/** What a buyer chose: a service for everything, or one for each part by its number. */
export interface Choice {
  readonly part?: number | undefined;
  readonly service: Id;
  readonly price: Minor;
}

/** What carries a consignment, as a label is asked for. */
export interface Carried {
  readonly account: Id;
  readonly service: string;
}

/** One part of an order as the desk has to see to it. */
export interface Consigned extends Leaving {
  readonly part: number;
  readonly service: Id;
  readonly kind: ServiceKind;
  /** The location it leaves from. */
  readonly origin: Id | null;
  /** The address it goes to: 0 is the order's first. */
  readonly to: number;
  /** Indices of the order's lines. */
  readonly lines: readonly number[];
  /** What the buyer pays for its delivery, and the tax in it. */
  readonly price: Minor;
  readonly tax: Minor;
  /** The rate of that tax, in basis points. */
  readonly taxRate: number;
  readonly first: PlainDate | null;
  readonly last: PlainDate | null;
  readonly parcels: readonly Parcel[];
  readonly carried: Carried | null;
  /** What its carrier said it asks; null where it was not asked, or said nothing. */
  readonly carriage: Minor | null;
  readonly packaging: Minor;
}

type Priced = Extract<Offer, { status: 'priced' }>;

const offerOf = (options: readonly Offer[], service: Id): Priced | undefined =>
  options.find((offer): offer is Priced => offer.status === 'priced' && offer.service === service);

/** The packaging goods are packed into for a service. */
function packingFor({ book }: CompiledBook, service: Service | undefined): CompiledPacking {
  const own = packagingOfService(book.packing, service?.carriage ?? null);
  return own === null ? compilePacking(book.packing) : ownPacking(book, own);
}

/** Lines of an order as goods to be packed; what is not delivered is left. */
export function goodsOf(lines: readonly CartLine[], which: readonly number[]): PackGoods[] {
  return which.flatMap((at): PackGoods[] => {
    const line = lines[at];
    if (!line?.delivered) return [];
    return [
      {
        line: at,
        quantity: line.quantity,
        weight: line.weight === undefined ? 0 : massForSums(line.weight),
        size: line.size === undefined ? null : sidesOf(line.size),
        ownBox: line.ownBox === true,
        upright: line.upright === true,
        fragile: line.fragile === true,
      },
    ];
  });
}

/**
 * Packs goods for a service.
 * @param into a piece of packaging of the owner's choice; what does not fit into it travels as it does without it
 */
export function packFor(
  compiled: CompiledBook,
  service: Id,
  lines: readonly CartLine[],
  which: readonly number[],
  into: Id | null = null,
): { parcels: readonly Parcel[]; cost: Minor } {
  const held = compiled.book.services.find(({ id }) => id === service);
  const packing = into === null ? packingFor(compiled, held) : ownPacking(compiled.book, [into]);
  const parcels = inWholeMicrograms(packed(packing, goodsOf(lines, which), MOST_EFFORT));
  return { parcels, cost: packagingCost(compiled.book.packing, parcels) };
}

/** What a whole price comes to for each part: by what each would cost alone. */
function pricesOf(whole: Minor, parts: readonly (Priced | undefined)[]): readonly Minor[] {
  if (parts.length === 0) return [];
  const alone = parts.map((offer) => offer?.price ?? 0);
  return splitByWeights(whole, alone.some((price) => price > 0) ? alone : parts.map(() => 1));
}

function sideOf(offer: Priced | undefined) {
  const rate = offer?.carriers?.find((side) => side.kind === 'rate');
  return rate?.kind === 'rate' ? rate.amount : null;
}

/**
 * An order in the parts it travels in: what leaves when, by what, packed how, and what it costs.
 * @param quote of the order's cart, by the edition it was bought by
 * @param lines of the order, as sold
 */
export function consignmentsOf(compiled: CompiledBook, quote: Quote, lines: readonly CartLine[], choices: readonly Choice[]): Consigned[] {
  const { book } = compiled;
  const parts = quote.consignments;
  const [first] = choices;
  const whole = first !== undefined && first.part === undefined ? first : null;
  const chosen = (at: number): Choice | undefined => whole ?? choices.find(({ part }) => part === at);
  const offers = parts.map(({ options }, at) => offerOf(options, chosen(at)?.service ?? ''));
  const shares = whole && pricesOf(whole.price, offers);
  return parts.flatMap((part: ConsignmentQuote, at): Consigned[] => {
    const choice = chosen(at);
    const service = book.services.find(({ id }) => id === choice?.service);
    if (!choice || !service) return [];
    const offer = offers[at];
    const price = shares?.[at] ?? choice.price;
    const location = book.locations.find(({ id }) => id === part.origin) ?? null;
    const timeZone = offer?.promise?.timeZone ?? location?.timeZone ?? book.shop.timeZone;
    const { parcels, cost } = packFor(compiled, service.id, lines, part.lines);
    const { carriage } = service;
    return [
      {
        part: at,
        service: service.id,
        kind: service.kind,
        origin: part.origin,
        to: part.to,
        lines: part.lines,
        price,
        tax: offer?.tax && offer.price > 0 ? Math.round((offer.tax.amount * price) / offer.price) : 0,
        taxRate: offer?.tax?.basisPoints ?? 0,
        first: offer?.promise?.first ?? null,
        last: offer?.promise?.last ?? null,
        ...leavingOf(service, location, timeZone, offer?.promise?.chain ?? []),
        parcels,
        carried: carriage && { account: carriage.account, service: carriage.service },
        carriage: sideOf(offer),
        packaging: service.kind === 'counter' ? 0 : cost,
      },
    ];
  });
}
