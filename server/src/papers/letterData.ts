import { dayText, fromDay, instantToMs, localAt } from '@ostrakon/core';
import { inLanguage, type LetterKind } from '@ostrakon/core/contract';
import { goodsOf, type PaperOf, type PaperSources, shared, slipData } from './paperData.ts';

/** A parcel on its way. */
export interface Tracked {
  readonly number: string;
  readonly carrier: string;
}

/** What an e-mail to a buyer may name: all that the slip may, where its parcels are, and where it is collected. */
export function letterData(paper: PaperOf, tracking: readonly Tracked[], sources: PaperSources) {
  const { book } = inLanguage(sources.book, sources.language);
  const service = book.services.find(({ id }) => id === paper.row.service);
  const counter = service?.counter;
  return {
    ...slipData(paper, sources),
    tracking,
    counter: {
      name: counter ? service.name : '',
      street: counter?.street ?? '',
      town: counter?.city ?? '',
      instructions: counter?.instructions ?? '',
    },
  };
}

/** What an e-mail to those who pack may name: orders with the goods of theirs. */
export function packerData(
  packer: { readonly name: string; readonly groups: readonly string[] },
  papers: readonly PaperOf[],
  sources: PaperSources,
) {
  const { book, language, now } = sources;
  const { timeZone } = book.shop;
  const today = fromDay(localAt(instantToMs(now), timeZone).day);
  const day = (date: string | null) => (date === null ? '' : dayText(date, language, today));
  const orders = papers.map((paper) => {
    const { order, delivery: _price, total: _total, ...slip } = slipData(paper, sources);
    const { row } = paper;
    return {
      ...slip,
      number: order.number,
      date: order.date,
      location: book.locations.find(({ id }) => id === row.origin)?.name ?? '',
      pack_by: day(row.packBy),
      leaves: day(row.leavesOn),
      goods: packedBy(packer.groups, paper).map(({ quantity, name = '', product = '' }) => ({ quantity, name, product })),
    };
  });
  return { ...shared(sources), packer: { name: packer.name }, orders, count: orders.length };
}

/** The goods of a consignment that somebody packs: of some groups, or all. */
export const packedBy = (groups: readonly string[], paper: PaperOf) =>
  goodsOf(paper).filter(({ group }) => groups.length === 0 || (group !== undefined && groups.includes(group)));

/** The same as a file for a spreadsheet: a line for all goods of one kind of an order. */
export function packerRows(papers: readonly PaperOf[], groups: readonly string[], sources: PaperSources): string[][] {
  const { orders } = packerData({ name: '', groups }, papers, sources);
  const head = [
    'order',
    'ordered',
    'location',
    'service',
    'pack by',
    'leaves',
    'article',
    'goods',
    'pieces',
    'name',
    'street',
    'town',
    'postal code',
    'country',
  ];
  const lines = orders.flatMap(({ number, date, location, service, pack_by, leaves, goods, buyer }) =>
    goods.map(({ product, name, quantity }) => [
      ...[String(number), date, location, service.name, pack_by, leaves, product, name, String(quantity)],
      ...[buyer.name, buyer.street, buyer.town, buyer.postal_code, buyer.country],
    ]),
  );
  return [head, ...lines];
}

/** Which letter a kind of e-mail is written by. */
export const LETTER_OF: Readonly<Record<'packed' | 'underWay' | 'ready' | 'late' | 'packer' | 'packerDay', LetterKind>> = {
  packed: 'mailPacked',
  underWay: 'mailUnderWay',
  ready: 'mailReady',
  late: 'mailLate',
  packer: 'mailPacker',
  packerDay: 'mailPackerDay',
};
