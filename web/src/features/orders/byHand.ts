import { type OrderLineIn, parseMass, parseMoney } from '@ostrakon/core';
import { type DeskFacts, type GoodsFound, type OptionsByHand, OrderByHand } from '@ostrakon/core/contract';
import { typedProblemWords } from '../../words/typedProblem.ts';

/** Goods as they are typed. */
export interface TypedGoods {
  readonly what: string;
  readonly pieces: string;
  readonly price: string;
  readonly weight: string;
}

/** An order as it is typed. */
export interface TypedOrder {
  readonly name: string;
  readonly mail: string;
  readonly telephone: string;
  readonly street: string;
  readonly town: string;
  readonly postalCode: string;
  readonly country: string;
  readonly subdivision: string;
  readonly coupon: string;
  readonly goods: readonly TypedGoods[];
  readonly service: string;
  readonly charged: string;
}

export const NO_GOODS: TypedGoods = { what: '', pieces: '1', price: '', weight: '' };

export const emptyOrder = (country: string): TypedOrder => ({
  ...{ name: '', mail: '', telephone: '', street: '', town: '', postalCode: '', country, subdivision: '' },
  ...{ coupon: '', goods: [NO_GOODS], service: '', charged: '' },
});

/** What is wrong, by field: a name such as `street`, or `goods/0/price`. */
export type Faults = Readonly<Record<string, string>>;
type Reading = Pick<DeskFacts, 'currency' | 'locale' | 'units'>;
export type KnownGoods = GoodsFound['goods'][number];

/** An article by what was typed of it: its number, or its name. */
export const articleOf = (what: string, known: readonly KnownGoods[]): KnownGoods | undefined =>
  known.find(({ id, name }) => id === what.trim() || name === what.trim());

type ReadLine = { readonly ok: true; readonly line: OrderLineIn } | { readonly ok: false; readonly faults: Faults };

function readLine(typed: TypedGoods, at: number, known: readonly KnownGoods[], shop: Reading): ReadLine {
  const faults: Record<string, string> = {};
  const article = articleOf(typed.what, known);
  const pieces = /^\d{1,6}$/.test(typed.pieces.trim()) ? Number(typed.pieces) : 0;
  if (typed.what.trim() === '') faults[`goods/${at}/what`] = 'Say which goods these are';
  if (pieces < 1) faults[`goods/${at}/pieces`] = 'A whole number, one or more';
  const price = typed.price.trim() === '' ? null : parseMoney(typed.price, shop.currency, shop.locale);
  if (price && !price.ok) faults[`goods/${at}/price`] = typedProblemWords(price.problem);
  if (!price && !article) faults[`goods/${at}/price`] = 'The shop does not have these: write what one costs';
  const weight = typed.weight.trim() === '' ? null : parseMass(typed.weight, shop);
  if (weight && !weight.ok) faults[`goods/${at}/weight`] = typedProblemWords(weight.problem);
  if (Object.keys(faults).length > 0) return { ok: false, faults };
  return {
    ok: true,
    line: {
      ...(article ? { product: article.id } : { name: typed.what.trim() }),
      quantity: pieces,
      ...(price?.ok && { unitPrice: price.value }),
      ...(weight?.ok && { weight: weight.text }),
    },
  };
}

export type ReadOptions = { readonly ok: true; readonly asked: OptionsByHand } | { readonly ok: false; readonly faults: Faults };

/** Goods and address of a typed order, as its options are asked for. */
export function readOptions(typed: TypedOrder, known: readonly KnownGoods[], shop: Reading): ReadOptions {
  const lines = typed.goods.map((one, at) => readLine(one, at, known, shop));
  const faults = Object.assign({}, ...lines.map((line) => (line.ok ? {} : line.faults))) as Faults;
  if (Object.keys(faults).length > 0) return { ok: false, faults };
  return {
    ok: true,
    asked: {
      destination: {
        country: typed.country,
        ...(typed.subdivision !== '' && { subdivision: typed.subdivision }),
        ...(typed.postalCode.trim() !== '' && { postalCode: typed.postalCode.trim() }),
      },
      lines: lines.flatMap((line) => (line.ok ? [line.line] : [])),
      discount: 0,
      coupons: typed.coupon.trim() === '' ? [] : [typed.coupon.trim()],
    },
  };
}

export type ReadByHand = { readonly ok: true; readonly order: OrderByHand } | { readonly ok: false; readonly faults: Faults };

const fieldOf = (path: readonly PropertyKey[]): string => {
  const [first, second] = path.map(String);
  return first === 'buyer' || first === 'destination' ? (second ?? first) : (first ?? '');
};

/** A typed order with everything it needs; or what is wrong with which field. */
export function readByHand(typed: TypedOrder, reference: string, known: readonly KnownGoods[], shop: Reading): ReadByHand {
  const options = readOptions(typed, known, shop);
  const charged = typed.charged.trim() === '' ? null : parseMoney(typed.charged, shop.currency, shop.locale);
  const faults: Record<string, string> = options.ok ? {} : { ...options.faults };
  if (charged && !charged.ok) faults.charged = typedProblemWords(charged.problem);
  for (const [field, words] of [
    ['street', 'Write street and number'],
    ['town', 'Write the town'],
    ['service', 'Choose how it is delivered'],
  ] as const)
    if (typed[field].trim() === '') faults[field] = words;
  const { name, mail, street, town, telephone } = typed;
  const read = OrderByHand.safeParse({
    ...(options.ok
      ? options.asked
      : { destination: { country: typed.country }, lines: [{ name: 'x', quantity: 1 }], discount: 0, coupons: [] }),
    ...{ reference, service: typed.service || 'none', charged: charged?.ok ? charged.value : null },
    buyer: { name: name.trim(), mail: mail.trim(), street, town, ...(telephone.trim() !== '' && { telephone }) },
  });
  if (!read.success) for (const { path, message } of read.error.issues) faults[fieldOf(path)] ??= message;
  return read.success && Object.keys(faults).length === 0 ? { ok: true, order: read.data } : { ok: false, faults };
}
