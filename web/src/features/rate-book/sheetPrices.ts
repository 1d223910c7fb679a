import { type Card, type Command, laneOf, type RateBook, type Service, type Zone } from '@ostrakon/core';
import { readResult } from '../../ui/readers.ts';
import type { Read } from '../../ui/useTypedField.ts';
import type { SheetRow } from './sheetRows.ts';

type FlatResult = Extract<Card, { kind: 'flat' }>['result'];

/** Whether the price of a cell can be typed where it stands: it has none yet, or just the one. */
export function takesOnePrice(zone: Zone, service: Service): boolean {
  if (service.kind === 'carrier') return false;
  const lane = laneOf(zone, service.id);
  return lane === undefined || (lane.card.kind === 'flat' && lane.groupCards.length === 0);
}

/** Reads the one price of a cell: an amount, "free" or "ask us". */
export const readOnePrice =
  (shop: RateBook['shop']) =>
  (text: string): Read<FlatResult> => {
    const read = readResult(shop)(text);
    if (!read.ok) return read;
    const { value, ...more } = read;
    if (value.kind === 'amount' || value.kind === 'free' || value.kind === 'refer') return { ...more, value };
    return { ok: false, message: 'A single price is an amount, “free” or “ask us”. Open the cell for anything else.' };
  };

export interface OnePrice {
  readonly zone: string;
  readonly service: string;
  readonly result: FlatResult;
}

/** The command that gives cells one price each: those without prices are offered with it. */
export const onePrices = (cells: readonly OnePrice[]): Command => ({
  name: 'setCards',
  args: { cards: cells.map(({ zone, service, result }) => ({ zone, service, card: { kind: 'flat', result } })) },
});

export type Pasted = { ok: true; command: Command; count: number } | { ok: false; message: string };

interface Target {
  readonly zone: Zone | undefined;
  readonly service: Service | undefined;
  readonly text: string;
}

/** The cells a block lies over, from the cell it is pasted into; empty ones of the block are passed over. */
function targetsOf(block: readonly (readonly string[])[], { book, rows, row, column }: PasteAt): Target[] {
  const zones = rows.slice(row - 1).flatMap((one) => (one.kind === 'zone' ? [one.zone] : []));
  return block.flatMap((texts, down) =>
    texts.flatMap((text, across) =>
      text.trim() === '' ? [] : [{ zone: zones[down], service: book.services[column - 1 + across], text: text.trim() }],
    ),
  );
}

/** The price one cell is given, or why it can have none. */
function priceOf({ zone, service, text }: Target, shop: RateBook['shop']): Read<OnePrice> {
  if (!zone || !service) return { ok: false, message: 'The block reaches beyond the sheet.' };
  const name = `${service.name} to ${zone.name}`;
  if (!takesOnePrice(zone, service)) return { ok: false, message: `${name} has more than one price: open it to change them.` };
  const price = readOnePrice(shop)(text);
  if (!price.ok) return { ok: false, message: `${name}, “${text}”: ${price.message}` };
  if (price.twoWays)
    return {
      ok: false,
      message: `${name}, “${text}” can be read as ${price.twoWays.as} or ${price.twoWays.instead}. Write it one way only.`,
    };
  return { ok: true, value: { zone: zone.id, service: service.id, result: price.value } };
}

interface PasteAt {
  readonly book: RateBook;
  readonly rows: readonly SheetRow[];
  /** The cell with the focus, as the keys count: 1 for the first zone and the first service. */
  readonly row: number;
  readonly column: number;
}

/** What a block of prices pasted into a cell would do; all of it or nothing. */
export function pastedPrices(block: readonly (readonly string[])[], at: PasteAt): Pasted {
  const cells: OnePrice[] = [];
  for (const target of targetsOf(block, at)) {
    const price = priceOf(target, at.book.shop);
    if (!price.ok) return { ok: false, message: `${price.message} Nothing was pasted.` };
    cells.push(price.value);
  }
  if (cells.length === 0) return { ok: false, message: 'There are no prices in what was pasted.' };
  return { ok: true, command: onePrices(cells), count: cells.length };
}
