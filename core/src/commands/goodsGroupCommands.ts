import { z } from 'zod';
import { GoodsGroup } from '../goods/goodsGroup.ts';
import { Id } from '../rate-book/naming.ts';
import { edited, moveTo, requireFree, requireOne } from './bookEdits.ts';
import { define } from './define.ts';

const MOST_GROUPS = 100;

export const goodsGroupCommands = {
  addGoodsGroup: define(GoodsGroup, (book, args) => {
    requireFree(book.goodsGroups, args.id, MOST_GROUPS, 'goods groups');
    return { ...book, goodsGroups: [...book.goodsGroups, args] };
  }),
  setGoodsGroup: define(GoodsGroup, (book, args) => {
    const groups = edited(book.goodsGroups, requireOne(book.goodsGroups, args.id, 'goodsGroupNotFound', 'id'), () => args);
    return groups === book.goodsGroups ? book : { ...book, goodsGroups: [...groups] };
  }),
  /** Its products fall back to the default group; no location ships it by name any more. */
  removeGoodsGroup: define(z.strictObject({ group: Id }), (book, args) => {
    requireOne(book.goodsGroups, args.group, 'goodsGroupNotFound', 'group');
    const locations = book.locations.map((location) =>
      location.ships?.groups.includes(args.group)
        ? { ...location, ships: { ...location.ships, groups: location.ships.groups.filter((id) => id !== args.group) } }
        : location,
    );
    return { ...book, goodsGroups: book.goodsGroups.filter(({ id }) => id !== args.group), locations };
  }),
  moveGoodsGroup: define(z.strictObject({ group: Id, to: z.int().min(0) }), (book, args) => {
    const goodsGroups = moveTo(book.goodsGroups, args.group, args.to);
    return goodsGroups === book.goodsGroups ? book : { ...book, goodsGroups };
  }),
};
