import { applyCommand, type Command, describeChanges, emptyBook, PLAIN_SERVICE } from '@ostrakon/core';
import { expect, test } from 'vitest';
import { byPlace, changePlace } from './changePlaces.ts';

const flat = { kind: 'flat', result: { kind: 'amount', amount: 990 } } as const;
const zone = (id: string, name: string, country: string): Command => ({
  name: 'addZone',
  args: { id, name, places: [{ kind: 'country', country }] },
});
const live = (
  [
    { name: 'setServed', args: { countries: ['CA', 'US'] } },
    zone('near', 'Atlantic', 'CA'),
    zone('far', 'Far shores', 'US'),
    { name: 'addService', args: { ...PLAIN_SERVICE, id: 'ground', name: 'Ground parcel' } },
    { name: 'startLane', args: { zone: 'near', service: 'ground', card: flat } },
  ] as Command[]
).reduce(applyCommand, emptyBook());

test.each<[string, Command, object]>([
  ['a zone', { name: 'renameZone', args: { zone: 'far', name: 'Farther' } }, { name: 'Farther', to: '/book/far' }],
  ['a service', { name: 'renameService', args: { service: 'ground', name: 'Ground' } }, { name: 'Ground', to: '/services/ground' }],
  ['what is gone', { name: 'removeZone', args: { zone: 'far' } }, { name: 'Rate book', to: '/book' }],
  [
    'prices',
    { name: 'setCard', args: { zone: 'near', service: 'ground', card: { kind: 'flat', result: { kind: 'amount', amount: 1090 } } } },
    { name: 'Ground parcel to Atlantic', to: '/book/near/ground' },
  ],
  [
    'prices that are gone',
    { name: 'removeLane', args: { zone: 'near', service: 'ground' } },
    { name: 'Ground parcel to Atlantic', to: null },
  ],
  ['the shop', { name: 'setTexts', args: { noOption: 'No.', refer: 'Ask.' } }, { name: 'Shop', to: '/shop' }],
  [
    'goods',
    { name: 'setGoodsRules', args: { products: [{ product: 'needle-tool', rule: { delivered: false } }] } },
    { name: 'Goods', to: '/shop/goods' },
  ],
])('a change of %s is led to where it is looked at', (_name, command, place) => {
  const after = applyCommand(live, command);
  const [first, ...more] = describeChanges(live, after).map((change) => ({ place: changePlace(change, after) }));
  expect(first?.place).toEqual(place);
  // Those of one place are one group, in the order they come.
  const list = [first, ...more, { place: { name: 'Elsewhere', to: null } }, first].filter((one) => one !== undefined);
  expect(byPlace(list).map(([{ name }]) => name)).toEqual([...new Set(list.map(({ place: { name } }) => name))]);
  expect(byPlace(list).flatMap(([, some]) => some)).toHaveLength(list.length);
});
