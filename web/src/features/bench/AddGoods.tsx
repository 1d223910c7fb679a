import type { Product } from '@ostrakon/core';
import { Command } from 'cmdk';
import { Plus } from 'lucide-react';
import { Popover } from 'radix-ui';
import { useState } from 'react';
import { useBench } from '../../bench/BenchProvider.tsx';
import { Button } from '../../ui/Button.tsx';
import { useFormat } from '../../words/useWords.ts';
import { OwnGoods } from './OwnGoods.tsx';

function ProductList({ onPick }: { onPick: (product: Product) => void }) {
  const { products } = useBench();
  const format = useFormat();
  const groups = Map.groupBy(products.values(), (product) => product.group);
  return (
    <Command label="Find goods">
      <Command.Input placeholder="Find goods" className="h-9 w-full border-line border-b bg-paper px-3 outline-none" />
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
                value={`${product.name} ${product.id}`}
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
      </Command.List>
    </Command>
  );
}

/** Puts goods of the shop, or goods described on the spot, into the cart. */
export function AddGoods() {
  const { send, products } = useBench();
  const [open, setOpen] = useState(false);
  return (
    <Popover.Root open={open} onOpenChange={setOpen}>
      <Popover.Trigger asChild>
        <Button>
          <Plus size={14} aria-hidden /> Add goods
        </Button>
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          align="start"
          sideOffset={4}
          aria-label="Add goods"
          className="z-50 w-[352px] overflow-hidden rounded-lg border border-line-strong bg-paper shadow-sm"
        >
          {products.size > 0 && <ProductList onPick={(product) => send({ kind: 'addProduct', product: product.id })} />}
          <OwnGoods onAdded={() => setOpen(false)} />
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
