import { Suspense } from 'react';
import { later } from '../ui/later.ts';
import { isTyping, useShortcut } from '../ui/useShortcut.ts';
import { BenchAddress } from './BenchAddress.tsx';
import { BenchCart } from './BenchCart.tsx';
import { useBench } from './BenchProvider.tsx';
import { BuyerSees } from './BuyerSees.tsx';
import { TrialPicker } from './TrialPicker.tsx';

const Circumstances = later(() => import('./Circumstances.tsx'), 'Circumstances');
const Arrival = later(() => import('./Arrival.tsx'), 'Arrival');
const Consignments = later(() => import('./Consignments.tsx'), 'Consignments');
const CarrierCosts = later(() => import('./CarrierCosts.tsx'), 'CarrierCosts');
const PriceLedger = later(() => import('./PriceLedger.tsx'), 'PriceLedger');
const NotOffered = later(() => import('./NotOffered.tsx'), 'NotOffered');
const Parcels = later(() => import('./Parcels.tsx'), 'Parcels');

/** One cart, one address, and what the buyer would see: always beside the book. */
export function BenchPanel() {
  const { trials, state, send } = useBench();
  useShortcut((event) => {
    if ((event.key !== '[' && event.key !== ']') || isTyping(event.target) || trials.length === 0) return;
    const at = trials.findIndex((trial) => trial.id === state.trial);
    const step = event.key === ']' ? 1 : -1;
    const next = trials[at === -1 ? (step === 1 ? 0 : trials.length - 1) : (at + step + trials.length) % trials.length];
    if (next) send({ kind: 'load', trial: next });
  });
  return (
    <aside
      aria-label="Quote bench"
      className="w-[21rem] shrink-0 min-[1200px]:w-96 relative overflow-y-auto border-line-strong border-l bg-paper"
    >
      <TrialPicker />
      <div className="space-y-3 px-4 py-3">
        <BenchCart />
        <BenchAddress />
        <Suspense>
          <Circumstances />
        </Suspense>
      </div>
      <BuyerSees />
      <Suspense>
        <PriceLedger />
      </Suspense>
      <Suspense>
        <CarrierCosts />
      </Suspense>
      <Suspense>
        <Arrival />
      </Suspense>
      <Suspense>
        <Consignments />
      </Suspense>
      <Suspense>
        <NotOffered />
      </Suspense>
      <Suspense>
        <Parcels />
      </Suspense>
    </aside>
  );
}
