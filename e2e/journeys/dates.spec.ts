import type { DraftState } from '@ostrakon/core';
import { type Command, PLAIN_LOCATION, PLAIN_SERVICE } from '@ostrakon/core';
import type { Page } from '@playwright/test';
import { bench, cell, expect, notOffered, option, putGoods, saved, test, toCountry, type } from '../shop.ts';

const part = (page: Page, name: string) => page.getByRole('region', { name, exact: true });
const arrival = (page: Page) => part(page, 'When it arrives');

/** Sets the moment of the bench, by the shop's clock. */
async function moment(page: Page, local: string): Promise<void> {
  const toggle = bench(page).getByRole('button', { name: /^(When, coupons, buyer|Hide)/ });
  if ((await toggle.getAttribute('aria-expanded')) === 'false') await toggle.click();
  await bench(page).getByLabel('Ordered at', { exact: true }).fill(local);
}

async function refused(page: Page, label: string, typed: string, words: RegExp): Promise<void> {
  const field = page.getByLabel(label, { exact: true });
  await field.fill(typed);
  await field.press('Tab');
  await expect(field, `${label}: ${typed}`).toHaveAccessibleDescription(words);
  await expect(field).toHaveValue(typed);
  await field.press('Escape');
}

/** Types a place the way the bench takes it. */
async function at(page: Page, point: string): Promise<void> {
  const field = bench(page).getByLabel('Latitude and longitude', { exact: true });
  await field.fill(point);
  await field.press('Tab');
}

const firstShop: Command[] = [
  { name: 'setServed', args: { countries: ['CA'] } },
  { name: 'setShop', args: { name: 'Kiln', currency: 'CAD', units: 'metric', locale: 'en-CA', timeZone: 'America/Halifax' } },
  { name: 'addZone', args: { id: 'canada', name: 'Canada', places: [{ kind: 'country', country: 'CA' }] } },
  { name: 'addService', args: { ...PLAIN_SERVICE, id: 'ground', name: 'Ground parcel' } },
  { name: 'startLane', args: { zone: 'canada', service: 'ground', card: { kind: 'flat', result: { kind: 'amount', amount: 990 } } } },
  {
    name: 'addLocation',
    args: {
      ...PLAIN_LOCATION,
      id: 'store',
      name: 'Store room',
      country: 'CA',
      subdivision: 'CA-NS',
      timeZone: 'America/Halifax',
    },
  },
];

const ics = (...lines: string[]) => ({
  name: 'closed.ics',
  mimeType: 'text/calendar',
  buffer: Buffer.from(['BEGIN:VCALENDAR', 'VERSION:2.0', 'PRODID:-//test//EN', ...lines, 'END:VCALENDAR', ''].join('\r\n')),
});

test.describe('from nothing', () => {
  test.use({ seeded: false });

  test('a calendar is set up, closed days come from a file and a data set, promises turn at the cut-off, and a full day rolls over', async ({
    page,
    shop,
  }) => {
    await page.clock.setFixedTime('2027-02-22T15:00:00Z');
    await shop.send(...firstShop);
    await page.goto(`${shop.url}/shop/dispatch?month=2027-03`);
    await putGoods(page, '20', '1 kg');
    await expect(arrival(page)).toContainText('No date: the location has no dispatch calendar.');
    const begin = page.getByRole('form', { name: /packs$/ });
    await begin.getByRole('button', { name: 'Set up the calendar' }).click();
    await expect(begin.getByRole('alert')).toContainText('Until when must be ordered');
    await begin.getByLabel('Packed the same day when ordered before').fill('2 o’clock');
    await begin.getByRole('button', { name: 'Set up the calendar' }).click();
    await expect(begin.getByRole('alert')).toContainText('is no time of day. Write one such as 2:00 p.m.');
    await begin.getByLabel('Packed the same day when ordered before').fill('2 pm');
    // What the data set has for where the location is: suggested, and not taken here.
    await expect(begin).toContainText('Good Friday');
    await begin.getByLabel(/Nothing is packed on the public holidays/).uncheck();
    await begin.getByRole('button', { name: 'Set up the calendar' }).click();
    await expect(arrival(page)).toContainText('days on the way are not stated');
    await refused(page, 'Cut-off on Monday', '25:00', /no time of day/);
    await refused(page, 'Packing days until an order is packed', '3 to 1', /At most is less than at least/);
    await type(page, 'Cut-off on all packing days', 'noon');
    await expect(page.getByLabel('Cut-off on Friday')).toHaveValue('12:00 p.m.');
    await expect(page.getByLabel('Cut-off on Saturday')).toHaveValue('');
    await type(page, 'Packing days until an order is packed', '2');

    await part(page, 'Closed days').getByRole('button', { name: 'Import a calendar…' }).click();
    await page
      .getByLabel('Calendar file', { exact: true })
      .setInputFiles({ name: 'x.ics', mimeType: 'text/calendar', buffer: Buffer.from('hello') });
    await expect(page.getByRole('alert')).toContainText('This is no iCalendar file');
    const spring = ['BEGIN:VEVENT', 'UID:1', 'SUMMARY:Spring clean', 'DTSTART;VALUE=DATE:20270305', 'RRULE:FREQ=YEARLY', 'END:VEVENT'];
    const talk = ['BEGIN:VEVENT', 'UID:2', 'SUMMARY:Talk', 'DTSTART:20270301T100000Z', 'DTEND:20270301T110000Z', 'END:VEVENT'];
    await page.getByLabel('Calendar file', { exact: true }).setInputFiles(ics(...spring, ...talk));
    await page.getByText('Not taken: 1').click();
    await expect(page.getByText('Talk has hours; only all-day events close a day.')).toBeVisible();
    await page.getByRole('button', { name: 'Take 11 closed days' }).click();
    await part(page, 'Closed days').getByRole('button', { name: 'Public holidays…' }).click();
    await expect(page.getByLabel('Region of the holidays')).toHaveValue('NS');
    await page.getByLabel(/^Heritage Day/).uncheck();
    await page.getByRole('button', { name: /^Take \d+ closed days$/ }).click();
    const closed = page.getByRole('list', { name: 'Closed days of Store room' });
    await expect(closed).toContainText('Spring clean');
    await expect(closed).toContainText('Good Friday');
    await expect(closed).not.toContainText('Heritage Day');

    await page.getByRole('link', { name: 'Dates', exact: true }).first().click();
    await type(page, 'Days on the way of Ground parcel everywhere', '1 to 3');
    // Tuesday, 2 March 2027: two packing days on is Thursday; one to three working days on is Friday to Tuesday.
    await moment(page, '2027-03-02T11:59');
    await expect(option(page, 'Ground parcel')).toContainText('Fri, Mar 5 – Tue, Mar 9');
    await expect(arrival(page)).toContainText('The same for every order before Tue, Mar 2, 12:00 p.m.');
    const strip = bench(page).getByLabel('Time of day');
    await strip.focus();
    await strip.press('ArrowRight');
    await expect(strip).toHaveAttribute('aria-valuetext', '12:00\u00a0p.m.');
    // Counts for Wednesday; the Friday is closed, so it leaves on Monday.
    await expect(option(page, 'Ground parcel')).toContainText('Tue, Mar 9 – Thu, Mar 11');
    await expect(arrival(page)).toContainText('past its cut-off at 12:00 p.m.');
    await strip.press('PageDown');
    await bench(page).getByRole('button', { name: '12:00 p.m.', exact: true }).click();
    await expect(strip).toHaveAttribute('aria-valuetext', '12:00\u00a0p.m.');
    await strip.press('ArrowLeft');

    await page.goto(`${shop.url}/shop/dispatch?month=2027-03`);
    await refused(page, 'Orders packed in a day', '0', /At least 1|more than 0|Write 1 or more/);
    await type(page, 'Orders packed in a day', '2');
    await expect(arrival(page)).toContainText('Packed');
    await type(page, 'Orders taken for Thu, Mar 4', '2');
    await expect(page.locator('[data-day="2027-03-02"]')).toContainText('leaves Mon, Mar 8');
    await expect(option(page, 'Ground parcel')).toContainText('Tue, Mar 9 – Thu, Mar 11');
    await expect(arrival(page)).toContainText('Thu, Mar 4: full');
    await type(page, 'Orders taken for Thu, Mar 4', '1');
    await expect(option(page, 'Ground parcel')).toContainText('Fri, Mar 5 – Tue, Mar 9');
    await saved(page);
  });
});

test('a van round ringed and drawn: an address at each edge, inside and outside, and one that is not known', async ({ page, shop }) => {
  await page.clock.setFixedTime('2026-11-23T19:59:00Z');
  await page.goto(`${shop.url}/services/van`);
  // Towns lie among the rings, and the cart can be sent to one by its name.
  await expect(page.getByTestId('towns')).toContainText('Halifax');
  await bench(page).getByRole('button', { name: 'Find by town…' }).click();
  await page.getByPlaceholder('A town').fill('truro');
  await page.getByRole('option', { name: /^Truro/ }).click();
  await expect(bench(page).getByLabel('Latitude and longitude')).toHaveValue(/^45\.3\d+, -63\.2\d+$/);
  await expect(bench(page).getByLabel('Province or state')).toHaveValue('CA-NS');
  await moment(page, '2026-11-23T15:59');
  const van = option(page, 'Van round');
  await type(page, 'Postal code', 'B3H 4R2');
  await bench(page).getByLabel('Province or state').selectOption({ label: 'Nova Scotia' });
  // 12 km east along the parallel of the store room is 0.1513° of longitude.
  await at(page, '44.6658, -63.4165');
  await expect(van).toContainText('$6.00');
  await expect(van).toContainText('Tue, Nov 24, 9:00 a.m.–12:00 p.m. or 1:00 p.m.–5:00 p.m.');
  await expect(van).toContainText('order before 4:00 p.m.');
  await type(page, 'Orders taken on Tue, Nov 24 from 9:00 a.m.', '12');
  await expect(van).toContainText('Tue, Nov 24, 1:00 p.m.–5:00 p.m.');
  await type(page, 'Orders taken on Tue, Nov 24 from 1:00 p.m.', '12');
  await expect(van).toContainText('Fri, Nov 27, 12:00 p.m.–5:00 p.m.');
  await at(page, '44.6658, -63.4160');
  await expect(van).toContainText('$11.00');
  await at(page, '44.6658, -63.10');
  await expect(notOffered(page)).toContainText('Van round tiers stop at 35 km');
  await at(page, '44.6658, -63.4165');

  await page.getByRole('button', { name: 'Draw an area…' }).click();
  const map = page.getByRole('img', { name: 'Rings and areas of the round' }).or(page.getByLabel('Rings and areas of the round')).first();
  await map.scrollIntoViewIfNeeded();
  const box = (await map.boundingBox()) ?? { x: 0, y: 0, width: 0, height: 0 };
  for (const [x, y] of [
    [0.45, 0.4],
    [0.55, 0.4],
    [0.55, 0.6],
  ] as const)
    await page.mouse.click(box.x + box.width * x, box.y + box.height * y);
  await page.getByRole('button', { name: 'Name the area' }).click();
  await page.getByLabel('Name of the area').fill('Harbour side');
  await expect(page.getByLabel(/^Corners/)).toHaveValue(/^44\.\d+, -63\.\d+\n44\.\d+, -63\.\d+\n44\.\d+, -63\.\d+$/);
  await page.getByLabel(/^Corners/).fill('44.60, -63.70\n44.75, -63.70\n44.75, -63.42\n44.60, -63.42');
  await page.getByRole('button', { name: 'Add the area' }).click();
  await expect(notOffered(page)).toContainText('Van round the address lies outside the round’s area');
  await at(page, '44.6658, -63.43');
  await expect(van).toContainText('$6.00');
  await page.getByRole('button', { name: 'Remove Harbour side' }).click();
  await expect(page.getByRole('list', { name: 'Area of the round' })).toBeHidden();

  await refused(page, 'End of Tuesday from 9:00 a.m.', '8', /ends before it starts/);
  await refused(page, 'Start of Tuesday from 1:00 p.m.', '11:00', /overlaps another window/);
  await saved(page);

  // Nobody knows where a French address without a point lies.
  const rings = {
    kind: 'distanceTiers',
    measure: 'distance',
    bands: 'whole',
    tiers: [{ upTo: '12 km', result: { kind: 'free' } }],
    above: { kind: 'free' },
    floor: null,
    cap: null,
  } as const;
  await shop.send({ name: 'startLane', args: { zone: 'europe', service: 'van', card: { ...rings, tiers: [...rings.tiers] } } });
  await page.reload();
  await at(page, '');
  await toCountry(page, 'France');
  await expect(notOffered(page)).toContainText('Van round a distance decides, and where this address lies is not known');
});

test('a counter keeps its holiday hours; hours that overlap or cross midnight are told in words', async ({ page, shop }) => {
  await page.goto(`${shop.url}/services/counter`);
  const pickup = option(page, 'Counter pickup');
  await moment(page, '2026-12-24T09:00');
  await expect(pickup).toContainText('Ready Thu, Dec 24, 12:00 p.m.');
  await expect(pickup).toContainText('order before 10:01 a.m.');
  await expect(pickup).toContainText('81.6 km away');
  await refused(page, 'Hours on Christmas Eve', '10-13, 12-15', /overlap/);
  await refused(page, 'Hours on Christmas Eve', '22-2', /past midnight/);
  await refused(page, 'Hours on Tuesday', '9-25', /no stretch of hours/);
  await type(page, 'Hours on Christmas Eve', 'closed');
  await expect(pickup).toContainText('Ready Tue, Dec 29, 12:00 p.m.');
  await expect(arrival(page)).toContainText('Christmas Day');
  await type(page, 'Opening time until it is ready', '90 min');
  await expect(pickup).toContainText('Ready Tue, Dec 29, 11:30 a.m.');
  await page.getByRole('radio', { name: 'Sent from the store room' }).click();
  // Counted for Thursday the 24th, packed by Monday the 28th; the stock is counted on the 29th and 30th, so a packing day on is the 31st.
  await expect(pickup).toContainText('Ready Thu, Dec 31, 11:30 a.m.');
  await expect(arrival(page)).toContainText('At the counter');
  await page.getByRole('banner').getByRole('button', { name: /^Undo/ }).click();
  await expect(pickup).toContainText('Ready Tue, Dec 29, 11:30 a.m.');
});

test('last orders for 24 December are copied out; the face of promises; days pasted, a finding mended, dates switched off', async ({
  page,
  shop,
  context,
}) => {
  await context.grantPermissions(['clipboard-read', 'clipboard-write']);
  await page.clock.setFixedTime('2026-11-23T15:00:00Z');
  await page.goto(`${shop.url}/dates?show=last-orders&by=2026-12-24`);
  await expect(page.getByRole('row', { name: /^Nova Scotia/ })).toContainText('Mon, Dec 21, 2:00 p.m.');
  await page.getByRole('button', { name: 'Copy as text' }).click();
  await expect(page.getByText('on the clipboard')).toBeVisible();
  const text = await page.evaluate(() => navigator.clipboard.readText());
  expect(text.split('\n').slice(0, 3)).toEqual([
    'Order in time for Thu, Dec 24',
    'Harbour cities: Counter pickup before Thu, Dec 24, 11:00 a.m.; Van round before Mon, Dec 21, 4:00 p.m.; Letter packet before Fri, Dec 18, 12:00 p.m.; Ground parcel before Tue, Dec 22, 2:00 p.m.',
    'Nova Scotia: Counter pickup before Thu, Dec 24, 11:00 a.m.; Letter packet before Thu, Dec 17, 2:00 p.m.; Ground parcel before Mon, Dec 21, 2:00 p.m.; Tracked post before Fri, Dec 11, 12:00 p.m.',
  ]);

  // Where the carrier tells the days of Pallet freight no date is missing; the shop's own days are to hold, and there are none.
  const freight = ((await (await page.request.get(`${shop.url}/api/draft`)).json()) as DraftState).book.services.find(
    ({ name }) => name === 'Pallet freight',
  );
  if (!freight?.carriage || !freight.terms) throw new Error('the demo sends freight by a carrier');
  const { id: service, carriage, terms } = freight;
  await shop.send({ name: 'setCarriage', args: { service, carriage, terms: { ...terms, days: 'carrier' } } });
  await page.reload();
  await expect(page.getByRole('row', { name: /^Nova Scotia/ })).toContainText('as its carrier says');
  await shop.send({ name: 'setCarriage', args: { service, carriage, terms: { ...terms, days: 'own' } } });
  await page.reload();
  await page.getByRole('radio', { name: 'Days on the way' }).click();
  const finding = part(page, 'Dates on some options only');
  await expect(finding).toContainText('Pallet freight shows none in Harbour cities, Nova Scotia');
  await page.getByLabel('Days on the way of Ground parcel to Harbour cities').focus();
  const paste = (pasted: string) =>
    page.evaluate((held) => {
      const clipboardData = new DataTransfer();
      clipboardData.setData('text/plain', held);
      document.activeElement?.dispatchEvent(new ClipboardEvent('paste', { clipboardData, bubbles: true, cancelable: true }));
    }, pasted);
  await paste('1\t\t\t2 to 3\nsoon\t\t\t3 to 4');
  await expect(page.getByRole('alert')).toContainText('Row 2, column 1, “soon”');
  await paste('2\t\t\t2 to 3\n3\t\t\t3 to 4');
  await expect(page.getByLabel('Days on the way of Pallet freight to Nova Scotia')).toHaveValue('3 to 4');
  await expect(page.getByLabel('Days on the way of Ground parcel to Nova Scotia')).toHaveValue('3');
  await type(page, 'Days on the way of Pallet freight everywhere', '5 to 9');
  await expect(finding).toBeHidden();

  await page.getByRole('link', { name: 'Rate book', exact: true }).first().click();
  await page.getByRole('radio', { name: 'Arrival' }).click();
  await moment(page, '2026-11-24T13:59');
  await expect(cell(page, 'Ground parcel to Nova Scotia')).toContainText('Nov 27 – Nov 30');
  await expect(cell(page, 'Ground parcel to Nova Scotia')).toContainText('before 2:00 p.m.');
  await bench(page).getByLabel('Time of day').press('ArrowRight');
  await expect(cell(page, 'Ground parcel to Nova Scotia')).toContainText('Nov 30 – Dec 1');
  await page.getByRole('link', { name: 'Dates', exact: true }).first().click();
  await page.getByLabel('Buyers see dates').uncheck();
  await expect(option(page, 'Ground parcel')).not.toContainText('order before');
  await saved(page);
});

test('the page keeps the time zones of the law, not those of the browser: Vancouver in December 2026', async ({ page, shop }) => {
  await shop.send({
    name: 'setShop',
    args: { name: 'Kiln', currency: 'CAD', units: 'metric', locale: 'en-CA', timeZone: 'America/Vancouver' },
  });
  await page.goto(shop.url);
  await moment(page, '2026-12-15T14:30');
  const held = await page.evaluate(() => JSON.parse(localStorage.getItem('ostrakon-bench') ?? '{}').cart.moment);
  // Source: IANA tz database 2026f, by which Vancouver no longer sets its clock back.
  expect(held).toBe('2026-12-15T21:30:00Z');
  await expect(bench(page).getByLabel('Ordered at', { exact: true })).toHaveValue('2026-12-15T14:30');
});

test('a promise on a public holiday is found, seen on the bench and mended; the whole shop closes for a day', async ({ page, shop }) => {
  await page.clock.setFixedTime('2026-12-01T15:00:00Z');
  await page.goto(`${shop.url}/services/ground`);
  await page.getByRole('button', { name: 'List those of the countries we deliver to' }).click();
  await expect(part(page, 'Public holidays there')).toContainText('Canada');
  await page.getByRole('link', { name: 'Dates', exact: true }).first().click();
  const found = part(page, 'Arrivals on public holidays');
  const ground = found.getByRole('listitem').filter({ hasText: 'Ground parcel' });
  await expect(ground).toContainText('Mon, Feb 15 is Heritage Day');
  await ground.getByRole('button', { name: 'See it on the bench' }).click();
  await expect(option(page, 'Ground parcel')).toContainText('Feb 15');
  await option(page, 'Ground parcel').click();
  await ground.getByRole('button', { name: 'Deliver nothing on holidays' }).click();
  await expect(ground).toBeHidden();
  await expect(option(page, 'Ground parcel')).not.toContainText('Feb 15');
  await expect(arrival(page)).toContainText('Heritage Day');

  await page.getByRole('link', { name: 'Dates', exact: true }).first().click();
  await page.getByRole('link', { name: 'Dispatch and closed days' }).click();
  const closed = part(page, 'Closed days of the whole shop');
  await closed.getByLabel('Why').fill('Winter fair');
  await closed.getByLabel('First closed day').fill('22 Dec');
  await closed.getByRole('button', { name: 'Add', exact: true }).click();
  await expect(closed).toContainText('Winter fair');
  await moment(page, '2026-12-21T15:00');
  await expect(arrival(page)).toContainText('Winter fair');
  await page.getByRole('banner').getByRole('button', { name: /^Undo/ }).click();
  await expect(arrival(page)).not.toContainText('Winter fair');
  await saved(page);
});
