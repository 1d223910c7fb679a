import type { KeptBuyer } from '@ostrakon/core';
import {
  type CartInput,
  dayText,
  formatMass,
  formatMoney,
  fromDay,
  homeCountry,
  type Instant,
  instantToMs,
  localAt,
  massToMicrograms,
  type Parcel,
  type Point,
  type ProductFacts,
  type RateBook,
  regionName,
  roundWay,
  wayLength,
} from '@ostrakon/core';
import { centroidOf } from '@ostrakon/core/centroids';
import { inLanguage, type PaperChoices, type PrintedKind, type SoldLine } from '@ostrakon/core/contract';
import { type EntityManager, In } from 'typeorm';
import { ConsignmentEntity, type ConsignmentRow, OrderBuyerEntity, ShopOrderEntity } from '../persistence/orderEntities.ts';
import { buyerIn, planIn, soldIn, togetherIn } from '../persistence/orderRow.ts';
import { paperWords } from './paperWords.ts';
import { roundMap } from './roundMap.ts';

/** A consignment with all that papers say of it. */
export interface PaperOf {
  readonly row: ConsignmentRow;
  readonly placedAt: Instant;
  readonly language: string | null;
  readonly cart: CartInput;
  readonly sold: readonly SoldLine[];
  readonly buyer: KeptBuyer | null;
  /** What the lines of its parcels mean. */
  readonly packed: readonly SoldLine[];
  readonly parcels: readonly Parcel[];
}

/** Consignments in the order they were asked for. */
export async function papersOf(manager: EntityManager, ids: readonly number[]): Promise<PaperOf[]> {
  const rows = await manager.findBy(ConsignmentEntity, { id: In([...ids]) });
  const numbers = rows.map(({ order }) => order);
  const orders = new Map((await manager.findBy(ShopOrderEntity, { number: In(numbers) })).map((order) => [order.number, order]));
  const buyers = new Map((await manager.findBy(OrderBuyerEntity, { order: In(numbers) })).map((row) => [row.order, row]));
  const sortedRows = ids.flatMap((id) => rows.find((row) => row.id === id) ?? []);
  return sortedRows.flatMap((row): PaperOf[] => {
    const order = orders.get(row.order);
    if (!order) return [];
    const sold = soldIn(order);
    const joint = togetherIn(row);
    const companions = row.lead === row.id ? rows.filter(({ lead }) => lead === row.id).sort((a, b) => a.id - b.id) : [];
    const packed = companions.flatMap((one) => {
      const other = orders.get(one.order);
      return other ? soldIn(other) : [];
    });
    return [
      {
        row,
        placedAt: order.placedAt,
        language: order.language,
        cart: JSON.parse(order.cart),
        sold,
        buyer: buyerIn(buyers.get(row.order)),
        packed: packed.length > 0 ? packed : sold,
        parcels: joint?.parcels ?? (row.parcels === 0 ? [] : planIn(row).parcels),
      },
    ];
  });
}

/** What papers are written from, besides consignments. */
export interface PaperSources {
  readonly book: RateBook;
  readonly now: Instant;
  readonly choices: PaperChoices;
  readonly language: string;
  /** What is known of articles, for customs. */
  readonly products?: ReadonlyMap<string, Pick<ProductFacts, 'hsCode' | 'madeIn'>> | undefined;
}

const destinationOf = ({ row, cart }: PaperOf) => (row.to === 0 ? cart.destination : (cart.others?.[row.to - 1] ?? cart.destination));

/** What every paper may name. */
export function shared({ book, now, choices, language }: PaperSources) {
  const { shop } = inLanguage(book, language).book;
  const today = fromDay(localAt(instantToMs(now), shop.timeZone).day);
  return { words: paperWords(language), choices, shop: { name: shop.name, mail: shop.mail ?? '' }, today: dayText(today, language, today) };
}

/** Where a consignment goes: as its order says, or the middle of its postal code. */
function pointOf(paper: PaperOf): Point | null {
  const { point, country, postalCode } = destinationOf(paper);
  return point ?? (postalCode === undefined ? undefined : centroidOf(country, postalCode)?.point) ?? null;
}

/** The goods of a consignment as they were sold. */
export const goodsOf = ({ row, sold }: PaperOf) => planIn(row).lines.flatMap((at) => sold[at] ?? []);

function buyerData(paper: PaperOf, language: string) {
  const to = destinationOf(paper);
  const { name = '', street = '', town = '', mail = '', telephone = '' } = paper.buyer ?? {};
  return { name, street, town, mail, telephone, postal_code: to.postalCode ?? '', country: regionName(to.country, language) };
}

/** What the slip of one consignment may name. */
export function slipData(paper: PaperOf, sources: PaperSources) {
  const { book, language } = sources;
  const { book: told } = inLanguage(book, language);
  const { row } = paper;
  const money = (minor: number) => formatMoney(minor, book.shop.currency, language);
  const packaging = (id: string | null) => told.packing.packaging.find((one) => one.id === id)?.name ?? '';
  const goods = goodsOf(paper);
  const placed = fromDay(localAt(instantToMs(paper.placedAt), book.shop.timeZone).day);
  const worth = goods.reduce((sum, { unitPrice, quantity }) => sum + unitPrice * quantity, 0);
  const line = ({ quantity, name = '', product = '', unitPrice }: SoldLine) => ({
    ...{ quantity, name, product },
    price: money(unitPrice),
    total: money(unitPrice * quantity),
  });
  return {
    ...shared(sources),
    order: { number: row.order, date: dayText(placed, language, placed), part: row.part + 1, parts: row.parts },
    buyer: buyerData(paper, language),
    service: {
      name: told.services.find(({ id }) => id === row.service)?.name ?? row.service,
      arrives: row.last === null ? '' : dayText(row.last, language, placed),
    },
    goods: goods.map(line),
    delivery: money(row.price),
    total: money(worth + row.price),
    parcels: paper.parcels.flatMap((parcel) =>
      Array.from({ length: parcel.count }, () => ({
        packaging: packaging(parcel.packaging),
        weight: formatMass(parcel.packedWeight, book.shop.units, language),
        goods: parcel.contents.map(({ line: at, quantity }) => ({ quantity, name: paper.packed[at]?.name ?? '' })),
      })),
    ),
  };
}

/** Whether a consignment crosses a border on which customs ask: it goes to another country than it leaves from. */
export const goesAbroad = (paper: PaperOf, book: RateBook): boolean => destinationOf(paper).country !== leavesFrom(paper, book).country;

const leavesFrom = ({ row }: PaperOf, book: RateBook) => {
  const location = book.locations.find(({ id }) => id === row.origin) ?? book.locations[0];
  return location ?? { street: '', city: '', postalCode: null, country: homeCountry(book) };
};

/** What the customs form of one consignment may name: fields of the forms CN 22 and CN 23 of the Universal Postal Union. */
function customsData(paper: PaperOf, sources: PaperSources) {
  const { book, language, choices, products } = sources;
  const { shop } = book;
  // Of which money it is: customs of another country read it.
  const money = (minor: number) => `${formatMoney(minor, shop.currency, language)} ${shop.currency}`;
  const weightOf = (micrograms: number) => formatMass(micrograms, shop.units, language);
  const from = leavesFrom(paper, book);
  const parcels = paper.parcels.flatMap((parcel) =>
    Array.from({ length: parcel.count }, () => {
      const goods = parcel.contents.flatMap(({ line: at, quantity }) => {
        const line = paper.packed[at];
        if (!line) return [];
        const product = line.product === undefined ? undefined : products?.get(line.product);
        const net = line.weight === undefined ? 0 : massToMicrograms(line.weight) * quantity;
        return [{ line, quantity, net, value: line.unitPrice * quantity, code: product?.hsCode ?? '', madeIn: product?.madeIn ?? null }];
      });
      const value = goods.reduce((sum, one) => sum + one.value, 0);
      return {
        value: money(value),
        worth: value,
        weight: weightOf(parcel.packedWeight),
        goods: goods.map((one) => ({
          ...{ quantity: one.quantity, name: one.line.name ?? '', weight: one.net === 0 ? '' : weightOf(one.net), value: money(one.value) },
          ...{ code: one.code, origin: one.madeIn === null ? '' : regionName(one.madeIn, language) },
        })),
      };
    }),
  );
  const dearest = parcels.reduce((most, { worth }) => Math.max(most, worth), 0);
  const longForm = choices.longForm ?? null;
  return {
    ...slipData(paper, sources),
    delivery: money(paper.row.price),
    form: longForm !== null && dearest >= longForm ? 'CN 23' : 'CN 22',
    sender: { street: from.street, town: from.city, postal_code: from.postalCode ?? '', country: regionName(from.country, language) },
    parcels,
  };
}

/** Goods of many orders as one list, what is fetched most first. */
function pickData(papers: readonly PaperOf[], sources: PaperSources) {
  const goods = new Map<string, { name: string; product: string; quantity: number; orders: number[] }>();
  for (const paper of papers) {
    for (const { name = '', product = '', quantity } of goodsOf(paper)) {
      const key = `${product} ${name}`;
      const held = goods.get(key) ?? { name, product, quantity: 0, orders: [] };
      const { order } = paper.row;
      goods.set(key, {
        ...held,
        quantity: held.quantity + quantity,
        orders: held.orders.includes(order) ? held.orders : [...held.orders, order],
      });
    }
  }
  const sorted = [...goods.values()].sort((a, b) => a.name.localeCompare(b.name, sources.language));
  return { ...shared(sources), count: new Set(papers.map(({ row }) => row.order)).size, goods: sorted };
}

/** What waits at counters, by counter and buyer: pickups of one buyer stand together. */
function pickupData(papers: readonly PaperOf[], sources: PaperSources) {
  const { book: told } = inLanguage(sources.book, sources.language);
  const counters = new Map<string, Map<string, { name: string; orders: number[]; goods: string[] }>>();
  for (const paper of papers.filter(({ row }) => row.kind === 'counter')) {
    const buyers = counters.get(paper.row.service) ?? new Map();
    counters.set(paper.row.service, buyers);
    const name = paper.buyer?.name ?? '';
    const key = `${name.toLowerCase()} ${paper.buyer?.mail ?? paper.row.order}`;
    const held = buyers.get(key) ?? { name, orders: [], goods: [] };
    held.orders.push(paper.row.order);
    held.goods.push(paper.row.goods);
    buyers.set(key, held);
  }
  const byName = (a: { name: string }, b: { name: string }) => a.name.localeCompare(b.name, sources.language);
  return {
    ...shared(sources),
    counters: [...counters].map(([service, buyers]) => ({
      name: told.services.find(({ id }) => id === service)?.name ?? service,
      buyers: [...buyers.values()].sort(byName),
    })),
  };
}

/** The stops of a round in the order they are driven to; those whose place is not known come last. */
export function stopsOf(papers: readonly PaperOf[], { services, locations }: Pick<RateBook, 'services' | 'locations'>) {
  const placed = papers.map((paper) => ({ paper, point: pointOf(paper) }));
  const known = placed.filter((one): one is { paper: PaperOf; point: Point } => one.point !== null);
  const [first] = papers;
  const service = services.find(({ id }) => id === first?.row.service);
  const from = locations.find(({ id }) => id === service?.round?.centre)?.point ?? known[0]?.point ?? { latitude: 0, longitude: 0 };
  const way = roundWay(
    from,
    known.map(({ point }) => point),
  ).map((at) => known[at] as (typeof known)[number]);
  const points = way.map(({ point }) => point);
  const stops = [...way, ...placed.filter(({ point }) => point === null)].map(({ paper }) => paper);
  return { service, from, points, stops };
}

function roundData(papers: readonly PaperOf[], sources: PaperSources) {
  const { book: told } = inLanguage(sources.book, sources.language);
  const { service, from, points, stops } = stopsOf(papers, told);
  return {
    ...shared(sources),
    service: { name: service?.name ?? '' },
    count: stops.length,
    length: (wayLength(from, points) / 1000).toFixed(1),
    map: roundMap(from, points),
    stops: stops.map((paper) => ({ ...buyerData(paper, sources.language), order: paper.row.order, goods: paper.row.goods })),
  };
}

/** What each paper may name: one for each consignment, or one for all of them. */
export function paperData(kind: PrintedKind, papers: readonly PaperOf[], sourcesOf: (paper: PaperOf | null) => PaperSources): object[] {
  if (kind === 'slip') return papers.map((paper) => slipData(paper, sourcesOf(paper)));
  if (kind === 'customs') return papers.map((paper) => customsData(paper, sourcesOf(paper)));
  const sources = sourcesOf(null);
  if (kind === 'pickList') return [pickData(papers, sources)];
  return [kind === 'pickupList' ? pickupData(papers, sources) : roundData(papers, sources)];
}
