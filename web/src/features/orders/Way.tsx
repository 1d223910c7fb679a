import type { OrderState } from '@ostrakon/core';
import type { DeskRow } from '@ostrakon/core/contract';
import clsx from 'clsx';
import { STATE_WORDS } from './orderWords.ts';

const CARRIED: readonly OrderState[] = ['new', 'packing', 'packed', 'handedOver', 'delivered'];
const COLLECTED: readonly OrderState[] = ['new', 'packing', 'packed', 'collected'];

/** How far a consignment has come: the states before, the one it is in, and those to come. */
export function Way({ state, kind }: Pick<DeskRow, 'state' | 'kind'>) {
  if (state === 'cancelled') return <p className="my-2 rounded-md bg-fault-soft px-2 py-1 text-sm text-fault">Called off</p>;
  const states = kind === 'counter' ? COLLECTED : CARRIED;
  const at = states.indexOf(state);
  return (
    <ol aria-label="How far it is" className="my-3 flex">
      {states.map((one, nth) => (
        <li
          key={one}
          aria-current={nth === at ? 'step' : undefined}
          className={clsx('relative flex-1 pt-4 text-xs last:flex-none', nth === at ? 'font-semibold' : 'text-ash')}
        >
          {nth < states.length - 1 && (
            <span
              aria-hidden
              className={clsx('absolute top-[5px] right-0 left-1 border-t', nth < at ? 'border-glaze' : 'border-line-strong border-dashed')}
            />
          )}
          <span
            aria-hidden
            className={clsx(
              'absolute top-0 left-0 size-2.5 rounded-full border-2',
              nth < at ? 'border-glaze bg-glaze' : nth === at ? 'border-clay bg-paper' : 'border-line-strong bg-paper',
            )}
          />
          {kind === 'counter' && one === 'packed' ? 'ready' : STATE_WORDS[one]}
        </li>
      ))}
    </ol>
  );
}
