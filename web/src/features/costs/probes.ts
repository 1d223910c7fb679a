import {
  type CartLine,
  massToMicrograms,
  type Product,
  parseMass,
  type RateBook,
  resolveCart,
  type Shop,
  type SurveyProbe,
  type SurveyRequest,
} from '@ostrakon/core';
import { entriesOf, listTwoWays } from '../../ui/entries.ts';
import { readCount } from '../../ui/readers.ts';
import type { Read } from '../../ui/useTypedField.ts';
import { typedProblemWords } from '../../words/typedProblem.ts';

export const USUAL_WEIGHTS = ['250 g', '500 g', '1 kg', '2 kg', '3 kg', '5 kg', '10 kg', '15 kg', '20 kg', '30 kg'];

/** How weights without a size are sent: as the shop packs such goods, or as they are, so that no volume counts. */
export type LadderPacking = 'usual' | 'bare';

/** Weights between semicolons, commas or on lines of their own, as probes from light to heavy. */
export function readLadder(text: string, shop: Shop, packing: LadderPacking = 'usual'): Read<SurveyProbe[]> {
  const words = entriesOf(text, shop.locale);
  const entries: { text: string; other: string | undefined }[] = [];
  const probes = new Map<number, SurveyProbe>();
  for (const word of words.filter((one) => one !== '')) {
    const read = parseMass(word, shop);
    if (!read.ok) return { ok: false, message: `“${word}”: ${typedProblemWords(read.problem)}` };
    entries.push({ text: read.text, other: read.other });
    const weight = massToMicrograms(read.text);
    if (weight === 0) return { ok: false, message: `“${word}”: more than nothing.` };
    const line: CartLine = { quantity: 1, unitPrice: 0, weight: read.text, delivered: true, ...(packing === 'bare' && { ownBox: true }) };
    probes.set(weight, { name: read.text, weight, lines: [line] });
  }
  if (probes.size === 0) return { ok: false, message: 'Write a weight.' };
  if (probes.size > 60) return { ok: false, message: 'At most 60 weights.' };
  return { ok: true, value: [...probes.values()].sort((a, b) => a.weight - b.weight), ...listTwoWays(entries, shop) };
}

/** Whether a survey asked for weights as they are, without a carton. */
export const askedBare = ({ probes }: Pick<SurveyRequest, 'probes'>): boolean =>
  probes.every(({ lines }) => lines.every(({ ownBox, size }) => ownBox === true && size === undefined));

/** Single pieces of goods as probes, with their own size, box and group. */
export function goodsProbes(products: readonly Product[]): SurveyProbe[] {
  const byId = new Map(products.map((product) => [product.id, product]));
  return products.flatMap(({ id, name, weight }): SurveyProbe[] => {
    const resolved = resolveCart({ lines: [{ product: id, quantity: 1 }], discounts: [], destination: { country: 'CA' } }, byId);
    if (!resolved.ok) return [];
    return [{ name: name.slice(0, 80), weight: weight === null ? 0 : massToMicrograms(weight), lines: resolved.request.lines }];
  });
}

const MOST_GOODS = 60;

/** A survey as it is typed. */
export interface SurveyForm {
  readonly of: 'weights' | 'goods';
  readonly weights: string;
  readonly packing: LadderPacking;
  readonly goods: ReadonlySet<string>;
  readonly addresses: string;
  readonly zones: ReadonlySet<string>;
}

/** What a survey asks, or the field that is not understood. */
export function readSurveyForm(
  { of, weights, packing, goods, addresses, zones }: SurveyForm,
  book: RateBook,
  products: readonly Product[],
): { ok: true; survey: SurveyRequest } | { ok: false; at: keyof SurveyForm; message: string } {
  const chosen = products.filter(({ id }) => goods.has(id));
  const probes: Read<SurveyProbe[]> =
    of === 'weights'
      ? readLadder(weights, book.shop, packing)
      : chosen.length === 0 || chosen.length > MOST_GOODS
        ? { ok: false, message: `Choose 1 to ${MOST_GOODS} goods.` }
        : { ok: true, value: goodsProbes(chosen) };
  if (!probes.ok) return { ok: false, at: of, message: probes.message };
  const count = readCount(book.shop)(addresses);
  if (!count.ok) return { ok: false, at: 'addresses', message: count.message };
  if (count.value > 50) return { ok: false, at: 'addresses', message: 'At most 50.' };
  const inOrder = book.zones.map(({ id }) => id).filter((id) => zones.has(id));
  if (inOrder.length === 0) return { ok: false, at: 'zones', message: 'Choose a zone.' };
  return {
    ok: true,
    survey: {
      name: of === 'goods' ? 'Chosen goods' : packing === 'bare' ? 'Weights alone' : 'Weights',
      zones: inOrder,
      addresses: count.value,
      probes: probes.value,
    },
  };
}
