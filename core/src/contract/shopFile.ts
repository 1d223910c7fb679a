import { z } from 'zod';
import { Tariff } from '../carriers/tariff.ts';
import { DayLoad } from '../dispatch/dispatchCalendar.ts';
import { rulesOf, splitProduct } from '../goods/goodsRules.ts';
import { MOST_PRODUCTS, type Product, ProductFacts } from '../goods/product.ts';
import { Currency } from '../money/currency.ts';
import { Id, Name } from '../names/naming.ts';
import { RateBook } from '../rate-book/rateBook.ts';
import { readRateBook } from '../rate-book/readRateBook.ts';
import { Release } from '../releases/release.ts';
import { Survey } from '../surveys/survey.ts';
import { Trial } from '../trials/trial.ts';
import { EditionSummary } from './api.ts';
import { KnownService, NewServices } from './carriers.ts';
import { MailSettings } from './mail.ts';
import { FiledOrder } from './orders.ts';
import { PaperTemplate } from './papers.ts';

/** A frozen book in the format of its time, kept as it is: an edition never changes. */
const EditionBook = z.looseObject({ format: z.int().min(1) }).superRefine((document, { addIssue }) => {
  try {
    readRateBook(document);
  } catch (error) {
    if (!(error instanceof z.ZodError)) throw error;
    for (const { path, message } of error.issues.slice(0, 20)) addIssue({ code: 'custom', path: [...path], message });
  }
});

/** An account without its key. */
const FiledAccount = z.strictObject({
  id: Id,
  name: Name,
  kind: z.enum(['service', 'tariff']),
  carrier: Id.nullable(),
  currency: Currency,
  newServices: NewServices,
  services: z.array(KnownService),
  tariff: Tariff.nullable(),
});

/** A draft beside the main one, with the commands that led to it from its edition, where they are known. */
const FiledDraft = z.strictObject({
  name: z.string().min(1).max(80),
  from: z.int().min(1),
  madeAt: z.iso.datetime(),
  book: RateBook,
  commands: z.array(z.looseObject({ name: z.string(), args: z.unknown() })),
});

/**
 * The whole shop as one document: everything but account keys, the password of its mail server, e-mails that were sent, and
 * the steps that undo could take back. Written twice from one shop it is the same to the byte.
 */
export const ShopFile = z.strictObject({
  format: z.literal('ostrakon-shop'),
  version: z.literal(2),
  revision: z.int().min(0),
  draft: RateBook,
  /** Drafts beside the main one; absent where there are none. */
  drafts: z.array(FiledDraft).optional(),
  editions: z.array(EditionSummary.extend({ book: EditionBook })),
  releases: z.array(Release),
  products: z.array(ProductFacts).max(MOST_PRODUCTS),
  trials: z.array(Trial),
  loads: z.array(DayLoad),
  accounts: z.array(FiledAccount),
  /** `questions` is how many prices were asked for. */
  surveys: z.array(Survey.extend({ questions: z.int().min(0) })),
  /** Orders as they were placed; absent where there are none. */
  orders: z.array(FiledOrder).optional(),
  /** Papers of the desk that are not as they come with the shop. */
  papers: z.array(PaperTemplate).optional(),
  /** What is sent to whom, but for the password of the mail server; absent where nothing was ever set. */
  mail: MailSettings.optional(),
  /** Buyers whose hours after an order were ended, by the digest their orders have; absent where there are none. */
  endedWindows: z.array(z.strictObject({ buyer: z.string().min(1).max(80), endedAt: z.iso.datetime() })).optional(),
});
export type ShopFile = z.infer<typeof ShopFile>;

const isObject = (value: unknown): value is Readonly<Record<string, unknown>> =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

/** In version 1 what is said of single products stood with them and counted for the draft and every edition alike. */
function from1(file: Readonly<Record<string, unknown>>): unknown {
  const { draft, editions, products } = file;
  if (!Array.isArray(products) || !products.every(isObject)) return { ...file, version: 2 };
  const goodsRules = rulesOf(products as unknown as Product[]);
  const ruled = (book: unknown) => (isObject(book) && goodsRules ? { ...book, goodsRules } : book);
  return {
    ...file,
    version: 2,
    draft: ruled(draft),
    editions: Array.isArray(editions) ? editions.map((one) => (isObject(one) ? { ...one, book: ruled(one.book) } : one)) : editions,
    products: products.map((product) => splitProduct(product as unknown as Product).facts),
  };
}

/**
 * Brings the document of a shop of an earlier version forward; what does not fit is left for the schema to name.
 * @returns what `ShopFile` reads
 */
export const shopFileForward = (document: unknown): unknown => (isObject(document) && document.version === 1 ? from1(document) : document);
