import { type MeasureVector, measureIndex, UNKNOWN_DISTANCE } from '../measures/measure.ts';
import type { Id } from '../names/naming.ts';
import { holdsGroup } from '../rate-book/scope.ts';
import { cardFor, partsOf, pricesApart } from './basePrice.ts';
import { type CompiledCard, cardPrice, isTooVague, whereOn } from './compiledCard.ts';
import type { CompiledLane } from './compiledLane.ts';
import { WITHHELD } from './compiledResult.ts';
import { holds, readBy } from './holds.ts';
import type { LaneTest, RangeTest } from './laneTest.ts';
import type { LaneAnswer } from './livePrice.ts';
import { moreToReach } from './nextAllowance.ts';
import type { Reason, Stretch } from './quoteTypes.ts';
import type { Shipment } from './shipment.ts';

function outsideRange(test: RangeTest, shipment: Shipment): Reason {
  const { measure, least, from, upTo } = test;
  const measured = readBy(test, shipment)[measureIndex(measure)];
  if (measure === 'distance' && measured === UNKNOWN_DISTANCE) return { code: 'pointUnknown' };
  if (measured >= least) return { code: 'aboveLimit', measure, measured, bound: upTo, difference: measured - upTo };
  const difference = from - measured;
  if (measure !== 'valueAfterDiscounts') return { code: 'belowLimit', measure, measured, bound: from, difference };
  const more = moreToReach(test, shipment);
  // Said only where it is not the difference itself.
  return { code: 'belowLimit', measure, measured, bound: from, difference, ...(more !== difference && { more }) };
}

/** Why a test that does not hold keeps a lane from a consignment. */
function reasonOf(test: LaneTest, shipment: Shipment): Reason[] {
  const { occasion, consignment } = shipment;
  switch (test.kind) {
    case 'range':
      return [outsideRange(test, shipment)];
    case 'goods':
      return [{ code: 'goodsRefused', groups: consignment.groups.filter((group) => !holdsGroup(test.goods, group)) }];
    case 'area':
      return [{ code: test.area.needsPoint && !shipment.destination.point ? 'pointUnknown' : 'outsideRound' }];
    case 'coupon':
      return [{ code: 'couponNeeded' }];
    case 'dates':
      return [{ code: 'outsideDates', dates: test.dates, date: occasion.date }];
    case 'weekdays':
      return [{ code: 'wrongWeekday', weekdays: test.weekdays, weekday: occasion.weekday }];
    case 'since':
    case 'notIn':
      throw new Error(`no lane is withheld by a test of the kind "${test.kind}"`);
  }
}

/** Every test that keeps a lane from a consignment. */
export const failedTests = ({ tests }: CompiledLane, shipment: Shipment): Reason[] =>
  tests.filter((test) => !holds(test, shipment)).flatMap((test) => reasonOf(test, shipment));

function refusal(card: CompiledCard, vector: MeasureVector, group: { group?: Id | null }): Reason {
  if (isTooVague(card, vector)) return { code: 'pointUnknown' };
  const where = whereOn(card, vector);
  if (where === null) throw new Error('a card without stretches always offers');
  if ('row' in where) return { code: 'crossingNotOffered', ...where, ...group };
  const { measure, measured, above, upTo }: Stretch = where;
  const last = 'tiers' in card.card ? card.card.tiers.at(-1) : undefined;
  if (upTo === undefined && above !== undefined && last?.result.kind !== 'notOffered')
    return { code: 'aboveTopTier', measure, measured, bound: above, difference: measured - above, ...group };
  return { code: 'tierNotOffered', ...where, ...group };
}

/** What the cards of a lane refuse. */
export function cardRefusals(lane: CompiledLane, shipment: Shipment): Reason[] {
  const whole = [{ group: null, vector: shipment.vector }];
  const apart = pricesApart(lane, shipment);
  const priced = partsOf(lane, shipment, apart) ?? whole;
  const asked = apart ? [...(partsOf(lane, shipment, false) ?? whole), ...priced] : priced;
  return asked.flatMap(({ group, vector }): Reason[] => {
    const card = cardFor(lane, group);
    if (cardPrice(card, vector, null) !== WITHHELD) return [];
    return [refusal(card, vector, priced.length > 1 || group !== null ? { group } : {})];
  });
}

/** Why a carrier's service has no price of the carrier's, where nothing of the shop's own may stand in. */
export function unpriced({ carriage, terms }: CompiledLane, answer: LaneAnswer | null): Reason[] {
  if (carriage === null || terms === null || answer === null || answer.kind === 'rate') return [];
  const { carrier } = carriage;
  if (answer.kind === 'declined') return [{ code: 'carrierDeclined', carrier, message: answer.message }];
  if (answer.why !== 'waiting' && terms.unanswered.kind !== 'withhold') return [];
  return [{ code: 'carrierSilent', carrier, why: answer.why, ...(answer.detail !== undefined && { detail: answer.detail }) }];
}

const sameReason = (a: Reason, b: Reason) => a.code === b.code && JSON.stringify(a) === JSON.stringify(b);

/** The same reason is told once. */
export const different = (reasons: readonly Reason[]): readonly Reason[] =>
  reasons.length < 2
    ? reasons
    : reasons.filter((reason, at) => reasons.findIndex((other) => other === reason || sameReason(reason, other)) === at);
