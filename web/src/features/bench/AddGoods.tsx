import { Plus } from 'lucide-react';
import { Popover } from 'radix-ui';
import { lazy, Suspense, useState } from 'react';
import { Button } from '../../ui/Button.tsx';

const GoodsFinder = lazy(async () => ({ default: (await import('./GoodsFinder.tsx')).GoodsFinder }));

/** Puts goods of the shop, or goods described on the spot, into the cart. */
export function AddGoods() {
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
          <Suspense fallback={<p className="p-3 text-ash">Opening the goods…</p>}>
            <GoodsFinder onDone={() => setOpen(false)} />
          </Suspense>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
