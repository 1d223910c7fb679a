import fc from 'fast-check';
import JsBarcode from 'jsbarcode';
import { expect, test } from 'vitest';
import type { RateAsk } from './messages.ts';
import { kilometresBetween } from './places.ts';
import { billedGrams, rateAll, volumetricGrams } from './rating.ts';
import { CARRIERS, carrierOf } from './tariffs.ts';
import { gs1CheckDigit, s10CheckDigit, trackingNumber } from './tracking.ts';

const gannet = carrierOf('gannet-air')!;
const petrel = carrierOf('petrel-post')!;
const shop = { country: 'CA', subdivision: 'CA-NS', residential: false };
const toronto = { country: 'CA', subdivision: 'CA-ON', postalCode: 'M5V 2T6', residential: true };
const ask = (more: Partial<RateAsk> = {}): RateAsk => ({ from: shop, to: toronto, parcels: [{ weight: 2400, count: 1 }], ...more });

// IATA TACT Rules 3.9.3 (from memory): 6000 cm3/kg, up to the next half kilogram; 5000 is common practice elsewhere.
test.each([
  [400, 300, 200, 4000, 4800],
  [600, 400, 400, 16_000, 19_200],
  [330, 220, 110, 1331, 1598],
])('%i × %i × %i mm count for %i g by 6000 and %i g by 5000', (length, width, height, by6000, by5000) => {
  expect(volumetricGrams({ length, width, height }, 6000)).toBe(by6000);
  expect(volumetricGrams({ length, width, height }, 5000)).toBe(by5000);
});

test('an exact step is not rounded up; one gram more is', () => {
  expect([4000, 4001, 1].map((weight) => billedGrams({ weight, count: 1 }, gannet))).toEqual([4000, 4500, 500]);
  expect([80, 1950, 2000, 2001].map((weight) => billedGrams({ weight, count: 1 }, petrel))).toEqual([100, 2000, 2000, 2500]);
});

test('worked by hand: 2.4 kg in 40 × 30 × 20 cm by Air day to Toronto', () => {
  // 4.8 kg by volume bill as 5 kg: 1490 + 9 × 118 = 2552; less 12 % is 2246 (2245.76); fuel 14.5 % of it 326 (325.67); residential 425.
  const [day] = rateAll(
    gannet,
    gannet.services,
    1200,
    ask({ parcels: [{ weight: 2400, length: 400, width: 300, height: 200, count: 1 }] }),
  ).rates.filter(({ service }) => service === 'DAY');
  expect(kilometresBetween(shop, toronto)).toBeLessThan(1500);
  expect(day).toMatchObject({ total: 2997, parcels: [{ billed: 5000, volumetric: 4800, amount: 2552 }], transit: { least: 1, most: 2 } });
  expect(day?.rows.map(({ amount }) => amount)).toEqual([2552, -306, 326, 425]);
});

test('what is too heavy, too long or abroad is declined in words', () => {
  const { declined, rates } = rateAll(gannet, gannet.services, 0, ask({ to: { country: 'FR', residential: true } }));
  expect(rates.map(({ service }) => service)).toEqual(['DAY', 'SAVER']);
  expect(declined).toEqual([{ service: 'MORN', name: 'Next morning', code: 'NOT_ABROAD', message: 'Only within CA.' }]);
  const heavy = rateAll(gannet, gannet.services, 0, ask({ parcels: [{ weight: 32_001, count: 1 }] }));
  expect(heavy.declined.map(({ message }) => message)).toEqual(Array(3).fill('A parcel weighs 32.001 kg; at most 32 kg.'));
  // UPU Convention Regulations (from memory): small packets to 900 mm in sum of sides; 600 × 200 × 100 passes, 610 × 150 × 150 does not.
  const packet = (length: number, width: number, height: number) =>
    rateAll(petrel, petrel.services, 0, ask({ parcels: [{ weight: 500, length, width, height, count: 1 }] })).rates.some(
      ({ service }) => service === 'PACKET',
    );
  expect([packet(600, 200, 100), packet(610, 150, 150)]).toEqual([true, false]);
});

test('rows add up, and a heavier parcel never costs less', () => {
  fc.assert(
    fc.property(
      fc.constantFrom(...CARRIERS),
      fc.integer({ min: 0, max: 40_000 }),
      fc.integer({ min: 0, max: 5000 }),
      fc.integer({ min: 0, max: 3000 }),
      fc.integer({ min: 1, max: 4 }),
      (tariff, weight, more, discount, count) => {
        const total = (grams: number) =>
          rateAll(tariff, tariff.services, discount, ask({ parcels: [{ weight: grams, count }], declaredValue: 25_000 }));
        const [light, heavy] = [total(weight), total(weight + more)];
        for (const rate of [...light.rates, ...heavy.rates])
          expect(rate.rows.reduce((sum, { amount }) => sum + amount, 0)).toBe(rate.total);
        for (const rate of heavy.rates)
          expect(rate.total).toBeGreaterThanOrEqual(light.rates.find(({ service }) => service === rate.service)!.total);
      },
    ),
  );
});

test('tracking numbers carry their check digits', () => {
  // UPU S10: 47312482 has 9, the standard's widely reprinted example (from memory). GS1: 629104150021 has 3, as the package jsbarcode completes it.
  expect(s10CheckDigit(47_312_482)).toBe(9);
  const completed: { encodings?: { text: string }[] } = {};
  JsBarcode(completed, '629104150021', { format: 'EAN13', flat: true });
  expect(completed.encodings?.map(({ text }) => text).join('')).toContain('6291041500213');
  expect(gs1CheckDigit('629104150021')).toBe(3);
  expect(trackingNumber('petrel-post', 47_312_482)).toBe('LX473124829CA');
  expect(trackingNumber('bluff-freight', 12)).toHaveLength(18);
  expect(trackingNumber('gannet-air', 8)).toBe('GA00000081');
});
