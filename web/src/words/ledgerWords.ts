import type { LedgerRow, Rate, Stretch } from '@ostrakon/core';
import type { Format } from './format.ts';
import { type GroupName, measureWords, stretch } from './quoteWords.ts';
import { goodsWords, perWords } from './resultWords.ts';

export interface RowWords {
  readonly name: string;
  readonly detail: string;
}

const measured = (side: Stretch, format: Format) => `${measureWords[side.measure]} ${format.measured(side.measure, side.measured)}`;

function rateWords(rate: Rate | undefined, measure: Stretch['measure'], format: Format): string {
  if (!rate) return '';
  if (rate.kind === 'percent') return `${format.percent(rate.basisPoints)} of ${format.money(rate.value)}`;
  const each = `${rate.units} × ${format.money(rate.each)} a started ${perWords(rate.unit, measure, format)}`;
  return rate.base === 0 ? each : `${format.money(rate.base)} and ${each}`;
}

const joined = (...parts: readonly string[]) => parts.filter((part) => part !== '').join(', ');

const endings = { none: '', up99: 'Up to the next .99', nearest05: 'To the nearest 0.05', nearestWhole: 'To the nearest whole' } as const;

function chargeDetail({ basis, counted }: Extract<LedgerRow, { code: 'charge' }>, format: Format): string {
  switch (basis.kind) {
    case 'percent':
      return `${format.percent(basis.basisPoints)} of ${format.money(counted)}`;
    case 'startedWeight':
      return `${counted} × ${format.money(basis.amount)} a started ${basis.unit.replace(/^1 /, '')}`;
    case 'packagingCost':
      return 'what the packaging costs';
    case 'fixed':
      return basis.per === 'parcel' || basis.per === 'item'
        ? `${format.count(counted, basis.per)} at ${format.money(basis.amount)}`
        : `once a${basis.per === 'order' ? 'n' : ''} ${basis.per}`;
  }
}

type CardCode =
  | 'flat'
  | 'chargesOnly'
  | 'tier'
  | 'band'
  | 'twoWay'
  | 'firstAndFurther'
  | 'rate'
  | 'cardFloor'
  | 'cardCap'
  | 'joined'
  | 'furtherCard';

function cardRow(row: Extract<LedgerRow, { code: CardCode }>, format: Format): RowWords {
  switch (row.code) {
    case 'flat':
      return { name: 'One price for every cart', detail: '' };
    case 'chargesOnly':
      return { name: 'No price of its own', detail: 'charges alone' };
    case 'tier':
      return {
        name: measured(row, format),
        detail: joined(`tier ${stretch(row.measure, row, format)}`, rateWords(row.rate, row.measure, format)),
      };
    case 'band':
      return { name: `Band ${stretch(row.measure, row, format)}`, detail: rateWords(row.rate, row.measure, format) };
    case 'twoWay': {
      const { row: down, column: across } = row;
      const where = `${stretch(down.measure, down, format)} by ${stretch(across.measure, across, format)}`;
      return {
        name: `${measured(down, format)}, ${measured(across, format).toLowerCase()}`,
        detail: joined(where, rateWords(row.rate, down.measure, format)),
      };
    }
    case 'firstAndFurther': {
      const further = Math.max(0, row.measured - 1);
      return {
        name: `First ${row.measure === 'parcels' ? 'parcel' : 'item'} ${format.money(row.first)}`,
        detail: further === 0 ? '' : `${further} further at ${format.money(row.further)}`,
      };
    }
    case 'rate':
      return {
        name: row.rate.kind === 'percent' ? `Share of ${goodsWords(row.rate.of)}` : measured(row, format),
        detail: rateWords(row.rate, row.measure, format),
      };
    case 'cardFloor':
      return { name: `At least ${format.money(row.bound)}`, detail: 'before charges' };
    case 'cardCap':
      return { name: `Never more than ${format.money(row.bound)}`, detail: 'before charges' };
    case 'joined':
      return { name: 'Goes with the dearer goods', detail: `${format.money(row.price)} by its own` };
    case 'furtherCard':
      return { name: 'For goods priced apart', detail: '' };
  }
}

const CARD: readonly string[] = [
  'flat',
  'chargesOnly',
  'tier',
  'band',
  'twoWay',
  'firstAndFurther',
  'rate',
  'cardFloor',
  'cardCap',
  'joined',
  'furtherCard',
] satisfies readonly CardCode[];

function allowanceDetail({ effect }: Extract<LedgerRow, { code: 'allowance' }>, format: Format): string {
  switch (effect.kind) {
    case 'free':
      return 'free';
    case 'amountOff':
      return '';
    case 'percentOff':
      return `${format.percent(effect.basisPoints)} off`;
    case 'atMost':
      return `${format.money(effect.amount)} at most`;
  }
}

function markupDetail({ basisPoints, fixed, amount, held }: Extract<LedgerRow, { code: 'markup' }>, format: Format): string {
  const parts = [basisPoints === 0 ? '' : format.percent(basisPoints), fixed === 0 ? '' : format.money(fixed)];
  const bound = held === undefined ? '' : `${held === 'floor' ? 'at least' : 'at most'} ${format.money(amount)}`;
  return joined(parts.filter((part) => part !== '').join(' and '), bound);
}

function otherRow(row: Exclude<LedgerRow, { code: CardCode }>, format: Format, lineName: (line: number) => string): RowWords {
  switch (row.code) {
    case 'ownCharge': {
      const count = row.quantity === 1 ? '' : `${row.quantity} × ${format.money(row.each)}`;
      return {
        name: `${lineName(row.line)}, own charge`,
        detail: joined(count, row.how === 'instead' ? 'instead of the price' : 'on top'),
      };
    }
    case 'charge':
      return {
        name: row.name,
        detail: joined(
          chargeDetail(row, format),
          row.held === undefined ? '' : `${row.held === 'floor' ? 'at least' : 'at most'} ${format.money(row.amount)}`,
        ),
      };
    case 'carrierRate':
      return { name: row.carrier, detail: row.name };
    case 'carrierTax':
      return { name: `Tax, ${format.percent(row.basisPoints)}`, detail: 'the carrier’s price is without it' };
    case 'markup':
      return { name: 'Markup', detail: markupDetail(row, format) };
    case 'laneFloor':
      return { name: `At least ${format.money(row.bound)}`, detail: 'with charges' };
    case 'laneCap':
      return { name: `Never more than ${format.money(row.bound)}`, detail: 'with charges' };
    case 'freeFrom':
      return { name: `Free from ${format.money(row.from)}`, detail: `goods come to ${format.money(row.measured)}` };
    case 'allowance':
      return { name: row.name, detail: allowanceDetail(row, format) };
    case 'ending':
      return { name: endings[row.ending], detail: '' };
    case 'tax':
      return { name: `Tax on delivery, ${format.percent(row.basisPoints)}`, detail: '' };
  }
}

const isCardRow = (row: LedgerRow): row is Extract<LedgerRow, { code: CardCode }> => CARD.includes(row.code);

/** A row of a ledger: what it is, and how it came about. `lineName` names the goods of a line of the cart. */
export function ledgerWords(
  row: LedgerRow,
  format: Format,
  group: GroupName = String,
  lineName: (line: number) => string = String,
): RowWords {
  if (!isCardRow(row)) return otherRow(row, format, lineName);
  const words = cardRow(row, format);
  if (row.group === undefined) return words;
  const of = row.group === null ? 'Other goods' : group(row.group);
  return { name: of, detail: joined(words.name.charAt(0).toLowerCase() + words.name.slice(1), words.detail) };
}
