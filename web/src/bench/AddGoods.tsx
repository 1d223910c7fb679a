import { Plus } from 'lucide-react';
import { Suspense, useState } from 'react';
import { Button } from '../ui/Button.tsx';
import { later } from '../ui/later.ts';

const GoodsPopover = later(() => import('./GoodsPopover.tsx'), 'GoodsPopover');

const words = (
  <>
    <Plus size={14} aria-hidden /> Add goods
  </>
);

/** Puts goods of the shop, or goods described on the spot, into the cart. What opens comes when it is first asked for. */
export function AddGoods() {
  const [asked, setAsked] = useState(false);
  const button = (
    <Button aria-haspopup="dialog" aria-expanded={false} onClick={() => setAsked(true)}>
      {words}
    </Button>
  );
  if (!asked) return button;
  return (
    <Suspense fallback={button}>
      <GoodsPopover>{words}</GoodsPopover>
    </Suspense>
  );
}
