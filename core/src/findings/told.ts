import { applyCommand } from '../commands/commands.ts';
import { circumstancesOf } from '../coverage/circumstances.ts';
import { type Effect, effect } from '../effect/effect.ts';
import { compile } from '../quote/compile.ts';
import { completeCart } from '../quote/openRequest.ts';
import type { Quote } from '../quote/quoteTypes.ts';
import { quote } from '../quote/settle.ts';
import type { RateBook } from '../rate-book/rateBook.ts';
import type { Survey } from '../surveys/survey.ts';
import { type Circumstances, type Finding, SEVERITIES, type Witness } from './finding.ts';
import { type FindingSources, findingsOf } from './findingsOf.ts';
import { type Repair, repairsOf } from './repairs.ts';
import type { ToldFinding } from './toldFinding.ts';

/** Circumstances tell faults apart; the plain ones are not named. The hour does not count. */
const onlyOf = ({ only }: { readonly only?: Circumstances }): readonly unknown[] =>
  only === undefined
    ? []
    : [[only.coupons ?? null, only.moment?.slice(0, 10) ?? null, only.lastOrderAt !== undefined, only.cartStartedAt !== undefined]];

/** What makes two findings one fault in several places. */
function sameness(finding: Finding): unknown {
  const { code, where } = finding;
  switch (finding.code) {
    case 'noOption':
    case 'onlyAsk':
    case 'onlyCarrier':
      return [code, finding.facts.within];
    case 'onlyAskTogether':
      return [code, finding.facts.within, finding.facts.groups];
    case 'heavierPaysLess':
    case 'richerPaysMore':
    case 'freeStops':
    case 'tallStep':
    case 'justUnder':
      return [code, where.service, finding.facts.measure, finding.facts.bound, ...onlyOf(finding.facts)];
    case 'datesOnSome':
      return [code, finding.facts.undated];
    case 'promiseOnHoliday':
    case 'belowCost':
    case 'freeIsDear':
    case 'cartonNotCovered':
      return [code, where.service];
    case 'unusedCoupon':
      return [code, finding.facts.coupon];
    case 'chargedWhenFree':
      return [code, where.service, ...onlyOf(finding.facts)];
    case 'neverReached':
      return [code, where.service, finding.facts.bounds];
    case 'sameTiers':
      return [code, where.service, finding.facts.bound];
    case 'neverBetter':
      return [code, where.service, finding.facts.other];
    case 'leftOver':
      return [code];
    default:
      return [code, where.zones, where.service, finding.facts];
  }
}

/** Repairs of one fault in several places: the same for each are taken together. */
function together(lists: readonly (readonly Repair[])[]): readonly Repair[] {
  const held = new Map<string, Repair>();
  for (const repair of lists.flat()) {
    const { commands, ...what } = repair;
    const key = JSON.stringify(what);
    const before = held.get(key)?.commands ?? [];
    const known = new Set(before.map((command) => JSON.stringify(command)));
    held.set(key, { ...repair, commands: [...before, ...commands.filter((command) => !known.has(JSON.stringify(command)))] });
  }
  return [...held.values()];
}

/** Findings as they are told: one entry for a fault that stands in several places, with what would mend it. */
export function tellFindings(book: RateBook, live: RateBook | null, findings: readonly Finding[], survey?: Survey): readonly ToldFinding[] {
  const byFault = new Map<string, [Finding, ...Finding[]]>();
  for (const finding of findings) {
    const id = JSON.stringify(sameness(finding));
    const held = byFault.get(id);
    if (held) held.push(finding);
    else byFault.set(id, [finding]);
  }
  return [...byFault].map(([id, some]) => ({
    id,
    findings: some,
    repairs: together(some.map((one) => repairsOf(book, live, one, survey))),
  }));
}

export const withRepair = (book: RateBook, { commands }: Repair): RateBook =>
  commands.reduce<RateBook>((held, command) => applyCommand(held, command), book);

export interface TriedRepair {
  /** The finding is gone. */
  readonly mends: boolean;
  /** Faults that come with it, and cost more than the one that goes or as much. */
  readonly brings: readonly Finding[];
  /** What the cart that shows the finding would then get; absent where it has none. */
  readonly quote?: Quote;
  /** What every cart would get otherwise than now. */
  readonly effect: Effect;
}

/** What the cart of a witness gets from a book; nothing where it has no address or no goods. */
export function quoteWitness(
  book: RateBook,
  { destination, lines, ...rest }: Witness,
  { products, now }: Pick<FindingSources, 'products' | 'now'>,
): Quote | undefined {
  if (!destination || !lines || lines.length === 0) return undefined;
  const compiled = compile(book);
  const cart = { lines: [...lines], discounts: [], destination, moment: now, ...circumstancesOf(rest) };
  const opened = completeCart(compiled.places, cart, { products: new Map(products.map((one) => [one.id, one])), now });
  return opened.ok ? quote(compiled, opened.request) : undefined;
}

/** An effect as it is told: where exactly its regions lie holds more than can be sent. */
export const withoutRegions = (found: Effect): Effect => ({
  ...found,
  regions: found.regions.map(({ changed: _changed, ...region }) => region),
});

/**
 * Tries a repair on a book in memory: whether it mends its finding, what comes with it, and what the cart would then get.
 * @param known ids of what is told of the book as it is
 */
export function tryRepair(
  book: RateBook,
  told: ToldFinding,
  repair: Repair,
  sources: FindingSources,
  known: ReadonlySet<string>,
): TriedRepair {
  const mended = withRepair(book, repair);
  const after = tellFindings(mended, null, findingsOf(compile(mended), sources).findings);
  const [first] = told.findings;
  const cost = SEVERITIES.indexOf(first.severity);
  const shown = first.witness && quoteWitness(mended, first.witness, sources);
  return {
    mends: after.every(({ id }) => id !== told.id),
    brings: after.flatMap(({ id, findings: [one] }) => (known.has(id) || SEVERITIES.indexOf(one.severity) > cost ? [] : [one])),
    ...(shown && { quote: shown }),
    effect: withoutRegions(effect(compile(book), compile(mended), sources)),
  };
}
