import type {
  BroughtState,
  DecimalSign,
  NumberDoubt,
  NumbersRead,
  OrderField,
  OrderRowProblem,
  OrdersShop,
  ReadOrder,
} from '@ostrakon/core';
import type { FileProblem, OpenedFile } from '../../files/table.ts';

/** What the worker that reads a file of orders is asked. */
export type OrdersAsk =
  | { readonly kind: 'open'; readonly file: File }
  | {
      readonly kind: 'check';
      readonly fields: readonly (OrderField | null)[];
      readonly shop: OrdersShop;
      /** The decimal sign as somebody said; null leaves it to the file and the shop. */
      readonly decimal: DecimalSign | null;
      /** What names of services in the file are taken as. */
      readonly services: ReadonlyMap<string, string>;
      readonly state: BroughtState;
    }
  | { readonly kind: 'part'; readonly at: number };

/** A fault of a file: of a cell, or of an order in JSON at a place in it. */
export type OrdersFault = OrderRowProblem | { readonly line: number; readonly at: string; readonly message: string };

export interface CheckedOrders {
  readonly orders: number;
  /** In how many parts they are handed out. */
  readonly parts: number;
  /** The first of them, to be looked at. */
  readonly sample: readonly ReadOrder[];
  readonly faults: readonly OrdersFault[];
  readonly unknownServices: readonly string[];
  /** How its numbers were read; null where JSON says it. */
  readonly decimal: NumbersRead | null;
  readonly doubts: readonly NumberDoubt[];
  /** When the last of them was placed. */
  readonly newest: string | null;
}

/** What it answers. */
export type OrdersTell =
  | { readonly kind: 'opened'; readonly opened: OpenedFile<OrderField> }
  | { readonly kind: 'json' }
  | { readonly kind: 'refused'; readonly problem: FileProblem; readonly line?: number }
  | { readonly kind: 'notJson'; readonly line: number | null; readonly message: string }
  | { readonly kind: 'checked'; readonly checked: CheckedOrders }
  | { readonly kind: 'part'; readonly orders: readonly ReadOrder[] };
