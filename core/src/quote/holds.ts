import { type MeasureVector, UNKNOWN_DISTANCE } from '../measures/measure.ts';
import { findZone } from '../places/placeIndex.ts';
import { type GoodsSet, holdsGroup } from '../rate-book/scope.ts';
import { inWindow } from '../time/calendar.ts';
import type { LaneTest, RangeTest, SinceTest } from './laneTest.ts';
import type { Occasion } from './occasion.ts';
import type { Shipment } from './shipment.ts';

/** Whether a measure lies in a range. A distance that is not known lies in none. */
function inRange({ index, least, most, measure }: RangeTest, vector: MeasureVector): boolean {
  const value = vector[index];
  return value >= least && value <= most && !(measure === 'distance' && value === UNKNOWN_DISTANCE);
}

function hasCoupon(wanted: ReadonlySet<string>, { coupons }: Occasion): boolean {
  for (const code of coupons) if (wanted.has(code)) return true;
  return false;
}

function onlyGoods(goods: GoodsSet, { consignment }: Shipment): boolean {
  return consignment.groups.every((group) => holdsGroup(goods, group));
}

/** Whether a window of hours still runs. */
function runs({ what, most, endedAt }: SinceTest, occasion: Occasion): boolean {
  const { moment } = occasion;
  const since = occasion[what];
  if (since === null || moment === null || since <= endedAt) return false;
  return moment >= since && moment - since <= most;
}

/** The measures a range is read on. */
export const readBy = ({ byItself }: Pick<RangeTest, 'byItself'>, shipment: Shipment): MeasureVector =>
  byItself ? shipment.vector : shipment.together;

/** Whether a test holds of a consignment: the one place where that is decided, for prices, reasons and allowances alike. */
export function holds(test: LaneTest, shipment: Shipment): boolean {
  switch (test.kind) {
    case 'range':
      return inRange(test, readBy(test, shipment));
    case 'goods':
      return onlyGoods(test.goods, shipment);
    case 'coupon':
      return hasCoupon(test.coupons, shipment.occasion);
    case 'dates':
      return shipment.occasion.date !== null && inWindow(test.dates, shipment.occasion.date);
    case 'weekdays':
      return shipment.occasion.weekday !== null && test.weekdays.includes(shipment.occasion.weekday);
    case 'area':
      return findZone(test.area, shipment.destination) !== undefined;
    case 'since':
      return runs(test, shipment.occasion);
    case 'notIn':
      return !test.countries.has(shipment.country);
  }
}

export function allHold(tests: readonly LaneTest[], shipment: Shipment): boolean {
  for (let at = 0; at < tests.length; at += 1) if (!holds(tests[at] as LaneTest, shipment)) return false;
  return true;
}
