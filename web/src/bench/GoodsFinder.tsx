import type { Product } from '@ostrakon/core';
import { Command } from 'cmdk';
import { useMemo, useState } from 'react';
import { useDraft } from '../draft/DraftProvider.tsx';
import { useFormat } from '../words/useWords.ts';
import { useBench } from './BenchProvider.tsx';
import { OwnGoods } from './OwnGoods.tsx';

/** The best matches only: a list of many thousands would take seconds to draw. */
const MOST_SHOWN = 60;

function ProductList({ onPick }: { onPick: (product: Product) => void }) {
  const { products } = useBench();
  const { goodsGroups } = useDraft().book;
  const format = useFormat();
  const [typed, setTyped] = useState('');
  const wanted = typed.trim().toLowerCase();
  const matches = useMemo(
    () => [...products.values()].filter((product) => `${product.name} ${product.id}`.toLowerCase().includes(wanted)),
    [products, wanted],
  );
  const nameOf = (group: string | null) => goodsGroups.find(({ id }) => id === group)?.name ?? 'Other goods';
  const groups = Map.groupBy(matches.slice(0, MOST_SHOWN), (product) => nameOf(product.group));
  return (
    <Command label="Find goods" shouldFilter={false}>
      <Command.Input
        placeholder="Find goods"
        value={typed}
        onValueChange={setTyped}
        className="h-9 w-full border-line border-b bg-paper px-3 outline-none"
      />
      <Command.List className="max-h-72 overflow-auto p-1">
        <Command.Empty className="px-2 py-3 text-sm text-ash">No goods of that name. Describe your own below.</Command.Empty>
        {[...groups].map(([group, members]) => (
          <Command.Group
            key={group}
            heading={group}
            className="[&_[cmdk-group-heading]]:px-2 [&_[cmdk-group-heading]]:py-1 [&_[cmdk-group-heading]]:text-xs [&_[cmdk-group-heading]]:text-ash"
          >
            {members.map((product) => (
              <Command.Item
                key={product.id}
                value={product.id}
                onSelect={() => onPick(product)}
                className="flex cursor-pointer justify-between gap-3 rounded-md px-2 py-1 text-sm data-[selected=true]:bg-clay-tint"
              >
                <span>{product.name}</span>
                <span className="text-ash whitespace-nowrap">
                  {product.delivered ? (product.weight ?? 'no weight') : 'not delivered'} · {format.money(product.price)}
                </span>
              </Command.Item>
            ))}
          </Command.Group>
        ))}
        {matches.length > MOST_SHOWN && (
          <p className="px-2 py-1 text-sm text-ash">{matches.length - MOST_SHOWN} more. Type more of the name.</p>
        )}
      </Command.List>
    </Command>
  );
}

/** What opens under "Add goods". */
export function GoodsFinder({ onDone }: { onDone: () => void }) {
  const { send, products } = useBench();
  return (
    <>
      {products.size > 0 && <ProductList onPick={(product) => send({ kind: 'addProduct', product: product.id })} />}
      <OwnGoods onAdded={onDone} />
    </>
  );
}
