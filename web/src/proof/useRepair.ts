import { circumstancesOf, type Repair, type Witness } from '@ostrakon/core';
import { useBench } from '../bench/BenchProvider.tsx';
import { useDraftSession } from '../draft/DraftProvider.tsx';
import { toast } from '../ui/toast.ts';

/** Takes a repair into the draft as one step, with Undo at hand. */
export function useRepair(): (repair: Repair, label: string) => void {
  const session = useDraftSession();
  return (repair, label) => {
    const [first, ...more] = repair.commands;
    if (!first) return;
    const taken = session.dispatch(more.length === 0 ? first : { name: 'together', args: { commands: [first, ...more] } });
    if (taken.ok) toast(`Done: ${label}`, { action: { label: 'Undo', onClick: session.undo } });
    else toast.error(`${taken.message}.`);
  };
}

/** Puts the cart of a finding on the bench; an address it has none of stays. */
export function usePutOnBench(): (witness: Witness) => void {
  const { send, state } = useBench();
  return ({ lines = [], destination = state.cart.destination, ...rest }) =>
    send({ kind: 'put', cart: { lines: [...lines], discounts: [], destination, ...circumstancesOf(rest) } });
}
