import { axeFaults, expect, test } from '../shop.ts';

// Tools of an order that was forgotten travel free for some hours after it.
const RULE = 'Forgotten tools ride along';

test('who is inside the hours after an order is seen, and they end for one of them', async ({ page, shop }) => {
  const key = { kind: 'server', name: 'Checkout', scopes: ['orders', 'quotes'] };
  const { secret } = await (await page.request.post(`${shop.url}/api/keys`, { data: key })).json();
  const headers = { authorization: `Bearer ${secret}` };
  const cart = { lines: [{ product: 'needle-tool', quantity: 1 }], discounts: [], destination: { country: 'CA', postalCode: 'B4V 2L5' } };
  const quoted = async (buyerId: string): Promise<{ edition: number; price: number }> => {
    const quote = await (await page.request.post(`${shop.url}/public/v1/quotes`, { data: { ...cart, buyerId }, headers })).json();
    return { edition: quote.edition, price: quote.options.find(({ service }: { service: string }) => service === 'ground').price };
  };
  const order = async (buyerId: string, name: string): Promise<number> => {
    const { edition, price } = await quoted(buyerId);
    const buyer = { name, mail: `${buyerId}@buyer.example`, street: '12 Mill Road', town: 'Bridgewater' };
    const data = { reference: `order-of-${buyerId}`, cart, edition, choices: [{ service: 'ground', price }], buyer, buyerId };
    return (await (await page.request.post(`${shop.url}/public/v1/orders`, { data, headers })).json()).number;
  };
  expect((await quoted('idris')).price).toBeGreaterThan(0);
  const first = await order('idris', 'Idris Kell');
  await order('ona', 'Ona Vale');
  expect([(await quoted('idris')).price, (await quoted('ona')).price]).toEqual([0, 0]);

  await page.goto(`${shop.url}/charges`);
  const hours = page.getByRole('region', { name: 'Hours that run' });
  await expect(hours).toContainText(RULE);
  await hours.getByText('2 buyers are inside now').click();
  await expect(hours).toContainText(/Idris Kell ?until/);
  expect(await axeFaults(page)).toEqual([]);
  await hours.getByRole('button', { name: `End the hours of order ${first}` }).click();
  await expect(page.getByText('The hours of Idris Kell have ended')).toBeVisible();
  await expect(hours).toContainText('1 buyer is inside now');
  await expect(hours).not.toContainText('Idris Kell');
  expect((await quoted('idris')).price).toBeGreaterThan(0);
  expect((await quoted('ona')).price).toBe(0);
});
