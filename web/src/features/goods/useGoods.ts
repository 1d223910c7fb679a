import type { GoodsChange, Product } from '@ostrakon/core';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useCallback } from 'react';
import { changeGoods } from '../../api/goodsApi.ts';
import { queries } from '../../draft/queries.ts';
import { toast } from '../../ui/toast.ts';

/** The list after a change; products that are new, or come back, come last. */
export function withChange(
  products: readonly Product[],
  { put: some = [], back = [], edit = [], remove = [] }: Partial<GoodsChange>,
): Product[] {
  const gone = new Set(remove);
  const put = new Map([...some, ...back.map(({ product }) => product)].map((product) => [product.id, product]));
  const edits = new Map(edit.map((each) => [each.id, each.set]));
  const kept = products.flatMap((product): Product[] => {
    if (gone.has(product.id)) return [];
    const replaced = put.get(product.id) ?? product;
    put.delete(product.id);
    return [{ ...replaced, ...edits.get(product.id) } as Product];
  });
  return [...kept, ...put.values()];
}

interface Step {
  readonly words: string;
  readonly inverse: GoodsChange;
}

const MOST_STEPS = 50;
const STEPS = ['goods-steps'] as const;

/** The shop's goods, and changes to them that show at once and can be taken back. */
export function useGoods() {
  const client = useQueryClient();
  const { data: products = [] } = useQuery(queries.products);
  // Kept beside the goods, so that leaving the screen does not lose the way back.
  const { data: steps = [] } = useQuery({
    queryKey: STEPS,
    queryFn: (): readonly Step[] => [],
    initialData: [],
    staleTime: Infinity,
    gcTime: Infinity,
  });
  const send = useMutation({
    mutationFn: ({ change, signal }: { change: Partial<GoodsChange>; words: string; signal?: AbortSignal }) => changeGoods(change, signal),
    onMutate: async ({ change, signal }) => {
      await client.cancelQueries({ queryKey: queries.products.queryKey });
      const before = client.getQueryData(queries.products.queryKey);
      // A change that may yet be called off is shown when it has been taken.
      if (!signal) client.setQueryData(queries.products.queryKey, (held = []) => withChange(held, change));
      return { before };
    },
    onError: (error, _change, held) => {
      // What was not taken is shown no longer, also where the server cannot be asked what holds.
      if (held?.before) client.setQueryData(queries.products.queryKey, held.before);
      void client.invalidateQueries({ queryKey: queries.products.queryKey });
      if (error.name !== 'AbortError') toast.error(`The goods were not changed: ${error.message}`);
    },
    onSuccess: ({ inverse }, { change, words, signal }) => {
      if (signal) client.setQueryData(queries.products.queryKey, (held = []) => withChange(held, change));
      // Where products that come back have their place among the others, the server knows.
      if (change.back && change.back.length > 0) void client.invalidateQueries({ queryKey: queries.products.queryKey });
      if (words !== '') client.setQueryData(STEPS, (held: readonly Step[] = []) => [...held.slice(1 - MOST_STEPS), { words, inverse }]);
    },
  });
  const { mutateAsync } = send;
  const change = useCallback(
    (some: Partial<GoodsChange>, words: string, signal?: AbortSignal) =>
      mutateAsync({ change: some, words, ...(signal && { signal }) }).then(
        () => true,
        () => false,
      ),
    [mutateAsync],
  );
  const undo = useCallback(async () => {
    // Asked for now, not as it was when the caller was drawn: a message may offer to undo long after.
    const last = (client.getQueryData<readonly Step[]>(STEPS) ?? []).at(-1);
    if (!last) return;
    client.setQueryData(STEPS, (held: readonly Step[] = []) => held.slice(0, -1));
    await change(last.inverse, '');
  }, [client, change]);
  return { products, change, undo, undoWords: steps.at(-1)?.words ?? null, saving: send.isPending };
}

export type Goods = ReturnType<typeof useGoods>;
