import { goodsToRows, type Product, type RateBook } from '@ostrakon/core';
import { toCsv } from '../../ui/csv.ts';
import { download } from '../../ui/download.ts';
import { between, type FileWriting, languageOfFile } from '../../ui/fileWriting.ts';

export function downloadGoods(products: readonly Product[], book: RateBook, writing: FileWriting): void {
  const { shop } = book;
  const rows = goodsToRows(products, { ...book, shop: { ...shop, locale: languageOfFile(shop.locale, writing) } });
  download('goods.csv', toCsv(rows, between(shop.locale, writing)));
}
