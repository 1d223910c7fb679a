import { MEASURES, type Measure } from '../measures/measure.ts';
import { boundText, type Writing } from '../measures/parseBound.ts';
import { percentTyped } from '../measures/percent.ts';
import { minorTyped } from '../money/money.ts';
import type { Id } from '../names/naming.ts';
import { type Card, type CardKind, isTiered } from './card.ts';
import { laneOf, type RateBook } from './rateBook.ts';
import { resultText, unitText } from './resultText.ts';

/** Columns of a file of cards: one row a result. Documented in docs/formats.md. */
export const CARD_COLUMNS = [
  'Zone',
  'Service',
  'Goods group',
  'Priced by',
  'Measure',
  'Applies',
  'At least',
  'At most',
  'Up to',
  'Column measure',
  'Column up to',
  'Price',
] as const;
export type CardColumn = (typeof CARD_COLUMNS)[number];

export const KIND_NAMES: Readonly<Record<CardKind, string>> = {
  flat: 'one price',
  firstAndFurther: 'first and further',
  weightTiers: 'weight tiers',
  valueTiers: 'value tiers',
  countTiers: 'count tiers',
  sizeTiers: 'size tiers',
  distanceTiers: 'distance tiers',
  twoWay: 'two-way',
  startedUnits: 'started units',
  percent: 'percent',
  chargesOnly: 'charges only',
};

export const MEASURE_NAMES: Readonly<Record<Measure, string>> = {
  itemsWeight: 'items weight',
  packedWeight: 'packed weight',
  billableWeight: 'billable weight',
  valueBeforeDiscounts: 'goods before discounts',
  valueAfterDiscounts: 'goods after discounts',
  itemCount: 'items',
  parcels: 'parcels',
  longestSide: 'longest side',
  sumOfSides: 'sum of sides',
  lengthPlusGirth: 'length plus girth',
  distance: 'distance',
};

/** What stands in place of a bound where there is none. */
export const ABOVE = 'above';

type Cells = Partial<Record<CardColumn, string>>;

const boundCell = (bound: string | number | undefined, measure: Measure, writing: Writing) =>
  bound === undefined ? ABOVE : boundText(bound, measure, writing);

function cellsOf(card: Card, writing: Writing): Cells[] {
  if (isTiered(card)) {
    const applies = card.kind === 'valueTiers' && card.writing === 'from' ? `${card.bands} written from` : card.bands;
    const rows = [...card.tiers, { upTo: undefined, result: card.above }];
    return rows.map(({ upTo, result }) => ({
      Measure: MEASURE_NAMES[card.measure],
      Applies: applies,
      'Up to': boundCell(upTo, card.measure, writing),
      Price: resultText(result, card.measure, writing),
    }));
  }
  switch (card.kind) {
    case 'flat':
      return [{ Price: resultText(card.result, undefined, writing) }];
    case 'firstAndFurther': {
      const price = `${minorTyped(card.first, writing.currency, writing.locale)} + ${minorTyped(card.further, writing.currency, writing.locale)}/${unitText(1, card.measure, writing)}`;
      return [{ Measure: MEASURE_NAMES[card.measure], Price: price }];
    }
    case 'startedUnits': {
      const { measure, unit } = card.per;
      const result = { kind: 'perUnit', base: card.base, each: card.each, unit } as const;
      return [{ Measure: MEASURE_NAMES[measure], Price: resultText(result, measure, writing) }];
    }
    case 'percent':
      return [{ Measure: MEASURE_NAMES[card.of], Price: percentTyped(card.basisPoints, writing.locale) }];
    case 'chargesOnly':
      return [{}];
    case 'twoWay': {
      const { rows, columns } = card;
      return card.results.flatMap((line, row) =>
        line.map((result, column) => ({
          Measure: MEASURE_NAMES[rows.measure],
          'Up to': boundCell(rows.bounds[row], rows.measure, writing),
          'Column measure': MEASURE_NAMES[columns.measure],
          'Column up to': boundCell(columns.bounds[column], columns.measure, writing),
          Price: resultText(result, rows.measure, writing),
        })),
      );
    }
  }
}

/** A name where it tells one thing apart from the others, else the id. */
export function namesOf(list: readonly { id: Id; name: string }[]): ReadonlyMap<Id, string> {
  const count = new Map<string, number>();
  for (const { id, name } of list) {
    for (const key of new Set([id.toLowerCase(), name.toLowerCase()])) count.set(key, (count.get(key) ?? 0) + 1);
  }
  return new Map(list.map(({ id, name }) => [id, (count.get(name.toLowerCase()) ?? 0) > 1 ? id : name]));
}

function cardToRows(card: Card, at: Cells, writing: Writing): string[][] {
  const { floor, cap } = 'floor' in card ? card : { floor: null, cap: null };
  const range = {
    'At least': floor === null ? '' : minorTyped(floor, writing.currency, writing.locale),
    'At most': cap === null ? '' : minorTyped(cap, writing.currency, writing.locale),
  };
  return cellsOf(card, writing).map((cells) => {
    const all: Cells = { ...at, 'Priced by': KIND_NAMES[card.kind], ...range, ...cells };
    return CARD_COLUMNS.map((column) => all[column] ?? '');
  });
}

/**
 * The cards in use as rows of text with a header row; what is written reads back the same.
 * @param lanes the lanes meant; all of the book where absent
 */
export function cardsToRows(book: RateBook, lanes?: readonly { zone: Id; service: Id }[]): string[][] {
  const zones = namesOf(book.zones);
  const services = namesOf(book.services);
  const groups = namesOf(book.goodsGroups);
  const wanted = lanes && new Set(lanes.map(({ zone, service }) => `${zone} ${service}`));
  const lanesOf = (zone: RateBook['zones'][number]) =>
    book.services.flatMap(({ id }) => {
      const lane = laneOf(zone, id);
      return lane && (!wanted || wanted.has(`${zone.id} ${id}`)) ? [{ service: id, lane }] : [];
    });
  const rows = book.zones.flatMap((zone) =>
    lanesOf(zone).flatMap(({ service, lane }) =>
      [{ group: '', card: lane.card }, ...lane.groupCards].flatMap(({ group, card }) => {
        const at = {
          Zone: zones.get(zone.id) ?? zone.id,
          Service: services.get(service) ?? service,
          'Goods group': groups.get(group) ?? group,
        };
        return cardToRows(card, at, book.shop);
      }),
    ),
  );
  return [[...CARD_COLUMNS], ...rows];
}

/** The measure a name stands for. */
export function measureNamed(name: string): Measure | undefined {
  const text = name.trim().toLowerCase();
  return MEASURES.find((measure) => MEASURE_NAMES[measure] === text || measure.toLowerCase() === text);
}
