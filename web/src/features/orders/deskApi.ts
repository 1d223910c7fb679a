import {
  DeskFacts,
  DeskList,
  DeskMarked,
  type DeskMarks,
  DeskOrder,
  type DeskView,
  type GiveBack,
  TogetherList,
} from '@ostrakon/core/contract';
import { queryOptions } from '@tanstack/react-query';
import { ask } from '../../api/client.ts';

/** What the list is narrowed to. */
export interface Wanted {
  readonly view: DeskView;
  readonly text: string;
  readonly service: string;
  readonly origin: string;
  readonly trouble: boolean;
  readonly sort: 'due' | 'newest' | 'oldest' | 'heaviest';
}

/** Rows asked for at once. */
export const STRETCH = 100;

export const deskApi = {
  mark: (marks: DeskMarks) => ask('POST /orders/marks', DeskMarked, { body: marks }),
  together: (of: DeskMarks['of'], giveBack: GiveBack) => ask('POST /orders/together', DeskMarked, { body: { of, giveBack } }),
  apart: (id: number) => ask('POST /orders/together/:id/apart', DeskMarked, { params: { id }, body: {} }),
  packInto: (id: number, revision: number, packaging: string | null) =>
    ask('POST /orders/consignments/:id/packaging', DeskOrder, { params: { id }, body: { revision, packaging } }),
};

export const deskQueries = {
  facts: queryOptions({ queryKey: ['desk', 'facts'], queryFn: () => ask('GET /desk', DeskFacts), staleTime: 60_000 }),
  stretch: ({ view, text, service, origin, trouble, sort }: Wanted, at: number) =>
    queryOptions({
      queryKey: ['desk', 'list', view, text, service, origin, trouble, sort, at],
      queryFn: () =>
        ask('GET /orders', DeskList, {
          query: {
            view,
            text,
            sort,
            service: service || undefined,
            origin: origin || undefined,
            trouble: trouble ? '1' : undefined,
            offset: String(at * STRETCH),
            limit: String(STRETCH),
          },
        }),
      staleTime: 5000,
    }),
  order: (number: number) =>
    queryOptions({
      queryKey: ['desk', 'order', number],
      queryFn: () => ask('GET /orders/:number', DeskOrder, { params: { number } }),
      staleTime: 5000,
    }),
  together: queryOptions({ queryKey: ['desk', 'together'], queryFn: () => ask('GET /orders/together', TogetherList), staleTime: 5000 }),
};
