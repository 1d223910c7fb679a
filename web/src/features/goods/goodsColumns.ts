import {
  CountryNames,
  lengthToMicrometres,
  massToMicrograms,
  oncePerText,
  ownChargeText,
  type Product,
  type RateBook,
  readOwnCharge,
  regionName,
  sizeText,
} from '@ostrakon/core';
import { readMass, readMoney, readSize } from '../../ui/readers.ts';
import type { Read } from '../../ui/useTypedField.ts';
import type { Format } from '../../words/format.ts';
import { typedProblemWords } from '../../words/typedProblem.ts';
import type { SortColumn } from './goodsFilter.ts';

export type ColumnId =
  | 'name'
  | 'id'
  | 'group'
  | 'price'
  | 'weight'
  | 'size'
  | 'handling'
  | 'origin'
  | 'extraPackingDays'
  | 'ownCharge'
  | 'tags'
  | 'hsCode'
  | 'madeIn';

export interface Column {
  readonly id: ColumnId;
  readonly head: string;
  /** Width in pixels. */
  readonly width: number;
  readonly right?: boolean;
  readonly sort?: SortColumn;
}

export const COLUMNS: readonly Column[] = [
  { id: 'name', head: 'Name', width: 216, sort: 'name' },
  { id: 'id', head: 'Article number', width: 128, sort: 'id' },
  { id: 'group', head: 'Goods group', width: 148, sort: 'group' },
  { id: 'price', head: 'Price', width: 88, right: true, sort: 'price' },
  { id: 'weight', head: 'Weight', width: 88, right: true, sort: 'weight' },
  { id: 'size', head: 'Size', width: 136, right: true, sort: 'size' },
  { id: 'handling', head: 'Handling', width: 196 },
  { id: 'origin', head: 'Leaves from', width: 148, sort: 'origin' },
  { id: 'extraPackingDays', head: 'Extra days', width: 84, right: true, sort: 'extraPackingDays' },
  { id: 'ownCharge', head: 'Own delivery charge', width: 152, right: true },
  { id: 'tags', head: 'Tags', width: 140 },
  { id: 'hsCode', head: 'Customs code', width: 112 },
  { id: 'madeIn', head: 'Made in', width: 120 },
];

export const HANDLING = [
  ['ownBox', 'own box'],
  ['upright', 'this side up'],
  ['fragile', 'fragile'],
  ['delivered', 'delivered'],
] as const;
export type Handling = (typeof HANDLING)[number][0];

export const handlingWords = (product: Product): string =>
  [product.ownBox && 'own box', product.upright && 'this side up', product.fragile && 'fragile', !product.delivered && 'not delivered']
    .filter(Boolean)
    .join(', ');

/** What stands in a cell. */
export function cellText(product: Product, column: ColumnId, book: RateBook, format: Format): string {
  switch (column) {
    case 'id':
    case 'name':
      return product[column];
    case 'group':
      return book.goodsGroups.find(({ id }) => id === product.group)?.name ?? '';
    case 'price':
      return format.plain(product.price);
    case 'weight':
      return product.weight === null ? '' : format.typed(product.weight);
    case 'size':
      return product.size === null ? '' : sizeText(product.size, book.shop.locale);
    case 'handling':
      return handlingWords(product);
    case 'origin':
      return book.locations.find(({ id }) => id === product.origin)?.name ?? '';
    case 'extraPackingDays':
      return product.extraPackingDays === 0 ? '' : String(product.extraPackingDays);
    case 'ownCharge':
      return product.ownCharge === null ? '' : ownChargeText(product.ownCharge, book.shop);
    case 'tags':
      return product.tags.join(', ');
    case 'hsCode':
      return product.hsCode ?? '';
    case 'madeIn':
      return product.madeIn ? regionName(product.madeIn, book.shop.locale) : '';
  }
}

export function sortKey(product: Product, column: SortColumn, book: RateBook): number | string | null {
  switch (column) {
    case 'price':
      return product.price;
    case 'weight':
      return product.weight === null ? null : massToMicrograms(product.weight);
    case 'size':
      return product.size === null
        ? null
        : lengthToMicrometres(product.size.length) * lengthToMicrometres(product.size.width) * lengthToMicrometres(product.size.height);
    case 'extraPackingDays':
      return product.extraPackingDays;
    case 'group':
      return book.goodsGroups.find(({ id }) => id === product.group)?.name ?? null;
    case 'origin':
      return book.locations.find(({ id }) => id === product.origin)?.name ?? null;
    default:
      return product[column];
  }
}

export const readTags = (text: string): string[] => [...new Set(text.split(/[,;]/).map((tag) => tag.trim()))].filter((tag) => tag !== '');

const countriesOf = oncePerText((locale) => new CountryNames(locale));

type Set = Partial<Omit<Product, 'id'>>;

function readCharge(typed: string, { currency, locale }: RateBook['shop']): Read<Set> {
  if (typed === '') return { ok: true, value: { ownCharge: null } };
  const read = readOwnCharge(typed, currency, locale);
  if (read === null) return { ok: false, message: 'Write an amount and “instead” or “on top”.' };
  return read.ok ? { ok: true, value: { ownCharge: read.value } } : { ok: false, message: typedProblemWords(read.problem) };
}

function readHsCode(typed: string): Read<Set> {
  const digits = typed.replace(/[\s.]/g, '');
  if (digits === '') return { ok: true, value: { hsCode: null } };
  const isCode = /^\d{6,12}$/.test(digits);
  return isCode ? { ok: true, value: { hsCode: digits } } : { ok: false, message: 'Write 6 to 12 digits, such as 6912.00.' };
}

function readMadeIn(typed: string, locale: string): Read<Set> {
  if (typed === '') return { ok: true, value: { madeIn: null } };
  const country = countriesOf(locale).find(typed);
  return country === undefined ? { ok: false, message: 'No country has this code or name.' } : { ok: true, value: { madeIn: country } };
}

/** Reads what was typed into a cell as a change of the product. */
export function readCell(column: ColumnId, text: string, { shop }: RateBook): Read<Set> {
  const into = <T>(read: Read<T>, set: (value: T) => Set): Read<Set> => (read.ok ? { ...read, value: set(read.value) } : read);
  const typed = text.trim();
  switch (column) {
    case 'name':
      if (typed === '') return { ok: false, message: 'Write a name.' };
      return typed.length > 200 ? { ok: false, message: 'A name has at most 200 characters.' } : { ok: true, value: { name: typed } };
    case 'price':
      return into(readMoney(shop)(typed), (price) => ({ price }));
    case 'weight':
      return typed === '' ? { ok: true, value: { weight: null } } : into(readMass(shop)(typed), (weight) => ({ weight }));
    case 'size':
      return typed === '' ? { ok: true, value: { size: null } } : into(readSize(shop)(typed), (size) => ({ size }));
    case 'extraPackingDays':
      return /^\d{0,2}$/.test(typed) && Number(typed) <= 60
        ? { ok: true, value: { extraPackingDays: Number(typed) } }
        : { ok: false, message: 'Write whole days, at most 60.' };
    case 'ownCharge':
      return readCharge(typed, shop);
    case 'tags':
      return { ok: true, value: { tags: readTags(typed) } };
    case 'hsCode':
      return readHsCode(typed);
    case 'madeIn':
      return readMadeIn(typed, shop.locale);
    default:
      return { ok: false, message: 'This cell is not typed into.' };
  }
}
