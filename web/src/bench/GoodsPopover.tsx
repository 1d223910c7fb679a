import { Popover } from 'radix-ui';
import { type ReactNode, useState } from 'react';
import { Button } from '../ui/Button.tsx';
import { GoodsFinder } from './GoodsFinder.tsx';

/** The list of goods over the bench; it begins open. */
export function GoodsPopover({ children }: { children: ReactNode }) {
  const [open, setOpen] = useState(true);
  return (
    <Popover.Root open={open} onOpenChange={setOpen}>
      <Popover.Trigger asChild>
        <Button>{children}</Button>
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          align="start"
          sideOffset={4}
          aria-label="Add goods"
          className="z-50 w-[352px] overflow-hidden rounded-lg border border-line-strong bg-paper shadow-sm"
        >
          <GoodsFinder onDone={() => setOpen(false)} />
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
