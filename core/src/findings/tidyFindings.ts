import { isEmpty, meet } from '../coverage/box.ts';
import type { CartKind } from '../coverage/cartKind.ts';
import { shipmentOf } from '../coverage/cartKind.ts';
import { piecesOf } from '../coverage/laneCover.ts';
import { impossibleIn, Space } from '../coverage/space.ts';
import type { Id } from '../names/naming.ts';
import { floatAt } from '../numbers/entry.ts';
import type { PlainDate } from '../promise/promise.ts';
import type { CompiledBook, CompiledZone } from '../quote/compile.ts';
import type { CompiledLane } from '../quote/compiledLane.ts';
import { isTiered, type TieredCard } from '../rate-book/card.ts';
import type { RateBook } from '../rate-book/rateBook.ts';
import type { DateWindow } from '../time/calendar.ts';
import type { Bounds, Finding } from './finding.ts';

export type TidyFinding = Finding<'neverReached' | 'sameTiers' | 'neverAgain' | 'zoneWithoutService'>;

type Tiers = Extract<CompiledLane['card']['table'], { kind: 'tiers' }>;

const tiersOf = ({ card: { card, table } }: CompiledLane): { card: TieredCard; table: Tiers } | null =>
  table.kind === 'tiers' && isTiered(card) ? { card, table } : null;

/** Tiers that no cart comes to, for the tests of their own lane keep it away. */
function neverReached(compiled: CompiledBook, zone: Id, lane: CompiledLane, kind: CartKind): Finding<'neverReached'>[] {
  const tiers = tiersOf(lane);
  if (!tiers || lane.groupCards.size > 0) return [];
  const { axis, results } = tiers.table;
  const space = new Space();
  const shipment = shipmentOf(compiled, kind);
  const dimension = space.at(lane, axis.measure, null);
  // The lane as if it offered everything its tests let through.
  const open: CompiledLane = { ...lane, terms: null, owners: [], card: { ...lane.card, table: EVERYTHING, readsDistance: false } };
  const pieces = piecesOf(open, shipment, space);
  if (pieces.length === 0) return [];
  const impossible = impossibleIn(space.dimensions);
  const boxes = pieces.map(({ ranges }) => space.box(ranges));
  return results.flatMap((result, at): Finding<'neverReached'>[] => {
    // Above the last tier stands what is asked of no cart in particular.
    if (result.price === -1 || at === results.length - 1) return [];
    const [from, below] = [at === 0 ? 0 : Math.floor(floatAt(axis.reach, at - 1)) + 1, Math.floor(floatAt(axis.reach, at)) + 1];
    const stretch = space.box(new Map([[dimension.key, { from, below }]]));
    const reached = boxes.some((box) => {
      const met = meet(box, stretch);
      return !isEmpty(met) && !impossible(met);
    });
    if (reached) return [];
    const bounds: Bounds = {
      measure: axis.measure,
      ...(at > 0 && { over: floatAt(axis.bounds, at - 1) }),
      upTo: floatAt(axis.bounds, at),
    };
    return [
      { code: 'neverReached', severity: 'tidiness', where: { zones: [zone], service: lane.service.id }, facts: { bounds, tier: at } },
    ];
  });
}

const EVERYTHING: CompiledLane['card']['table'] = {
  kind: 'one',
  code: 'flat',
  result: { result: { kind: 'free' }, price: 0, rate: 'none', each: 0, unit: 1, basisPoints: 0, of: 0 },
};

/** Neighbouring tiers of one price. Rates count from where their tier begins, so that two of the same are not one. */
function sameTiers(zone: Id, lane: CompiledLane): Finding<'sameTiers'>[] {
  const tiers = tiersOf(lane);
  if (!tiers || tiers.card.bands === 'graduated') return [];
  const { card, table } = tiers;
  const results = [...card.tiers.map(({ result }) => result), card.above];
  return card.tiers.flatMap(({ result }, at): Finding<'sameTiers'>[] => {
    const next = results[at + 1];
    const same = next !== undefined && result.kind !== 'perUnit' && JSON.stringify(next) === JSON.stringify(result);
    if (!same) return [];
    const facts = { measure: table.axis.measure, bound: floatAt(table.axis.bounds, at), tier: at };
    return [{ code: 'sameTiers', severity: 'tidiness', where: { zones: [zone], service: lane.service.id }, facts }];
  });
}

/** Whether a window of dates will never be open again. */
const isOver = (dates: DateWindow | null, today: PlainDate): dates is DateWindow & { until: string } =>
  dates?.until != null && /^\d{4}-/.test(dates.until) && dates.until < today;

/** Windows that are over for good. */
export function windowsOver(book: RateBook, today: PlainDate): Finding<'neverAgain'>[] {
  const rules = (of: 'charge' | 'allowance', list: readonly { id: Id; dates: DateWindow | null; inUse: boolean }[]) =>
    list.flatMap(({ id, dates, inUse }): Finding<'neverAgain'>[] =>
      inUse && isOver(dates, today)
        ? [{ code: 'neverAgain', severity: 'tidiness', where: { zones: [] }, facts: { of, id, until: dates.until } }]
        : [],
    );
  const lanes = book.zones.flatMap(({ id: zone, lanes: own }) =>
    Object.entries(own).flatMap(([service, { conditions }]): Finding<'neverAgain'>[] =>
      isOver(conditions.dates, today)
        ? [
            {
              code: 'neverAgain',
              severity: 'turnedAway',
              where: { zones: [zone], service },
              facts: { of: 'lane', id: service, until: conditions.dates.until },
            },
          ]
        : [],
    ),
  );
  return [...lanes, ...rules('charge', book.charges), ...rules('allowance', book.allowances)];
}

/** What could go from a zone without a buyer seeing any difference, and zones in which nothing is offered. */
export function tidyFindings(compiled: CompiledBook, zone: CompiledZone, kind: CartKind | undefined): TidyFinding[] {
  const { id } = zone.zone;
  const lanes = zone.lanes.filter((lane) => lane !== null);
  if (lanes.length === 0) return [{ code: 'zoneWithoutService', severity: 'turnedAway', where: { zones: [id] }, facts: {} }];
  return lanes.flatMap((lane) => [...(kind ? neverReached(compiled, id, lane, kind) : []), ...sameTiers(id, lane)]);
}
