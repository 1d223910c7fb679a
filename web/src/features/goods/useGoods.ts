import type { GoodsChange, Product } from '@ostrakon/core';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useCallback, useState } from 'react';
import { changeGoods } from '../../draft/goodsApi.ts';
import { queries } from '../../draft/queries.ts';
import { toast } from '../../ui/toast.ts';

/** The list after a change; products that are new come last. */
export function withChange(products: readonly Product[], change: GoodsChange): Product[] {
  const gone = new Set(change.remove);
  const put = new Map(change.put.map((product) => [product.id, product]));
  const edits = new Map(change.edit.map((edit) => [edit.id, edit.set]));
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

/** The shop's goods, and changes to them that show at once and can be taken back. */
export function useGoods() {
  const client = useQueryClient();
  const { data: products = [] } = useQuery(queries.products);
  const [steps, setSteps] = useState<readonly Step[]>([]);
  const send = useMutation({
    mutationFn: ({ change, signal }: { change: GoodsChange; words: string; signal?: AbortSignal }) => changeGoods(change, signal),
    onMutate: async ({ change, signal }) => {
      await client.cancelQueries({ queryKey: queries.products.queryKey });
      // A change that may yet be called off is shown when it has been taken.
      if (!signal) client.setQueryData(queries.products.queryKey, (held = []) => withChange(held, change));
    },
    onError: (error) => {
      void client.invalidateQueries({ queryKey: queries.products.queryKey });
      if (error.name !== 'AbortError') toast.error(`The goods were not changed: ${error.message}`);
    },
    onSuccess: ({ inverse }, { change, words, signal }) => {
      if (signal) client.setQueryData(queries.products.queryKey, (held = []) => withChange(held, change));
      if (words !== '') setSteps((held) => [...held.slice(1 - MOST_STEPS), { words, inverse }]);
    },
  });
  const { mutateAsync } = send;
  const change = useCallback(
    (some: Partial<GoodsChange>, words: string, signal?: AbortSignal) =>
      mutateAsync({ change: { put: [], edit: [], remove: [], ...some }, words, ...(signal && { signal }) }).then(
        () => true,
        () => false,
      ),
    [mutateAsync],
  );
  const last = steps.at(-1);
  const undo = useCallback(async () => {
    if (!last) return;
    setSteps((held) => held.slice(0, -1));
    await change(last.inverse, '');
  }, [last, change]);
  return { products, change, undo, undoWords: last?.words ?? null, saving: send.isPending };
}

export type Goods = ReturnType<typeof useGoods>;
