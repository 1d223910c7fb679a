import { Temporal } from 'temporal-polyfill';
import { describe, expect, test } from 'vitest';
import { CountryNames, subdivisionNamed } from '../places/placeNamed.ts';
import { instantToMs } from '../time/calendar.ts';
import { readMoment, slashOrderIn } from '../time/readMoment.ts';
import { orderColumns } from './orderColumns.ts';
import type { BroughtState } from './orderIn.ts';
import { jsonOrderProblems, jsonOrders, OrderRowsReader, type OrdersShop } from './orderRows.ts';

const shop: OrdersShop = {
  currency: 'CAD',
  locale: 'en-CA',
  units: 'metric',
  timeZone: 'America/Halifax',
  country: 'CA',
  services: [
    { id: 'ground', name: 'Ground parcel' },
    { id: 'counter', name: 'Collect at our counter' },
  ],
};

function read(text: string, how: { state?: BroughtState; services?: ReadonlyMap<string, string> } = {}) {
  const [head = [], ...rows] = text
    .trim()
    .split('\n')
    .map((line) => line.split(';').map((cell) => cell.trim()));
  const file = { headers: head, fields: orderColumns.guess(head), slashes: 'dayFirst' as const, state: how.state ?? 'waiting', ...how };
  const reader = new OrderRowsReader(shop, file);
  for (const [at, cells] of rows.entries()) reader.add(cells, at + 2);
  const orders = [...reader.orders()];
  return { orders, problems: reader.problems, unknownServices: [...reader.unknownServices] };
}
const wrong = ({ problems }: ReturnType<typeof read>) => problems.map(({ line, field, problem }) => [line, field, problem.code]);

describe('a file of orders', () => {
  test('is read by the names of its columns, a line of goods each, and what an order says of itself on whichever line', () => {
    const { orders, problems } = read(`
      Order;Order date;Customer;E-mail;Street;City;Postcode;Country;Article;Item;Qty;Unit price;Weight (g);Delivery method;Shipping;Status
      1042;2026-11-03 14:22;Nell Kell;nell@buyer.example;1 Quay Street;Halifax;B3H 4R2;Canada;clay-10;;2;24.50;;Ground parcel;9.90;shipped
      1042;;;;;;;;;Needle tool;1;4.00;35;;;
      1043;2026-11-04;Ona;;;;;;;Sponge;;1.5;;counter;0;
    `);
    expect(problems).toEqual([]);
    expect(orders).toEqual([
      {
        line: 2,
        order: {
          reference: '1042',
          placedAt: '2026-11-03T18:22:00Z',
          buyer: { name: 'Nell Kell', mail: 'nell@buyer.example', street: '1 Quay Street', town: 'Halifax' },
          destination: { country: 'CA', postalCode: 'B3H 4R2' },
          lines: [
            { product: 'clay-10', quantity: 2, unitPrice: 2450 },
            { name: 'Needle tool', quantity: 1, unitPrice: 400, weight: '35 g' },
          ],
          discount: 0,
          coupons: [],
          service: 'ground',
          charged: 990,
          carriage: null,
          state: 'underWay',
        },
      },
      {
        line: 4,
        order: expect.objectContaining({ placedAt: '2026-11-04T16:00:00Z', service: 'counter', charged: 0, state: 'waiting' }),
      },
    ]);
  });

  test('knows its columns in German, French, Spanish and Japanese', () => {
    const columns = [
      ['Bestellnummer', 'Bestelldatum', 'Empfänger', 'PLZ', 'Menge', 'Versandart'],
      ['Numéro de commande', 'Date de commande', 'Destinataire', 'Code postal', 'Quantité', 'Mode de livraison'],
      ['Número de pedido', 'Fecha del pedido', 'Destinatario', 'Código postal', 'Cantidad', 'Forma de envío'],
      ['注文番号', '注文日', '氏名', '郵便番号', '数量', '配送方法'],
    ];
    for (const headers of columns)
      expect(orderColumns.guess(headers)).toEqual(['reference', 'placedAt', 'name', 'postalCode', 'quantity', 'service']);
  });

  test('names every fault by line and column, and takes no order that has one', () => {
    const told = read(`
      Order;Date;Name;Mail;Country;Province;Item;Quantity;Price;Service;Status
      1;soon;Nell;;CA;;Clay;1;5;ground;
      2;2026-11-03;Nell;nobody;CA;;Clay;1;5;ground;
      3;2026-11-03;Nell;;Atlantis;;Clay;1;5;ground;
      4;2026-11-03;Nell;;CA;Bavaria;Clay;1;5;ground;
      5;2026-11-03;Nell;;CA;;;1;5;ground;
      6;2026-11-03;Nell;;CA;;Clay;1.5;5;ground;
      7;2026-11-03;Nell;;CA;;Clay;1;many;ground;
      8;2026-11-03;Nell;;CA;;Clay;1;5;by pigeon;
      9;2026-11-03;Nell;;CA;;Clay;1;5;ground;lost
      ;2026-11-03;Nell;;CA;;Clay;1;5;ground;
      10;2026-11-03;Nell;;CA;;Clay;1;5;ground;
      10;2026-11-03;Ona;;CA;;Tool;1;5;ground;
      11;2026-11-03;Nell;;CA;;Clay;0;5;ground;
    `);
    expect(wrong(told)).toEqual([
      [2, 'placedAt', 'notAMoment'],
      [3, 'mail', 'refused'],
      [4, 'country', 'unknownCountry'],
      [5, 'subdivision', 'unknownRegion'],
      [6, 'item', 'missing'],
      [7, 'quantity', 'notWhole'],
      [8, 'price', 'typed'],
      [9, 'service', 'unknownService'],
      [10, 'state', 'unknownState'],
      [11, 'reference', 'missing'],
      [13, 'name', 'unlike'],
      [14, 'quantity', 'refused'],
    ]);
    expect(told.orders).toEqual([]);
    expect(told.unknownServices).toEqual(['by pigeon']);
  });

  test('has its own names for services, once somebody has said which those are', () => {
    const text = `
      Order;Date;Item;Price;Service
      1;2026-11-03;Clay;5;Pigeon post
    `;
    const services = new Map([['pigeon post', 'ground']]);
    expect(read(text, { services, state: 'done' }).orders[0]?.order).toMatchObject({ service: 'ground', state: 'done', buyer: null });
  });

  test('may be JSON: a list, a document, or an order a line', () => {
    const order = {
      reference: 'a',
      placedAt: '2026-11-03T14:22:00Z',
      buyer: null,
      destination: { country: 'CA' },
      lines: [],
      service: 'ground',
    };
    const line = JSON.stringify(order);
    for (const text of [`[${line},${line}]`, `{"orders":[${line},${line}]}`, `${line}\n\n${line}\n`])
      expect(jsonOrders(text)).toEqual({ ok: true, orders: [order, order] });
    expect(jsonOrders(line)).toEqual({ ok: true, orders: [order] });
    expect(jsonOrders(`${line}\n{"reference":`)).toMatchObject({ ok: false, line: 2 });
    expect(jsonOrders(`[${line},`)).toMatchObject({ ok: false, line: null });
    expect(jsonOrderProblems({ ...order, lines: [{ name: 'Clay', quantity: 0 }] })).toEqual({
      faults: [['/lines/0/quantity', 'At least one']],
    });
  });
});

describe('a moment in a file', () => {
  const ms = (text: string, zone = 'America/Halifax') => instantToMs(readMoment(text, zone, 'dayFirst') ?? '');

  test('with an offset is the instant Temporal reads (ISO 8601)', () => {
    for (const text of ['2026-11-03T14:22:05Z', '2026-11-03T14:22:05-04:00', '2026-02-28T23:59:59+05:30', '2026-07-01T00:00Z'])
      expect(ms(text)).toBe(Temporal.Instant.from(text).epochMilliseconds);
  });

  test('without one is by the clock of the shop, in summer and winter, as Temporal has it', () => {
    for (const text of ['2026-07-01 09:30', '2026-12-01 09:30'])
      for (const zone of ['America/Halifax', 'Australia/Lord_Howe', 'Asia/Kolkata'])
        expect(ms(text, zone)).toBe(Temporal.PlainDateTime.from(text.replace(' ', 'T')).toZonedDateTime(zone).epochMilliseconds);
  });

  test.each([
    ['03.11.2026 14:22', 'dayFirst', '2026-11-03T14:22:00Z'],
    ['03.11.2026', 'monthFirst', '2026-11-03T12:00:00Z'],
    ['3/11/2026', 'dayFirst', '2026-11-03T12:00:00Z'],
    ['11/3/2026, 2:22 PM', 'monthFirst', '2026-11-03T14:22:00Z'],
    ['11/3/2026 12:05 am', 'monthFirst', '2026-11-03T00:05:00Z'],
    ['2026/11/03 14:22:30', 'dayFirst', '2026-11-03T14:22:30Z'],
    ['2026-02-30', 'dayFirst', null],
    ['31/11/2026', 'dayFirst', null],
    ['25:00 2026-01-01', 'dayFirst', null],
    ['2026-01-01 24:10', 'dayFirst', null],
    ['', 'dayFirst', null],
  ] as const)('%s, %s, is %s', (text, slashes, moment) => {
    expect(readMoment(text, 'UTC', slashes)).toBe(moment);
  });

  test('with slashes says which number is the day where one of them can be no month', () => {
    expect(slashOrderIn(['3/4/2026', '13/4/2026'])).toBe('dayFirst');
    expect(slashOrderIn(['3/4/2026', '4/13/2026', '13.4.2026'])).toBe('monthFirst');
    expect(slashOrderIn(['3/4/2026', '4/13/2026', '13/4/2026'])).toBeNull();
    expect(slashOrderIn(['3/4/2026'])).toBeNull();
  });
});

describe('a place in a file', () => {
  test('is a country by its code or its name in five languages, as CLDR has them', () => {
    const names = new CountryNames('de-CH');
    for (const [text, code] of [
      ['ca', 'CA'],
      ['Germany', 'DE'],
      ['Deutschland', 'DE'],
      ['Allemagne', 'DE'],
      ['Alemania', 'DE'],
      ['ドイツ', 'DE'],
      ["CÔTE D'IVOIRE", 'CI'],
      ['U.S.A.', 'US'],
      ['Atlantis', undefined],
    ] as const)
      expect([text, names.find(text)]).toEqual([text, code]);
  });

  test('is a province by code or name, of that country only', () => {
    for (const text of ['NS', 'CA-NS', 'n.s.', 'Nova Scotia']) expect(subdivisionNamed('CA', text)).toBe('CA-NS');
    expect(subdivisionNamed('CA', 'Québec')).toBe('CA-QC');
    expect(subdivisionNamed('CA', 'quebec')).toBe('CA-QC');
    expect(subdivisionNamed('CA', 'Bayern')).toBeUndefined();
    expect(subdivisionNamed('DE', 'Bayern')).toBe('DE-BY');
    expect(subdivisionNamed('DE', 'Bavaria')).toBe('DE-BY');
  });
});
