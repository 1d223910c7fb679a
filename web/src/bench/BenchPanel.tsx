import { PanelRightOpen } from 'lucide-react';
import { Suspense, useEffect, useRef, useState } from 'react';
import { SignButton } from '../ui/Button.tsx';
import { later } from '../ui/later.ts';
import { useKept } from '../ui/useKept.ts';
import { BESIDE, useMedia } from '../ui/useMedia.ts';
import { isTyping, useShortcut } from '../ui/useShortcut.ts';
import { BenchAddress } from './BenchAddress.tsx';
import { BenchCart } from './BenchCart.tsx';
import { useBench } from './BenchProvider.tsx';
import { BuyerSees } from './BuyerSees.tsx';
import { TrialPicker } from './TrialPicker.tsx';

const BenchExpects = later(() => import('./BenchExpects.tsx'), 'BenchExpects');
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
  const [shown, setShown] = useKept('bench-shown', ['open', 'folded']);
  // Where it has no room beside the page it is a drawer over it, which begins closed with each visit.
  const isBeside = useMedia(BESIDE);
  const [isDrawn, setIsDrawn] = useState(false);
  const isOpen = isBeside ? shown === 'open' : isDrawn;
  const open = (next: boolean) => (isBeside ? setShown(next ? 'open' : 'folded') : setIsDrawn(next));
  const drawer = useRef<HTMLElement>(null);
  useEffect(() => {
    if (isDrawn) drawer.current?.focus();
  }, [isDrawn]);
  if (!isOpen)
    return (
      <aside
        id="bench"
        tabIndex={-1}
        aria-label="Quote bench"
        className="w-11 shrink-0 border-line-strong border-s bg-paper py-2.5 text-center print:hidden"
      >
        <SignButton label="Show the bench" aria-expanded={false} onClick={() => open(true)}>
          <PanelRightOpen size={16} aria-hidden />
        </SignButton>
      </aside>
    );
  return (
    <aside
      ref={drawer}
      id="bench"
      tabIndex={-1}
      aria-label="Quote bench"
      onKeyDown={(event) => {
        if (event.key === 'Escape' && !isBeside && !event.defaultPrevented) setIsDrawn(false);
      }}
      className={`overflow-y-auto border-line-strong border-s bg-paper outline-none print:hidden ${
        isBeside ? 'relative w-[21rem] shrink-0 min-[1200px]:w-96' : 'absolute inset-y-0 end-0 z-30 w-96 max-w-full shadow-xl'
      }`}
    >
      <TrialPicker onFold={() => open(false)} />
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
        <BenchExpects />
      </Suspense>
      <Suspense>
        <Parcels />
      </Suspense>
    </aside>
  );
}
