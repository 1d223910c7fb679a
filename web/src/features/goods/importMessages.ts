import type { DecimalSign, GoodsField, NumberDoubt, NumbersRead, Product, RateBook, RowProblem } from '@ostrakon/core';
import type { FileProblem, OpenedFile } from '../../files/table.ts';

/** What the import worker is asked. */
export type ImportAsk =
  | { readonly kind: 'open'; readonly file: File }
  | {
      readonly kind: 'check';
      readonly fields: readonly (GoodsField | null)[];
      readonly book: RateBook;
      readonly known: readonly Product[];
      /** The decimal sign as the owner said; null leaves it to the file and the shop. */
      readonly decimal: DecimalSign | null;
    };

/** A row that was not taken, as it stood in the file. */
export interface BadRow {
  readonly cells: readonly string[];
  readonly problems: readonly RowProblem[];
}

export interface CheckedFile {
  readonly put: readonly Product[];
  readonly counts: { readonly new: number; readonly changed: number; readonly same: number };
  readonly bad: readonly BadRow[];
  /** The sign its numbers were read with, and who says so. */
  readonly decimal: NumbersRead;
  /** Numbers that could be read otherwise. */
  readonly doubts: readonly NumberDoubt[];
  /** Goods groups the file names and the shop does not have. */
  readonly newGroups: readonly { readonly id: string; readonly name: string }[];
}

/** What the import worker answers. */
export type ImportTell =
  | { readonly kind: 'opened'; readonly opened: OpenedFile<GoodsField> }
  | { readonly kind: 'refused'; readonly problem: FileProblem; readonly line?: number }
  | { readonly kind: 'progress'; readonly done: number; readonly of: number }
  | { readonly kind: 'checked'; readonly checked: CheckedFile };
