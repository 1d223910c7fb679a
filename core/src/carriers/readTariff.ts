import { type MassText, massToMicrograms, parseMass } from '../measures/mass.ts';
import type { Currency } from '../money/currency.ts';
import { parseMoney } from '../money/money.ts';
import type { TypedProblem } from '../numbers/parseDecimal.ts';
import { CountryCode, SubdivisionCode } from '../places/countries.ts';
import type { Place } from '../places/place.ts';
import { checkPostalList } from '../places/postalList.ts';
import type { PriceList, Tariff } from './tariff.ts';

/** Why a cell of a tariff file was not taken. */
export type TariffProblem =
  | { readonly code: 'typed'; readonly problem: TypedProblem }
  | {
      readonly code:
        | 'noBands'
        | 'bandTwice'
        | 'tooManyCells'
        | 'notHeavier'
        | 'furtherTwice'
        | 'furtherFirst'
        | 'unknownBand'
        | 'unknownCountry'
        | 'unknownRegion'
        | 'badPostal'
        | 'elsewhereTwice'
        | 'empty';
    };

export interface TariffRowProblem {
  /** Line of the file, from 1. */
  readonly line: number;
  /** The column's heading; null where the whole row is meant. */
  readonly column: string | null;
  readonly cell: string;
  readonly problem: TariffProblem;
}

type Rows = readonly (readonly string[])[];

const cellOf = (row: readonly string[] | undefined, at: number) => (row?.[at] ?? '').trim();
const isBlank = (row: readonly string[]) => row.every((cell) => cell.trim() === '');
const FURTHER = /^(?:each|every)?\s*further\s+(.+)$/i;
const NO_PRICE = new Set(['', '-', '–', 'n/a']);

export interface ReadPrices {
  readonly bands: readonly string[];
  readonly lists: readonly PriceList[];
  readonly problems: readonly TariffRowProblem[];
}

class PriceReader {
  readonly problems: TariffRowProblem[] = [];
  readonly #lists = new Map<string, { steps: PriceList['steps']; further: PriceList['further'] }>();
  readonly #header: readonly string[];
  /** Columns that are bands: a heading without a name is none. */
  readonly #columns: readonly number[];
  readonly #currency: Currency;
  readonly #first: number;

  constructor(header: readonly string[], currency: Currency) {
    this.#header = header.map((cell) => cell.trim());
    this.#currency = currency;
    this.#first = this.#header[0]?.toLowerCase() === 'service' ? 2 : 1;
    this.#columns = this.#header.flatMap((name, at) => (at >= this.#first && name !== '' ? [at] : []));
  }

  get bands(): readonly string[] {
    return this.#columns.map((at) => this.#header[at] ?? '');
  }

  get lists(): PriceList[] {
    return [...this.#lists].filter(([, { steps }]) => steps.length > 0).map(([service, list]) => ({ service, ...list }));
  }

  #refuse(line: number, at: number | null, cell: string, problem: TariffProblem): null {
    this.problems.push({ line, column: at === null ? null : (this.#header[at] ?? null), cell, problem });
    return null;
  }

  #prices(row: readonly string[], line: number): (number | null)[] | null {
    const prices = this.#columns.map((at): number | null | 'bad' => {
      const cell = cellOf(row, at);
      if (NO_PRICE.has(cell.toLowerCase())) return null;
      const read = parseMoney(cell, this.#currency, 'en');
      if (read.ok) return read.value;
      this.#refuse(line, at, cell, { code: 'typed', problem: read.problem });
      return 'bad';
    });
    return prices.includes('bad') ? null : (prices as (number | null)[]);
  }

  #mass(cell: string, line: number): MassText | null {
    const read = parseMass(cell, { units: 'metric', locale: 'en' });
    return read.ok ? read.text : this.#refuse(line, this.#first - 1, cell, { code: 'typed', problem: read.problem });
  }

  take(row: readonly string[], line: number): void {
    const extra = row.find((cell, at) => at >= this.#first && !this.#columns.includes(at) && cell.trim() !== '');
    if (extra !== undefined) {
      this.#refuse(line, null, extra, { code: 'tooManyCells' });
      return;
    }
    const weight = cellOf(row, this.#first - 1);
    const further = FURTHER.exec(weight)?.[1];
    const mass = this.#mass(further ?? weight, line);
    const prices = this.#prices(row, line);
    if (mass === null || prices === null) return;
    const service = this.#first === 2 ? cellOf(row, 0) || 'Standard' : 'Standard';
    const list = this.#lists.get(service) ?? { steps: [], further: null };
    this.#lists.set(service, list);
    const column = this.#first - 1;
    const last = list.steps.at(-1);
    if (further !== undefined) {
      if (list.further) this.#refuse(line, column, weight, { code: 'furtherTwice' });
      else if (!last) this.#refuse(line, column, weight, { code: 'furtherFirst' });
      else list.further = { step: mass, prices };
      return;
    }
    if (last && massToMicrograms(last.upTo) >= massToMicrograms(mass)) this.#refuse(line, column, weight, { code: 'notHeavier' });
    else list.steps.push({ upTo: mass, prices });
  }
}

/**
 * Reads a price list: a heading "up to" (with "service" before it where there are several) and a column for each band;
 * a row for each weight step, and "each further 1 kg" for what lies above. An empty price or "-" is not served.
 */
export function readTariffPrices(rows: Rows, currency: Currency): ReadPrices {
  const [header = [], ...body] = rows;
  const reader = new PriceReader(header, currency);
  const { bands } = reader;
  if (bands.length === 0)
    return { bands, lists: [], problems: [{ line: 1, column: null, cell: header.join(', '), problem: { code: 'noBands' } }] };
  const twice = bands.find((band, at) => bands.indexOf(band) !== at);
  if (twice !== undefined) return { bands, lists: [], problems: [{ line: 1, column: twice, cell: twice, problem: { code: 'bandTwice' } }] };
  body.forEach((row, at) => {
    if (!isBlank(row)) reader.take(row, at + 2);
  });
  const none: TariffRowProblem[] =
    reader.lists.length === 0 && reader.problems.length === 0 ? [{ line: 1, column: null, cell: '', problem: { code: 'empty' } }] : [];
  return { bands, lists: reader.lists, problems: [...reader.problems, ...none] };
}

export interface ReadBands {
  readonly bands: Tariff['bands'];
  readonly elsewhere: number | null;
  readonly problems: readonly TariffRowProblem[];
}

/** A place of a row: country, region (ISO 3166-2), postal rule; the narrowest given counts. */
function placeOf(
  country: string,
  region: string,
  postal: string,
): Place | { column: string; cell: string; code: 'unknownCountry' | 'unknownRegion' | 'badPostal' } {
  const read = CountryCode.safeParse(country.toUpperCase());
  if (!read.success) return { column: 'country', cell: country, code: 'unknownCountry' };
  if (postal !== '') {
    const { good } = checkPostalList(postal, read.data);
    return good.length === 1
      ? { kind: 'postal', country: read.data, rules: postal }
      : { column: 'postal', cell: postal, code: 'badPostal' };
  }
  if (region === '') return { kind: 'country', country: read.data };
  const code = region.includes('-') ? region.toUpperCase() : `${read.data}-${region.toUpperCase()}`;
  const subdivision = SubdivisionCode.safeParse(code);
  if (!subdivision.success || !code.startsWith(`${read.data}-`)) return { column: 'region', cell: region, code: 'unknownRegion' };
  return { kind: 'subdivision', subdivision: subdivision.data };
}

/** Postal rules of a band are one list for each country. */
function joined(places: readonly Place[]): Place[] {
  const result: Place[] = [];
  for (const place of places) {
    const at = result.findIndex((held) => held.kind === 'postal' && place.kind === 'postal' && held.country === place.country);
    const held = result[at];
    if (held?.kind === 'postal' && place.kind === 'postal') result[at] = { ...held, rules: `${held.rules}\n${place.rules}` };
    else result.push(place);
  }
  return result;
}

/** Reads which places are in which band: columns band, country, region and postal; a country of "*" is everywhere else. */
export function readTariffPlaces(rows: Rows, bands: readonly string[]): ReadBands {
  const places: Place[][] = bands.map(() => []);
  const problems: TariffRowProblem[] = [];
  let elsewhere: number | null = null;
  rows.slice(1).forEach((row, at) => {
    if (isBlank(row)) return;
    const line = at + 2;
    const refuse = (column: string, cell: string, code: Exclude<TariffProblem['code'], 'typed'>) =>
      problems.push({ line, column, cell, problem: { code } });
    const [name, country, region, postal] = [cellOf(row, 0), cellOf(row, 1), cellOf(row, 2), cellOf(row, 3)];
    const band = bands.indexOf(name);
    if (band === -1) refuse('band', name, 'unknownBand');
    else if (country === '*') {
      if (elsewhere === null) elsewhere = band;
      else refuse('country', country, 'elsewhereTwice');
    } else {
      const place = placeOf(country, region, postal);
      if ('code' in place) refuse(place.column, place.cell, place.code);
      else places[band]?.push(place);
    }
  });
  return { bands: bands.map((name, at) => ({ name, places: joined(places[at] ?? []) })), elsewhere, problems };
}
