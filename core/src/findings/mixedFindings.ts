import { within } from '../coverage/cartsOf.ts';
import { coverage } from '../coverage/coverage.ts';
import { lanesOf, mixedKindsIn } from '../coverage/kindsIn.ts';
import { WitnessSearch } from '../coverage/witness.ts';
import type { CompiledBook, CompiledZone } from '../quote/compile.ts';
import type { CompiledCard } from '../quote/compiledCard.ts';
import type { CompiledLane } from '../quote/compiledLane.ts';
import { type CompiledResult, REFER } from '../quote/compiledResult.ts';
import type { QuoteRequest } from '../quote/request.ts';
import { quote } from '../quote/settle.ts';
import { answering, type CartSources, type InCarts, regionsIn, witnessOf } from './cartFindings.ts';
import type { Finding } from './finding.ts';

export type MixedFinding = Finding<'onlyAskTogether'>;

const NOTHING: InCarts<MixedFinding> = { findings: [], kinds: 0, regions: 0 };

const isRefer = ({ price }: CompiledResult) => price === REFER;

function refers({ table }: CompiledCard): boolean {
  if (table.kind === 'one') return isRefer(table.result);
  if (table.kind === 'grid') return table.results.some((line) => line.some(isRefer));
  return table.kind === 'tiers' && table.results.some(isRefer);
}

/** Whether any card of a lane says "ask us" to anything. */
const laneRefers = ({ card, groupCards, backup }: CompiledLane): boolean =>
  [card, ...groupCards.values()].some(refers) || (backup !== null && laneRefers(backup));

/** Whether a cart of one line of each group is only told to ask, while each line by itself has a price. */
function asksTogether(compiled: CompiledBook, request: QuoteRequest): boolean {
  const { options } = quote(compiled, request);
  if (options.length === 0 || options.some(({ status }) => status !== 'refer')) return false;
  return request.lines.every((line) => quote(compiled, { ...request, lines: [line] }).options.some(({ status }) => status === 'priced'));
}

/**
 * Carts of goods of several groups that are only told to ask, though each group by itself has a price. What no service takes whole
 * is parted, so that nothing else happens to mixed carts that does not happen to one of their parts.
 */
export function mixedFindings(
  compiled: CompiledBook,
  zone: CompiledZone,
  at: number,
  { now, goods, addressesOf }: CartSources,
): InCarts<MixedFinding> {
  const { groups } = goods;
  if (groups.length < 2 || !lanesOf(zone).some(laneRefers)) return NOTHING;
  const search = new WitnessSearch(compiled, goods);
  const looked = mixedKindsIn(compiled, zone, { now, groups, addresses: addressesOf(at) }).map((kind) => coverage(compiled, zone, kind));
  const findings = looked.flatMap((here) =>
    here.onlyRefer.flatMap((box): MixedFinding[] => {
      const found = search.mixed(here, box, (request) => asksTogether(compiled, request));
      if (found === null) return [];
      const facts = { within: within(here, box), groups: here.kind.groups, services: answering(here, box) };
      return [{ code: 'onlyAskTogether', severity: 'note', where: { zones: [here.zone] }, witness: witnessOf(found), facts }];
    }),
  );
  return { findings, kinds: looked.length, regions: looked.reduce((sum, here) => sum + regionsIn(here), 0) };
}
