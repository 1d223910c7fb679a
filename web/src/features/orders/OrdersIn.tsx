import { Suspense, useState } from 'react';
import { later } from '../../ui/later.ts';
import { Menu } from '../../ui/Menu.tsx';

const BringInDialog = later(() => import('./BringInDialog.tsx'), 'BringInDialog');
const ByHandDialog = later(() => import('./ByHandDialog.tsx'), 'ByHandDialog');

/** Orders that come neither from the checkout nor from the buyer's view. */
export function OrdersIn() {
  const [shown, setShown] = useState<'file' | 'hand' | null>(null);
  const close = () => setShown(null);
  return (
    <>
      <Menu
        trigger={
          <button type="button" className="text-sm text-clay underline">
            Add orders…
          </button>
        }
        groups={() => [
          {
            entries: [
              { label: 'Write one down', act: () => setShown('hand') },
              { label: 'Bring in a file', act: () => setShown('file') },
            ],
          },
        ]}
      />
      <Suspense>
        {shown === 'file' && <BringInDialog onClose={close} />}
        {shown === 'hand' && <ByHandDialog onClose={close} />}
      </Suspense>
    </>
  );
}
