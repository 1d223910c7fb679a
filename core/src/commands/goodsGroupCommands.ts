import { z } from 'zod';
import { GoodsGroup } from '../goods/goodsGroup.ts';
import { Id } from '../names/naming.ts';
import type { Lane } from '../rate-book/lane.ts';
import type { GoodsSet } from '../rate-book/scope.ts';
import { edited, moveTo, requireFree, requireOne } from './bookEdits.ts';
import { define } from './define.ts';
import { withoutInRules } from './ruleCommands.ts';

const MOST_GROUPS = 100;

/** Its products become goods in no group: a lane that took nothing but them takes those. */
function setWithout({ groups, others }: GoodsSet, group: Id): GoodsSet {
  const left = groups.filter((id) => id !== group);
  return { groups: left, others: others || left.length === 0 };
}

function withoutGroup(lane: Lane, group: Id): Lane {
  const { groupCards, conditions } = lane;
  const { goods } = conditions;
  const named = goods?.groups.includes(group) ?? false;
  if (!named && !groupCards.some((one) => one.group === group)) return lane;
  return {
    ...lane,
    groupCards: groupCards.filter((one) => one.group !== group),
    conditions: goods && named ? { ...conditions, goods: setWithout(goods, group) } : conditions,
  };
}

export const goodsGroupCommands = {
  addGoodsGroup: define(GoodsGroup, (book, args) => {
    requireFree(book.goodsGroups, args.id, MOST_GROUPS, 'goods groups');
    return { ...book, goodsGroups: [...book.goodsGroups, args] };
  }),
  setGoodsGroup: define(GoodsGroup, (book, args) => {
    const groups = edited(book.goodsGroups, requireOne(book.goodsGroups, args.id, 'goodsGroupNotFound', 'id'), () => args);
    return groups === book.goodsGroups ? book : { ...book, goodsGroups: [...groups] };
  }),
  /** Its products fall back to the default group; no location, lane, charge or allowance names it any more. */
  removeGoodsGroup: define(z.strictObject({ group: Id }), (book, args) => {
    requireOne(book.goodsGroups, args.group, 'goodsGroupNotFound', 'group');
    const locations = book.locations.map((location) =>
      location.ships?.groups.includes(args.group)
        ? { ...location, ships: { ...location.ships, groups: location.ships.groups.filter((id) => id !== args.group) } }
        : location,
    );
    const zones = book.zones.map((zone) => {
      const lanes = Object.entries(zone.lanes).map(([service, lane]) => [service, withoutGroup(lane, args.group)] as const);
      return lanes.some(([service, lane]) => lane !== zone.lanes[service]) ? { ...zone, lanes: Object.fromEntries(lanes) } : zone;
    });
    const goodsGroups = book.goodsGroups.filter(({ id }) => id !== args.group);
    return { ...book, goodsGroups, locations, zones, ...withoutInRules(book, { kind: 'group', id: args.group }) };
  }),
  moveGoodsGroup: define(z.strictObject({ group: Id, to: z.int().min(0) }), (book, args) => {
    const goodsGroups = moveTo(book.goodsGroups, args.group, args.to);
    return goodsGroups === book.goodsGroups ? book : { ...book, goodsGroups };
  }),
};
