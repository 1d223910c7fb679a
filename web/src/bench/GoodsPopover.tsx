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
          collisionPadding={8}
          className="z-50 max-h-(--radix-popover-content-available-height) w-[352px] overflow-x-hidden overflow-y-auto rounded-lg border border-line-strong bg-paper shadow-sm"
        >
          <GoodsFinder onDone={() => setOpen(false)} />
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
