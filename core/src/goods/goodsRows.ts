import { type LengthText, parseLength } from '../measures/length.ts';
import type { UnitsOfShop } from '../measures/mass.ts';
import { MassText, parseMass } from '../measures/mass.ts';
import { quantityTyped } from '../measures/quantityText.ts';
import type { Currency } from '../money/currency.ts';
import { minorTyped, parseMoney } from '../money/money.ts';
import { unitOfHeader } from '../names/columnNames.ts';
import { type DecimalSign, languageWith, type NumberDoubt } from '../numbers/decimalSign.ts';
import type { TypedProblem } from '../numbers/parseDecimal.ts';
import type { Size } from '../packing/packaging.ts';
import { parseSize, sizeText } from '../packing/parseSize.ts';
import type { CountryCode } from '../places/countries.ts';
import { CountryNames } from '../places/placeNamed.ts';
import { unquoted } from './formulaGuard.ts';
import { GOODS_FIELDS, type GoodsField, goodsColumns } from './goodsColumns.ts';
import type { GoodsGroup } from './goodsGroup.ts';
import { ownChargeText, readOwnCharge } from './ownChargeText.ts';
import { type OwnCharge, PRODUCT_DEFAULTS, Product } from './product.ts';

/** What a goods file is read against: the shop's habits, and what its columns may name. */
export interface GoodsShop {
  readonly shop: { readonly currency: Currency; readonly locale: string; readonly units: UnitsOfShop };
  readonly goodsGroups: readonly Pick<GoodsGroup, 'id' | 'name'>[];
  readonly locations: readonly { readonly id: string; readonly name: string }[];
}

/** Why a cell of a goods file was not taken. */
export type CellProblem =
  | { readonly code: 'typed'; readonly problem: TypedProblem }
  | { readonly code: 'notYesOrNo' | 'notOwnCharge' | 'notDays' | 'notThreeSides' | 'noLength' | 'sideMissing' | 'missing' | 'tooManyCells' }
  | { readonly code: 'unknownLocation' | 'notCustomsCode' | 'unknownCountry' }
  | { readonly code: 'duplicate'; readonly line: number }
  | { readonly code: 'refused'; readonly message: string };

/** A cell that was not taken; `line` is the line of the file on which the row begins, from 1. */
export interface RowProblem {
  readonly line: number;
  readonly field: GoodsField | null;
  readonly cell: string;
  readonly problem: CellProblem;
}

export type ReadRow =
  | { readonly ok: true; readonly product: Product; readonly change: 'new' | 'changed' | 'same' }
  | { readonly ok: false; readonly problems: readonly RowProblem[] };

export interface GoodsFile {
  readonly headers: readonly string[];
  /** What each column holds; null passes it over. */
  readonly fields: readonly (GoodsField | null)[];
  /** The sign its numbers part decimals with, where that is known; else as the shop's language has it. */
  readonly decimal?: DecimalSign;
}

/** Columns that hold numbers. */
export const NUMBER_FIELDS: readonly GoodsField[] = ['price', 'weight', 'size', 'length', 'width', 'height', 'ownCharge'];

const YES = /^(yes|y|true|1|x|on)$/i;
const NO = /^(no|n|false|0|off|-)?$/i;

class Refused extends Error {
  readonly field: GoodsField;
  readonly problem: CellProblem;
  constructor(field: GoodsField, problem: CellProblem) {
    super(problem.code);
    this.field = field;
    this.problem = problem;
  }
}

/** What is not said of customs needs no place. */
function withoutEmptyCustoms<P extends { hsCode?: unknown; madeIn?: unknown }>({ hsCode, madeIn, ...product }: P) {
  return {
    ...product,
    ...(hsCode !== null && hsCode !== undefined && { hsCode }),
    ...(madeIn !== null && madeIn !== undefined && { madeIn }),
  };
}

/** Reads the rows of a goods file, one after the other. */
export class GoodsReader {
  readonly #book: GoodsShop;
  readonly #known: ReadonlyMap<string, Product>;
  readonly #columns: ReadonlyMap<GoodsField, { at: number; unit: string | undefined }>;
  readonly #width: number;
  readonly #lines = new Map<string, number>();
  /** Names of goods groups that the file speaks of and the shop does not have, in order. */
  readonly newGroups: string[] = [];
  /** Numbers that could be read otherwise; none where the file's decimal sign is known. */
  readonly doubts: NumberDoubt[] = [];
  readonly #reading: GoodsShop['shop'];
  readonly #settled: boolean;
  #line = 0;
  #countries: CountryNames | undefined;
  readonly #groupIds = new Map<string, string>();

  /** @param newGroupId gives the id a group of that name would have */
  constructor(book: GoodsShop, known: ReadonlyMap<string, Product>, file: GoodsFile, newGroupId: (name: string) => string) {
    this.#book = book;
    this.#known = known;
    this.#width = file.headers.length;
    this.#settled = file.decimal !== undefined;
    const { locale } = book.shop;
    this.#reading = { ...book.shop, locale: file.decimal === undefined ? locale : languageWith(file.decimal, locale) };
    this.#columns = new Map(
      file.fields.flatMap((field, at) => (field === null ? [] : [[field, { at, unit: unitOfHeader(file.headers[at] ?? '') }]])),
    );
    this.#newGroupId = newGroupId;
    for (const { id, name } of book.goodsGroups) this.#groupIds.set(name.toLowerCase(), id);
  }
  readonly #newGroupId: (name: string) => string;

  #cell(row: readonly string[], field: GoodsField): string | undefined {
    const column = this.#columns.get(field);
    return column && unquoted(row[column.at] ?? '').trim();
  }

  #withUnit(field: GoodsField, text: string): string {
    const unit = this.#columns.get(field)?.unit;
    return unit !== undefined && /\d\s*$/.test(text) ? `${text} ${unit}` : text;
  }

  #doubt<T>(field: GoodsField, typed: string, { value, other }: { value: T; other?: T | undefined }, show: (value: T) => string): void {
    if (other === undefined || this.#settled) return;
    this.doubts.push({ line: this.#line, column: goodsColumns.headerOf(field), typed, as: show(value), instead: show(other) });
  }

  readonly #typed = (text: string) => quantityTyped(text, this.#book.shop.locale);

  #flag(row: readonly string[], field: GoodsField, empty: boolean): boolean | undefined {
    const text = this.#cell(row, field);
    if (text === undefined) return undefined;
    if (text === '') return empty;
    if (YES.test(text)) return true;
    if (NO.test(text)) return false;
    throw new Refused(field, { code: 'notYesOrNo' });
  }

  #price(row: readonly string[]): number | undefined {
    const text = this.#cell(row, 'price');
    if (text === undefined) return undefined;
    if (text === '') throw new Refused('price', { code: 'missing' });
    const { currency, locale } = this.#reading;
    const parsed = parseMoney(text, currency, locale);
    if (!parsed.ok) throw new Refused('price', { code: 'typed', problem: parsed.problem });
    this.#doubt('price', text, parsed, (minor) => minorTyped(minor, currency, this.#book.shop.locale));
    return parsed.value;
  }

  #weight(row: readonly string[]): MassText | null | undefined {
    const text = this.#cell(row, 'weight');
    if (text === undefined || text === '') return text === '' ? null : undefined;
    const parsed = parseMass(this.#withUnit('weight', text), this.#reading);
    if (!parsed.ok) throw new Refused('weight', { code: 'typed', problem: parsed.problem });
    this.#doubt('weight', text, { value: parsed.text, other: parsed.other }, this.#typed);
    const checked = MassText.safeParse(parsed.text);
    if (!checked.success) throw new Refused('weight', { code: 'refused', message: checked.error.issues[0]?.message ?? '' });
    return checked.data;
  }

  #side(row: readonly string[], field: 'length' | 'width' | 'height'): LengthText {
    const text = this.#cell(row, field) ?? '';
    if (text === '') throw new Refused(field, { code: 'sideMissing' });
    const parsed = parseLength(this.#withUnit(field, text), this.#reading);
    if (!parsed.ok) throw new Refused(field, { code: 'typed', problem: parsed.problem });
    if (parsed.base === 0) throw new Refused(field, { code: 'noLength' });
    this.#doubt(field, text, { value: parsed.text, other: parsed.other }, this.#typed);
    return parsed.text;
  }

  #size(row: readonly string[]): Size | null | undefined {
    const whole = this.#cell(row, 'size');
    if (whole) {
      const parsed = parseSize(this.#withUnit('size', whole), this.#reading);
      if (parsed.ok) {
        this.#doubt('size', whole, { value: parsed.size, other: parsed.other }, (size) => sizeText(size, this.#book.shop.locale));
        return parsed.size;
      }
      const { problem } = parsed;
      if (problem.code === 'notThreeSides' || problem.code === 'noLength') throw new Refused('size', { code: problem.code });
      throw new Refused('size', { code: 'typed', problem });
    }
    const sides = (['length', 'width', 'height'] as const).map((field) => this.#cell(row, field));
    if (sides.every((side) => side === undefined)) return whole === '' ? null : undefined;
    if (sides.every((side) => !side)) return null;
    return { length: this.#side(row, 'length'), width: this.#side(row, 'width'), height: this.#side(row, 'height') };
  }

  #group(row: readonly string[]): string | null | undefined {
    const name = this.#cell(row, 'group');
    if (name === undefined || name === '') return name === '' ? null : undefined;
    const known = this.#groupIds.get(name.toLowerCase());
    if (known !== undefined) return known;
    const id = this.#newGroupId(name);
    this.#groupIds.set(name.toLowerCase(), id);
    this.newGroups.push(name.slice(0, 80));
    return id;
  }

  #origin(row: readonly string[]): string | null | undefined {
    const name = this.#cell(row, 'origin');
    if (name === undefined || name === '') return name === '' ? null : undefined;
    const found = this.#book.locations.find((location) => location.id === name || location.name.toLowerCase() === name.toLowerCase());
    if (!found) throw new Refused('origin', { code: 'unknownLocation' });
    return found.id;
  }

  #days(row: readonly string[]): number | undefined {
    const text = this.#cell(row, 'extraPackingDays');
    if (text === undefined) return undefined;
    if (!/^\d{0,2}$/.test(text) || Number(text) > 60) throw new Refused('extraPackingDays', { code: 'notDays' });
    return Number(text);
  }

  #ownCharge(row: readonly string[]): OwnCharge | null | undefined {
    const text = this.#cell(row, 'ownCharge');
    if (text === undefined || text === '') return text === '' ? null : undefined;
    const { currency, locale } = this.#reading;
    const read = readOwnCharge(text, currency, locale);
    if (read === null) throw new Refused('ownCharge', { code: 'notOwnCharge' });
    if (!read.ok) throw new Refused('ownCharge', { code: 'typed', problem: read.problem });
    return read.value;
  }

  #tags(row: readonly string[]): string[] | undefined {
    const text = this.#cell(row, 'tags');
    return text === undefined ? undefined : [...new Set(text.split(/[,;|]/).map((tag) => tag.trim()))].filter((tag) => tag !== '');
  }

  #hsCode(row: readonly string[]): string | null | undefined {
    const text = this.#cell(row, 'hsCode');
    if (text === undefined || text === '') return text === '' ? null : undefined;
    const digits = text.replace(/[\s.]/g, '');
    if (!/^\d{6,12}$/.test(digits)) throw new Refused('hsCode', { code: 'notCustomsCode' });
    return digits;
  }

  #madeIn(row: readonly string[]): CountryCode | null | undefined {
    const text = this.#cell(row, 'madeIn');
    if (text === undefined || text === '') return text === '' ? null : undefined;
    this.#countries ??= new CountryNames(this.#book.shop.locale);
    const country = this.#countries.find(text);
    if (country === undefined) throw new Refused('madeIn', { code: 'unknownCountry' });
    return country;
  }

  #name(row: readonly string[]): string | undefined {
    const text = this.#cell(row, 'name');
    if (text === '') throw new Refused('name', { code: 'missing' });
    return text;
  }

  #id(row: readonly string[], line: number): string {
    const id = this.#cell(row, 'id') ?? '';
    if (id === '') throw new Refused('id', { code: 'missing' });
    const first = this.#lines.get(id);
    if (first !== undefined) throw new Refused('id', { code: 'duplicate', line: first });
    this.#lines.set(id, line);
    return id;
  }

  /** Reads one row; `line` is the line of the file on which it begins. Columns that are not there leave a known product as it is. */
  read(row: readonly string[], line: number): ReadRow {
    this.#line = line;
    const problems: RowProblem[] = [];
    const told = (field: GoodsField | null, problem: CellProblem) =>
      problems.push({ line, field, cell: field === null ? '' : (this.#cell(row, field) ?? ''), problem });
    const attempt = <T>(step: () => T): T | undefined => {
      try {
        return step();
      } catch (error) {
        if (!(error instanceof Refused)) throw error;
        told(error.field, error.problem);
        return undefined;
      }
    };
    if (row.length > this.#width && row.slice(this.#width).some((cell) => cell.trim() !== '')) told(null, { code: 'tooManyCells' });
    const id = attempt(() => this.#id(row, line));
    const known = id === undefined ? undefined : this.#known.get(id);
    const set = {
      name: attempt(() => this.#name(row)),
      price: attempt(() => this.#price(row)),
      group: attempt(() => this.#group(row)),
      weight: attempt(() => this.#weight(row)),
      size: attempt(() => this.#size(row)),
      origin: attempt(() => this.#origin(row)),
      ownBox: attempt(() => this.#flag(row, 'ownBox', false)),
      upright: attempt(() => this.#flag(row, 'upright', false)),
      fragile: attempt(() => this.#flag(row, 'fragile', false)),
      delivered: attempt(() => this.#flag(row, 'delivered', true)),
      extraPackingDays: attempt(() => this.#days(row)),
      ownCharge: attempt(() => this.#ownCharge(row)),
      tags: attempt(() => this.#tags(row)),
      hsCode: attempt(() => this.#hsCode(row)),
      madeIn: attempt(() => this.#madeIn(row)),
    };
    if (problems.length > 0) return { ok: false, problems };
    const given = Object.fromEntries(Object.entries(set).filter(([, value]) => value !== undefined));
    const checked = Product.safeParse(withoutEmptyCustoms({ ...PRODUCT_DEFAULTS, ...known, ...given, id }));
    if (!checked.success) {
      for (const issue of checked.error.issues) {
        const field = GOODS_FIELDS.find((name) => name === issue.path[0]) ?? null;
        told(field, field && this.#cell(row, field) === undefined ? { code: 'missing' } : { code: 'refused', message: issue.message });
      }
      return { ok: false, problems };
    }
    const same = known !== undefined && JSON.stringify(Product.parse(known)) === JSON.stringify(checked.data);
    return { ok: true, product: checked.data, change: known === undefined ? 'new' : same ? 'same' : 'changed' };
  }
}

const WRITTEN = GOODS_FIELDS.filter((field) => field !== 'length' && field !== 'width' && field !== 'height');

/** The goods as rows of text with a header row; what is written reads back the same. */
export function goodsToRows(products: Iterable<Product>, book: GoodsShop): string[][] {
  const yes = (flag: boolean) => (flag ? 'yes' : 'no');
  const groups = new Map(book.goodsGroups.map(({ id, name }) => [id, name]));
  const rows = [...products].map((product) => {
    const cells: Record<(typeof WRITTEN)[number], string> = {
      id: product.id,
      name: product.name,
      group: product.group === null ? '' : (groups.get(product.group) ?? ''),
      price: minorTyped(product.price, book.shop.currency, book.shop.locale),
      weight: product.weight === null ? '' : quantityTyped(product.weight, book.shop.locale),
      size: product.size === null ? '' : sizeText(product.size, book.shop.locale),
      origin: product.origin ?? '',
      ownBox: yes(product.ownBox),
      upright: yes(product.upright),
      fragile: yes(product.fragile),
      delivered: yes(product.delivered),
      extraPackingDays: String(product.extraPackingDays),
      ownCharge: product.ownCharge === null ? '' : ownChargeText(product.ownCharge, book.shop),
      tags: product.tags.join(', '),
      hsCode: product.hsCode ?? '',
      madeIn: product.madeIn ?? '',
    };
    return WRITTEN.map((field) => cells[field]);
  });
  return [WRITTEN.map((field) => goodsColumns.headerOf(field)), ...rows];
}
