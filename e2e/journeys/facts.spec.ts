import { type Command, type Lane, type Limit, PLAIN_SERVICE, type TierResult } from '@ostrakon/core';
import type { Page } from '@playwright/test';
import { bench, expect, notOffered, option, putGoods, sees, test, type } from '../shop.ts';

// Facts of the trade: common practice, no published source. The same six stand in core/src/quote/quote.test.ts.

test.use({ seeded: false });

const amount = (minor: number): TierResult => ({ kind: 'amount', amount: minor });
const free: TierResult = { kind: 'free' };
const none: TierResult = { kind: 'notOffered' };

type Card = Lane['card'];
const flat = (minor: number): Card => ({ kind: 'flat', result: { kind: 'amount', amount: minor } });
const byWeight = (tiers: [string, number][], above: TierResult): Card => ({
  kind: 'weightTiers',
  measure: 'itemsWeight',
  bands: 'whole',
  floor: null,
  cap: null,
  tiers: tiers.map(([upTo, minor]) => ({ upTo, result: amount(minor) })),
  above,
});
const byValue = (tiers: [number, TierResult][], above: TierResult): Card => ({
  kind: 'valueTiers',
  measure: 'valueAfterDiscounts',
  writing: 'from',
  bands: 'whole',
  floor: null,
  cap: null,
  tiers: tiers.map(([upTo, result]) => ({ upTo, result })),
  above,
});

interface Offered {
  readonly name: string;
  readonly card: Card;
  readonly limits?: Limit[];
  readonly freeFrom?: number;
}

/** A shop that offers these services to all of Canada. */
function offering(...services: Offered[]): Command[] {
  return [
    { name: 'setServed', args: { countries: ['CA'] } },
    { name: 'addZone', args: { id: 'canada', name: 'Canada', places: [{ kind: 'country', country: 'CA' }] } },
    ...services.flatMap(({ name, card, limits, freeFrom }, index): Command[] => {
      const at = { zone: 'canada', service: `s${index}` };
      return [
        { name: 'addService', args: { id: at.service, name, ...PLAIN_SERVICE } },
        { name: 'startLane', args: { ...at, card } },
        { name: 'setLimits', args: { ...at, limits: limits ?? [] } },
        {
          name: 'setFreeFrom',
          args: {
            ...at,
            freeFrom:
              freeFrom === undefined ? null : { measure: 'valueAfterDiscounts', from: freeFrom, byItself: false, coversCharges: true },
          },
        },
      ];
    }),
  ];
}

const priceOf = (page: Page, name: string, price: string) => expect(option(page, name)).toContainText(price);

async function afresh(page: Page, price: string, weight: string): Promise<void> {
  const empty = bench(page).getByRole('button', { name: 'Empty the cart' });
  if (await empty.isVisible()) await empty.click();
  await putGoods(page, price, weight);
}

test('free from 80.00 beside 7.40 up to 2 kg', async ({ page, shop }) => {
  await shop.send(
    ...offering({ name: 'Free post', card: byValue([[7999, none]], free) }, { name: 'Post', card: byWeight([['2 kg', 740]], none) }),
  );
  await page.goto(shop.url);
  await putGoods(page, '90', '1.2 kg');
  await priceOf(page, 'Free post', 'Free');
  await expect(sees(page).getByRole('radio')).toHaveCount(2);
  await bench(page).getByRole('button', { name: 'One Goods of your own more' }).click();
  await expect(sees(page).getByRole('radio')).toHaveCount(1);
  await expect(notOffered(page)).toContainText('Post tiers stop at 2 kg; this cart has 2.4 kg, 0.4 kg over');
});

test('4.00 below 30 and free from 30, after a 5.00 coupon', async ({ page, shop }) => {
  await shop.send(...offering({ name: 'Post', card: flat(400), freeFrom: 3000 }));
  await page.goto(shop.url);
  await putGoods(page, '34', '1 kg');
  await priceOf(page, 'Post', 'Free');
  await type(page, 'Discount on the goods', '5');
  await priceOf(page, 'Post', '$4.00');
  await afresh(page, '35', '1 kg');
  await type(page, 'Discount on the goods', '5');
  await priceOf(page, 'Post', 'Free');
});

test('7.00 up to 59.99, 11.00 up to 119.99, free from 120, beside a free pickup', async ({ page, shop }) => {
  const card = byValue(
    [
      [5999, amount(700)],
      [11_999, amount(1100)],
    ],
    free,
  );
  await shop.send(...offering({ name: 'Parcel', card }, { name: 'Pickup', card: flat(0) }));
  await page.goto(shop.url);
  for (const [value, price] of [
    ['59.99', '$7.00'],
    ['60.00', '$11.00'],
    ['119.99', '$11.00'],
    ['120', 'Free'],
  ] as const) {
    await afresh(page, value, '1 kg');
    await priceOf(page, 'Parcel', price);
    await priceOf(page, 'Pickup', 'Free');
  }
});

test('13.20 up to 7 lb, 21.60 up to 15 lb, 48.00 above', async ({ page, shop }) => {
  await shop.send(
    ...offering({
      name: 'Ground',
      card: byWeight(
        [
          ['7 lb', 1320],
          ['15 lb', 2160],
        ],
        amount(4800),
      ),
    }),
  );
  await page.goto(shop.url);
  await putGoods(page, '1', '7 lb');
  for (const [quantity, price] of [
    ['1', '$13.20'],
    ['2', '$21.60'],
    ['9', '$48.00'],
  ] as const) {
    await type(page, 'Quantity of Goods of your own', quantity);
    await priceOf(page, 'Ground', price);
  }
});

test('a hole between two limits: 2.1 kg gets nothing, and both say why', async ({ page, shop }) => {
  await shop.send(
    ...offering(
      { name: 'Packet', card: flat(500), limits: [{ measure: 'itemsWeight', upTo: '2 kg' }] },
      { name: 'Parcel', card: flat(900), limits: [{ measure: 'itemsWeight', from: '2.2 kg', upTo: '8 kg' }] },
    ),
  );
  await page.goto(shop.url);
  await putGoods(page, '1', '2.1 kg');
  await expect(sees(page)).toContainText('We cannot deliver this cart to your address');
  await expect(notOffered(page)).toContainText('Packet limited to 2 kg; this cart has 2.1 kg, 0.1 kg over');
  await expect(notOffered(page)).toContainText('Parcel starts at 2.2 kg; this cart has 2.1 kg, 0.1 kg short');
});

test('free in one postal code, 3.00 in the next, nothing elsewhere', async ({ page, shop }) => {
  const zone = (id: string, code: string, price: number): Command[] => [
    { name: 'addZone', args: { id, name: `Zone ${id}`, places: [{ kind: 'postal', country: 'CA', rules: code }] } },
    { name: 'startLane', args: { zone: id, service: 'van', card: flat(price) } },
  ];
  await shop.send(
    { name: 'setServed', args: { countries: ['CA'] } },
    { name: 'addService', args: { id: 'van', name: 'Van', ...PLAIN_SERVICE, kind: 'round' } },
    ...zone('near', 'B3H 4R2', 0),
    ...zone('next', 'B3H 4R3', 300),
  );
  await page.goto(shop.url);
  await putGoods(page, '1', '1 kg');
  await type(page, 'Postal code', 'b3h4r2');
  await priceOf(page, 'Van', 'Free');
  await type(page, 'Postal code', 'B3H-4R3');
  await priceOf(page, 'Van', '$3.00');
  await type(page, 'Postal code', 'B3H 4R4');
  await expect(sees(page)).toContainText('lies in no zone');
  await expect(sees(page).getByRole('radio')).toHaveCount(0);
});
