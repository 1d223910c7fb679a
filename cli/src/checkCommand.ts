import {
  compile,
  dimensionOf,
  type Expectation,
  type Finding,
  formatMoney,
  GoodsReader,
  goodsColumns,
  Instant,
  isProductLine,
  ListedProduct,
  type Measure,
  type Product,
  type RateBook,
  readRateBook,
  ruledGoods,
  SEVERITIES,
  type Severity,
  type ToldFinding,
  Trial,
  type TrialSide,
  type Verdict,
  zonesOf,
} from '@ostrakon/core';
import { knownCentroids, withCentroid } from '@ostrakon/core/centroids';
import { findingsOf, readTrialRows, runOn, tellFindings } from '@ostrakon/core/proof';
import { sampleAddresses } from '@ostrakon/core/sample-addresses';
import type { Command } from 'commander';
import Papa from 'papaparse';
import { z } from 'zod';
import { InputFault, type Streams } from './inputFault.ts';
import { parseAs, readText } from './readFiles.ts';

const FORMATS = ['text', 'json', 'junit'] as const;
type Format = (typeof FORMATS)[number];

/** Products from a JSON list, or from a CSV file with the columns the shop writes; what the book says of them goes before what the file says. */
function readProducts(file: string, book: RateBook): readonly Product[] {
  if (file.toLowerCase().endsWith('.json')) return parseAs(file, (value) => ruledGoods(z.array(ListedProduct).parse(value), book));
  const { data } = Papa.parse<string[]>(readText(file), { skipEmptyLines: 'greedy' });
  const [headers = [], ...rows] = data;
  const reader = new GoodsReader(book, new Map(), { headers, fields: goodsColumns.guess(headers) }, (name) => name.toLowerCase());
  const products = rows.map((row, at) => {
    const read = reader.read(row, at + 2);
    if (read.ok) return read.product;
    const [first] = read.problems;
    throw new InputFault(`${file} was not taken: line ${first?.line ?? at + 2}, ${first?.field ?? 'a row'} “${first?.cell ?? ''}”.`);
  });
  return ruledGoods(products, book);
}

const MOST_ADDRESSES = 20;

/** Saved carts with what is expected of each, in JSON: a list, or an object that holds it as `trials`. */
const SavedTrials = z
  .union([z.array(Trial), z.object({ trials: z.array(Trial) })])
  .transform((file) => (Array.isArray(file) ? file : file.trials));

/** Trials of a JSON file, or of a table with the columns the shop writes. */
function readTrials(file: string, book: RateBook, products: readonly Product[]): readonly Trial[] {
  if (!file.toLowerCase().endsWith('.csv')) return parseAs(file, (value) => SavedTrials.parse(value));
  const [heads = [], ...rows] = Papa.parse<string[]>(readText(file), { skipEmptyLines: 'greedy' }).data;
  const read = readTrialRows(heads, rows, book, [], new Set(products.map(({ id }) => id)));
  if (read.ok) return read.trials;
  const [first] = read.faults;
  throw new InputFault(`${file} was not taken: row ${(first?.row ?? 0) + 1}, ${first?.column}: ${first?.message}.`);
}

/** A trial as it came out. */
interface Tried {
  readonly name: string;
  readonly verdict: Verdict | null;
  /** What does not hold, or cannot be told yet, a line each. */
  readonly lines: readonly string[];
}

interface Checked {
  readonly trials: readonly Tried[];
  readonly told: readonly ToldFinding[];
  readonly lookedAt: ReturnType<typeof findingsOf>['lookedAt'];
}

/** What a trial got, in a line, beside what was expected. */
function gotText({ offers, withheld }: Extract<TrialSide, { ok: true }>, expectation: Expectation, book: RateBook): string {
  if (!('service' in expectation))
    return offers.length === 0 ? 'nothing is offered' : `${offers.map(({ service }) => service).join(', ')} offered`;
  const offer = offers.find(({ service }) => service === expectation.service);
  if (offer) {
    if (offer.price === null) return 'ask us';
    const dates = offer.dates === null ? '' : `, ${offer.dates.first} to ${offer.dates.last}`;
    return `${formatMoney(offer.price, book.shop.currency, book.shop.locale)}${dates}`;
  }
  const held = withheld.find(({ service }) => service === expectation.service);
  return held ? `not offered: ${held.reasons.map(({ code }) => code).join(', ')}` : 'no such service';
}

function runTrials(book: RateBook, trials: readonly Trial[], products: readonly Product[], now: Instant): readonly Tried[] {
  const compiled = compile(book);
  const byId = new Map(products.map((product) => [product.id, product]));
  const sources = { products: byId, now, pointed: withCentroid, timeZone: book.shop.timeZone };
  return trials.map((trial): Tried => {
    const side = runOn(compiled, trial, sources);
    if (!side.ok)
      return {
        name: trial.name,
        verdict: 'fails',
        lines: [side.product === null ? 'its goods are too much to add up' : `there is no product "${side.product}"`],
      };
    const lines = side.judged
      .filter(({ verdict }) => verdict !== 'holds')
      .map(({ expectation, verdict }) => `${verdict} ${JSON.stringify(expectation)}: ${gotText(side, expectation, book)}`);
    return { name: trial.name, verdict: side.verdict, lines };
  });
}

function check(book: RateBook, products: readonly Product[], now: Instant, trials: readonly Trial[]): Checked {
  const compiled = compile(book);
  const addresses = book.zones.map(({ places }, at) => sampleAddresses(knownCentroids, compiled.places, places, at, MOST_ADDRESSES));
  const { findings, lookedAt } = findingsOf(compiled, { products, now, addressesOf: (zone) => addresses[zone] ?? [], trials });
  return { told: tellFindings(book, null, findings), lookedAt, trials: runTrials(book, trials, products, now) };
}

const PER: Readonly<Record<ReturnType<typeof dimensionOf>, readonly [number, string]>> = {
  mass: [1e9, ' kg'],
  length: [10_000, ' cm'],
  distance: [1e6, ' km'],
  count: [1, ''],
  money: [1, ''],
};

/** A measure in a line of text, in kilograms, centimetres and kilometres. */
function measured(measure: Measure, base: number, { shop }: RateBook): string {
  const dimension = dimensionOf(measure);
  if (dimension === 'money') return formatMoney(base, shop.currency, shop.locale);
  const [unit, name] = PER[dimension];
  return `${Number((base / unit).toFixed(6))}${name}`;
}

const ENDS = [
  ['from', 'from'],
  ['over', 'over'],
  ['upTo', 'up to'],
  ['under', 'under'],
] as const;

/** What is known of a finding, as it stands in the JSON, in a line. */
function factsText(finding: Finding, book: RateBook): string {
  if ('within' in finding.facts) {
    return finding.facts.within
      .map((bounds) => {
        const ends = ENDS.flatMap(([key, word]) =>
          bounds[key] === undefined ? [] : [`${word} ${measured(bounds.measure, bounds[key], book)}`],
        );
        return `${bounds.measure} ${ends.join(', ')}`;
      })
      .join('; ');
  }
  if ('before' in finding.facts) {
    const { measure, bound, before, after } = finding.facts;
    const money = (minor: number) => formatMoney(minor, book.shop.currency, book.shop.locale);
    return `${measure} at ${measured(measure, bound, book)}: ${money(before)} before, ${money(after)} after`;
  }
  return JSON.stringify(finding.facts);
}

function witnessText({ witness }: Finding): string {
  if (!witness?.lines) return '';
  const goods = witness.lines.map((line) =>
    isProductLine(line) ? `${line.quantity} × ${line.product}` : `${line.quantity} × ${line.weight ?? 'goods'}`,
  );
  const { destination } = witness;
  const to = destination ? ` to ${[destination.postalCode, destination.subdivision ?? destination.country].filter(Boolean).join(' ')}` : '';
  return ` (for example ${goods.join(' and ')}${to})`;
}

/** A finding in a line: what it costs, its code, where it is, what is known of it, and a cart that shows it. */
function lineOf(told: ToldFinding, book: RateBook): string {
  const [first] = told.findings;
  const name = (list: readonly { id: string; name: string }[], id: string) => list.find((one) => one.id === id)?.name ?? id;
  const where = [
    ...(first.where.service === undefined ? [] : [name(book.services, first.where.service)]),
    ...zonesOf(told).map((id) => name(book.zones, id)),
  ].join(', ');
  return `${first.severity} ${first.code}${where === '' ? '' : `: ${where}`}: ${factsText(first, book)}${witnessText(first)}`;
}

/** What XML 1.0 has no character for is left out. */
const xml = (text: string) =>
  text.replace(/[^\t\n\r\u0020-\ud7ff\ue000-\ufffd\u{10000}-\u{10ffff}]/gu, '').replace(/[<>&"']/g, (sign) => `&#${sign.charCodeAt(0)};`);

/** One test case a finding, failed where it counts; a single passed one where nothing was found. */
function junit({ told, trials }: Checked, book: RateBook, counts: (one: ToldFinding) => boolean): string {
  const cases = told.map((one) => {
    const text = xml(lineOf(one, book));
    const body = counts(one) ? `<failure message="${text}"/>` : '';
    return `  <testcase classname="ostrakon.${one.findings[0].code}" name="${text}">${body}</testcase>`;
  });
  const tried = trials.map(({ name, verdict, lines }) => {
    const body = verdict === 'fails' ? `<failure message="${xml(lines.join('; '))}"/>` : verdict === 'open' ? '<skipped/>' : '';
    return `  <testcase classname="ostrakon.trial" name="${xml(name)}">${body}</testcase>`;
  });
  const found = cases.length > 0 ? cases : ['  <testcase classname="ostrakon" name="every cart is answered"/>'];
  const all = [...found, ...tried];
  const failures = told.filter(counts).length + trials.filter(({ verdict }) => verdict === 'fails').length;
  const skipped = trials.filter(({ verdict }) => verdict === 'open').length;
  const counted = `tests="${all.length}" failures="${failures}" errors="0" skipped="${skipped}"`;
  return `<?xml version="1.0" encoding="UTF-8"?>\n<testsuite name="ostrakon check" ${counted}>\n${all.join('\n')}\n</testsuite>\n`;
}

function text(checked: Checked, book: RateBook): string {
  const { zones, services, kinds } = checked.lookedAt;
  const lines = [
    ...checked.told.map((one) => lineOf(one, book)),
    ...checked.trials.flatMap(({ name, lines: own }) => own.map((line) => `trial “${name}”: ${line}`)),
  ];
  const looked = `${zones} zones, ${services} services and ${kinds} kinds of cart were looked at.`;
  return `${[...lines, looked].join('\n')}\n`;
}

interface Options {
  readonly goods?: string;
  readonly trials?: string;
  readonly format: string;
  readonly level: string;
  readonly now?: string;
}

function printed(format: Format, checked: Checked, book: RateBook, counts: (one: ToldFinding) => boolean): string {
  if (format === 'text') return text(checked, book);
  return format === 'json' ? `${JSON.stringify(checked, null, 2)}\n` : junit(checked, book, counts);
}

/** Adds `check`: findings on the command line, for a shop's own continuous integration. */
export function addCheckCommand(program: Command, { stdout }: Streams): void {
  program
    .command('check <book>')
    .description('Print the findings of a book; exit 1 where buyers are turned away or money is lost; - reads standard input')
    .option('--goods <file>', 'products of the shop, as CSV or as a list in JSON, so that carts are made of them')
    .option('--trials <file>', 'saved carts with what is expected of each, as JSON or CSV; one that fails exits 1')
    .option('--format <format>', `how findings are printed: ${FORMATS.join(', ')}`, 'text')
    .option('--level <level>', `what exits 1, with everything that costs more: ${SEVERITIES.join(', ')}`, 'moneyLost')
    .option('--now <instant>', 'the present moment, such as 2026-11-23T13:05:00Z')
    .action((file: string, { goods, trials, format, level, now }: Options) => {
      if (!FORMATS.some((one) => one === format)) throw new InputFault(`Write --format ${FORMATS.join(', ')}.`);
      const most = SEVERITIES.indexOf(level as Severity);
      if (most === -1) throw new InputFault(`Write --level ${SEVERITIES.join(', ')}.`);
      if (now !== undefined && !Instant.safeParse(now).success) throw new InputFault('Write --now such as 2026-11-23T13:05:00Z.');
      const book = parseAs(file, readRateBook);
      const products = goods === undefined ? [] : readProducts(goods, book);
      const saved = trials === undefined ? [] : readTrials(trials, book, products);
      const checked = check(book, products, now ?? new Date().toISOString(), saved);
      const counts = ({ findings: [first] }: ToldFinding) => SEVERITIES.indexOf(first.severity) <= most;
      stdout.write(printed(format as Format, checked, book, counts));
      if (checked.told.some(counts) || checked.trials.some(({ verdict }) => verdict === 'fails')) throw new FoundFaults();
    });
}

/** Ends the program with exit code 1, without a word: what was found is printed already. */
export class FoundFaults extends Error {}
