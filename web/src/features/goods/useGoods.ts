import {
  type Command,
  type GoodsChange,
  PRODUCT_DEFAULTS,
  type Product,
  type ProductFacts,
  ruledGoods,
  type SingleCommand,
  splitProduct,
} from '@ostrakon/core';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useCallback, useMemo } from 'react';
import { changeGoods } from '../../api/goodsApi.ts';
import { useActiveDraft } from '../../draft/activeDraft.ts';
import { useDraft, useDraftSession, useSaving } from '../../draft/DraftProvider.tsx';
import { queries } from '../../draft/queries.ts';
import { toast } from '../../ui/toast.ts';

/** A change of goods as the screen has them: what is true of them, and what the draft is to say of them. */
export interface ProductsChange {
  readonly put?: readonly Product[];
  readonly edit?: readonly { readonly id: string; readonly set: Partial<Omit<Product, 'id'>> }[];
  readonly remove?: readonly string[];
  /** Made in the draft in one step with what is said of the goods. */
  readonly with?: readonly SingleCommand[];
}

type Ruled = Extract<Command, { name: 'setGoodsRules' }>['args']['products'];

/** What of a change is about the goods themselves, and what is a rule of the draft; of `known` goods a rule may go back to what holds for all. */
export function partedChange(change: ProductsChange, known: ReadonlyMap<string, Product>): { facts: Partial<GoodsChange>; rules: Ruled } {
  const { put = [], edit = [], remove = [] } = change;
  const parts = [
    ...put.map((product) => ({ id: product.id, ...splitProduct(product) })),
    ...edit.map(({ id, set }) => ({ id, ...splitProduct(set) })),
  ];
  const edits = edit.flatMap(({ id, set }) => {
    const { facts } = splitProduct(set);
    return Object.keys(facts).length === 0 ? [] : [{ id, set: facts }];
  });
  const facts: Partial<GoodsChange> = {
    ...(put.length > 0 && { put: put.map((product) => splitProduct(product).facts as ProductFacts) }),
    ...(edits.length > 0 && { edit: edits as GoodsChange['edit'] }),
    ...(remove.length > 0 && { remove: [...remove] }),
  };
  const isSaid = (id: string, rule: object) => {
    const held = known.get(id) ?? PLAIN;
    return Object.entries(rule).some(([field, value]) => JSON.stringify(value) !== JSON.stringify(held[field as keyof typeof held]));
  };
  return { facts, rules: parts.flatMap(({ id, rule }) => (isSaid(id, rule) ? [{ product: id, rule }] : [])) };
}

/** The list after a change; products that are new, or come back, come last. */
export function withChange(
  products: readonly ProductFacts[],
  { put: some = [], back = [], edit = [], remove = [] }: Partial<GoodsChange>,
): ProductFacts[] {
  const gone = new Set(remove);
  const put = new Map([...some, ...back.map(({ product }) => product)].map((product) => [product.id, product]));
  const edits = new Map(edit.map((each) => [each.id, each.set]));
  const kept = products.flatMap((product): ProductFacts[] => {
    if (gone.has(product.id)) return [];
    const replaced = put.get(product.id) ?? product;
    put.delete(product.id);
    return [{ ...replaced, ...edits.get(product.id) } as ProductFacts];
  });
  return [...kept, ...put.values()];
}

/** A change that can be taken back: of the goods, or the draft's last steps, or both. */
interface Step {
  readonly words: string;
  readonly inverse: GoodsChange | null;
  readonly draft: DraftSteps | null;
  /** The draft that was on screen. */
  readonly on: number;
}

const { group, delivered, extraPackingDays, ownCharge } = PRODUCT_DEFAULTS;
const PLAIN = { group, delivered, extraPackingDays, ownCharge };

const MOST_STEPS = 50;
/** What is said of so many products goes to the draft in one step. */
const MOST_RULES = 20_000;
const STEPS = ['goods-steps'] as const;

const NO_GOODS: readonly ProductFacts[] = [];

/** What a change made in the draft: so many steps, all of one name. */
interface DraftSteps {
  readonly name: Command['name'];
  readonly count: number;
}

/** Makes what is said of goods, and what goes with it, in the draft: one step, but for very many goods. */
function useRules() {
  const session = useDraftSession();
  return useCallback(
    (rules: Ruled, beside: readonly SingleCommand[]): DraftSteps | null => {
      const parts = Array.from({ length: Math.ceil(rules.length / MOST_RULES) }, (_, at): SingleCommand => {
        const products = rules.slice(at * MOST_RULES, (at + 1) * MOST_RULES);
        return { name: 'setGoodsRules', args: { products } };
      });
      const several = parts.length > 1 || beside.length > 0;
      const commands: readonly Command[] = !several
        ? parts
        : [[...beside, ...parts.slice(0, 1)], ...parts.slice(1).map((part) => [part])].map((some) => ({
            name: 'together',
            args: { commands: some },
          }));
      for (const command of commands) {
        const done = session.dispatch(command);
        if (!done.ok) toast.error(`The draft was not changed: ${done.message}`);
      }
      const [first] = commands;
      return first ? { name: first.name, count: commands.length } : null;
    },
    [session],
  );
}

/** The shop's goods as the draft has them delivered, and changes to them that show at once and can be taken back. */
export function useGoods() {
  const client = useQueryClient();
  const { book } = useDraft();
  const { history } = useSaving();
  const session = useDraftSession();
  const { data: facts = NO_GOODS } = useQuery(queries.products);
  const products = ruledGoods(facts, book);
  const byId = useMemo(() => new Map(products.map((product) => [product.id, product])), [products]);
  const rule = useRules();
  const on = useActiveDraft();
  // Kept beside the goods, so that leaving the screen does not lose the way back.
  const { data: steps = [] } = useQuery({
    queryKey: STEPS,
    queryFn: (): readonly Step[] => [],
    initialData: [],
    staleTime: Infinity,
    gcTime: Infinity,
  });
  const send = useMutation({
    mutationFn: ({ change, signal }: { change: Partial<GoodsChange>; signal?: AbortSignal }) => changeGoods(change, signal),
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
    onSuccess: (_answer, { change, signal }) => {
      if (signal) client.setQueryData(queries.products.queryKey, (held = []) => withChange(held, change));
      // Where products that come back have their place among the others, the server knows.
      if (change.back && change.back.length > 0) void client.invalidateQueries({ queryKey: queries.products.queryKey });
    },
  });
  const { mutateAsync } = send;
  /** Takes a change of the goods, or nothing: null where it was not taken. */
  const sendFacts = useCallback(
    (change: Partial<GoodsChange>, signal?: AbortSignal) => mutateAsync({ change, ...(signal && { signal }) }).catch(() => null),
    [mutateAsync],
  );
  const change = useCallback(
    async (some: ProductsChange, words: string, signal?: AbortSignal): Promise<boolean> => {
      const parted = partedChange(some, byId);
      const isAboutGoods = Object.keys(parted.facts).length > 0;
      const answer = isAboutGoods ? await sendFacts(parted.facts, signal) : undefined;
      if (answer === null) return false;
      const draft = rule(parted.rules, some.with ?? []);
      if (isAboutGoods || draft !== null) {
        const step: Step = { words, inverse: answer?.inverse ?? null, draft, on };
        client.setQueryData(STEPS, (held: readonly Step[] = []) => [...held.slice(1 - MOST_STEPS), step]);
      }
      return true;
    },
    [byId, sendFacts, rule, client, on],
  );
  const undo = useCallback(async () => {
    // Asked for now, not as it was when the caller was drawn: a message may offer to undo long after.
    const { history: ends } = session.getSnapshot();
    const held = (client.getQueryData<readonly Step[]>(STEPS) ?? []).filter((step) => canTurn(step, ends.undo, on));
    const last = held.at(-1);
    client.setQueryData(STEPS, held.slice(0, -1));
    if (!last) return;
    const count = last.on === on ? (last.draft?.count ?? 0) : 0;
    for (let at = 0; at < count && session.getSnapshot().history.undo === last.draft?.name; at += 1) session.undo();
    if (last.inverse) await sendFacts(last.inverse);
  }, [client, session, sendFacts, on]);
  const last = steps.findLast((step) => canTurn(step, history.undo, on));
  return { products, change, undo, undoWords: last?.words ?? null, saving: send.isPending };
}

/** What was only said in the draft is taken back here while it is the draft's last step. */
const canTurn = ({ inverse, draft, on }: Step, undoNext: string | null, here: number): boolean =>
  inverse !== null || (on === here && draft?.name === undoNext);

export type Goods = ReturnType<typeof useGoods>;
