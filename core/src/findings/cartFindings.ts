import { type Box, meets, rangeOf } from '../coverage/box.ts';
import { within } from '../coverage/cartsOf.ts';
import { circumstancesOf } from '../coverage/circumstances.ts';
import { type Coverage, coverage } from '../coverage/coverage.ts';
import type { GoodsIndex } from '../coverage/goodsIndex.ts';
import { kindsIn, type SameKinds } from '../coverage/kindsIn.ts';
import { everything } from '../coverage/space.ts';
import { type Found, WitnessSearch } from '../coverage/witness.ts';
import type { Id } from '../names/naming.ts';
import type { Destination } from '../places/place.ts';
import type { CompiledBook } from '../quote/compile.ts';
import type { Quote } from '../quote/quoteTypes.ts';
import type { QuoteRequest } from '../quote/request.ts';
import { quote } from '../quote/settle.ts';
import type { Instant } from '../time/calendar.ts';
import type { Edge, Finding, Witness } from './finding.ts';

export type CartFinding = Finding<'noOption' | 'onlyAsk' | 'onlyCarrier'>;

export interface CartSources {
  readonly now: Instant;
  readonly goods: GoodsIndex;
  /** Addresses that lie in a zone, by its place in the book. */
  readonly addressesOf: (zone: number) => readonly Destination[];
}

/** What a region of one coverage is told as. */
interface Region {
  readonly code: CartFinding['code'];
  readonly boxes: (coverage: Coverage) => readonly Box[];
  readonly shows: (quote: Quote) => boolean;
}

/** Whether it is a carrier that does not answer, or was not asked, that keeps a service from a cart. */
const isSilent = ({ withheld }: Quote) => withheld.some(({ reasons }) => reasons.some(({ code }) => code === 'carrierSilent'));

const REGIONS: readonly Region[] = [
  { code: 'noOption', boxes: ({ nothing }) => nothing, shows: (told) => told.options.length === 0 && !isSilent(told) },
  {
    code: 'onlyAsk',
    boxes: ({ onlyRefer }) => onlyRefer,
    shows: ({ options }) => options.length > 0 && options.every(({ status }) => status === 'refer'),
  },
  { code: 'onlyCarrier', boxes: ({ onlyCarrier }) => onlyCarrier, shows: (told) => told.options.length === 0 && isSilent(told) },
];

/** Services that end where a region begins, or begin where it ends, and in all else take what lies in it. */
function edgesOf({ services, dimensions, space }: Coverage, region: Box): readonly Edge[] {
  const found: Edge[] = [];
  for (const { service, boxes } of services) {
    dimensions.forEach((dimension, at) => {
      const { from, below } = rangeOf(region, at);
      const { measure } = dimension;
      for (const side of ['below', 'above'] as const) {
        const edge = side === 'below' ? from : below;
        const bound = space.cutAt(dimension, edge)?.bound;
        if (bound === undefined || found.some((one) => one.service === service && one.side === side && one.measure === measure)) continue;
        const beside = boxes.some(({ box }) => {
          const own = rangeOf(box, at);
          const widened = [...box];
          widened[2 * at] = everything(dimension).from;
          widened[2 * at + 1] = Number.POSITIVE_INFINITY;
          return (side === 'below' ? own.below === edge : own.from === edge) && meets(widened, region);
        });
        if (beside) found.push({ service, side, measure, bound });
      }
    });
  }
  return found;
}

/** Services that answer in a region. */
export const answering = ({ services }: Coverage, region: Box): readonly Id[] =>
  services.flatMap(({ service, boxes }) => (boxes.some(({ box }) => meets(box, region)) ? [service] : []));

export const witnessOf = ({ cart }: Found): Witness => ({
  lines: cart.lines,
  destination: cart.destination,
  ...circumstancesOf(cart),
});

export type Groups = readonly (Id | null)[];

interface Told {
  readonly finding: CartFinding;
  readonly ownGoods: boolean;
  readonly pieces: number;
}

const piecesIn = ({ cart }: Found) => cart.lines.reduce((sum, { quantity }) => sum + quantity, 0);

/** Whether a cart shows more plainly what another shows: of own goods, and fewer. */
const isPlainer = (a: Told, b: Told) => (a.ownGoods === b.ownGoods ? a.pieces < b.pieces : a.ownGoods);

function told(code: CartFinding['code'], here: Coverage, box: Box, groups: Groups | null, found: Found, sells: boolean): CartFinding {
  const carts = { within: within(here, box), groups };
  const rest = { where: { zones: [here.zone] }, witness: witnessOf(found) };
  switch (code) {
    case 'noOption':
      // What none of the goods a shop sells comes to is no fault of today's.
      return { code, severity: found.ownGoods || !sells ? 'turnedAway' : 'note', ...rest, facts: { ...carts, edges: edgesOf(here, box) } };
    case 'onlyAsk':
      return { code, severity: 'note', ...rest, facts: { ...carts, services: answering(here, box) } };
    case 'onlyCarrier':
      return { code, severity: 'turnedAway', ...rest, facts: { ...carts, services: answering(here, box) } };
  }
}

/** Regions of one kind of cart, each with a cart that lies in it and was quoted. */
function inKind(compiled: CompiledBook, here: Coverage, same: SameKinds, search: WitnessSearch, sells: boolean): Told[] {
  return REGIONS.flatMap(({ code, boxes, shows }) =>
    boxes(here).flatMap((box): Told[] => {
      const found = search.in(here, box, same.groups, (request: QuoteRequest) => shows(quote(compiled, request)));
      if (found === null) return [];
      return [{ finding: told(code, here, box, same.groups, found, sells), ownGoods: found.ownGoods, pieces: piecesIn(found) }];
    }),
  );
}

const keyOf = ({ code, facts }: CartFinding) => JSON.stringify([code, facts.within]);

/** The same carts of several kinds are one finding: of all their goods, shown by the plainest of them. */
function merged(found: readonly Told[], all: Groups): CartFinding[] {
  const byCarts = new Map<string, Told>();
  for (const one of found) {
    const key = keyOf(one.finding);
    const held = byCarts.get(key);
    const groups = [...new Set([...(held?.finding.facts.groups ?? []), ...(one.finding.facts.groups ?? [])])];
    const best = held && !isPlainer(one, held) ? held : one;
    byCarts.set(key, { ...best, finding: { ...best.finding, facts: { ...best.finding.facts, groups } } as CartFinding });
  }
  return [...byCarts.values()].map(({ finding }) => {
    const { groups } = finding.facts;
    return groups !== null && all.every((group) => groups.includes(group))
      ? ({ ...finding, facts: { ...finding.facts, groups: null } } as CartFinding)
      : finding;
  });
}

export interface InCarts<F extends Finding = CartFinding> {
  readonly findings: readonly F[];
  /** How many kinds of cart, and regions of their measures, were looked at. */
  readonly kinds: number;
  readonly regions: number;
}

export const regionsIn = ({ services, nothing }: Coverage) => services.reduce((sum, { boxes }) => sum + boxes.length, nothing.length);

/**
 * Carts to a zone that get no option, only "ask us", or only what a carrier may say: every such region of measures, each with a
 * cart whose quote was run. Exact; a region in which no cart of the shop's goods or of one item was found is not told.
 */
export function cartFindings(compiled: CompiledBook, at: number, { now, goods, addressesOf }: CartSources): InCarts {
  const zone = compiled.zones[at];
  if (!zone || zone.lanes.every((lane) => lane === null)) return { findings: [], kinds: 0, regions: 0 };
  const groups: Groups = goods.groups.length > 0 ? goods.groups : [null, ...compiled.groups];
  const search = new WitnessSearch(compiled, goods);
  const kinds = kindsIn(compiled, zone, { now, groups, addresses: addressesOf(at) });
  const looked = kinds.map((same) => ({ same, here: coverage(compiled, zone, same.kind) }));
  const found = looked.flatMap(({ same, here }) => inKind(compiled, here, same, search, goods.groups.length > 0));
  return { findings: merged(found, groups), kinds: kinds.length, regions: looked.reduce((sum, { here }) => sum + regionsIn(here), 0) };
}
