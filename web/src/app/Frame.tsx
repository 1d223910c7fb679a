import { Suspense, useLayoutEffect, useRef } from 'react';
import { ErrorBoundary } from 'react-error-boundary';
import { Outlet, useLocation } from 'react-router';
import { BenchPanel } from '../bench/BenchPanel.tsx';
import { useDraft, useSaving } from '../draft/DraftProvider.tsx';
import { Broken } from '../ui/Lost.tsx';
import { later } from '../ui/later.ts';
import { directionOf } from '../words/direction.ts';
import { Header } from './Header.tsx';
import { PARTS, toPart } from './parts.ts';
import { usePageKeys } from './usePageKeys.ts';
import { useScrollPlace } from './useScrollPlace.ts';

const Palette = later(() => import('../features/palette/Palette.tsx'), 'Palette');
const ProofWatch = later(() => import('../proof/ProofWatch.tsx'), 'ProofWatch');
const StaleNotice = later(() => import('./StaleNotice.tsx'), 'StaleNotice');

/** Loaded with the first change of somebody else. */
function Overtaken() {
  const { save } = useSaving();
  return <Suspense>{save.tag === 'stale' && <StaleNotice save={save} />}</Suspense>;
}

/** The first stops of the Tab key, seen only then. */
function SkipLinks() {
  return (
    <nav aria-label="Skip to" className="contents">
      {PARTS.map((part) => (
        <button
          key={part}
          type="button"
          className="sr-only z-60 rounded-md bg-paper px-3 py-2 focus:not-sr-only focus:absolute focus:start-4 focus:top-1"
          onClick={() => toPart(part)}
        >
          Skip to the {part}
        </button>
      ))}
    </nav>
  );
}

/** The ink header, the screen, and the bench beside it. */
export function Frame() {
  const { pathname } = useLocation();
  const main = useRef<HTMLElement>(null);
  useScrollPlace(main);
  // The order that is open stands where the bench does elsewhere.
  const atDesk = pathname.startsWith('/orders');
  const { locale } = useDraft().book.shop;
  useLayoutEffect(() => {
    document.documentElement.dir = directionOf(locale);
  }, [locale]);
  const { finding, setFinding, find, ahead, help } = usePageKeys();
  return (
    <div className="flex h-dvh flex-col print:block print:h-auto">
      <SkipLinks />
      <Header onFind={find} onHelp={help} />
      <div className="relative flex min-h-0 flex-1 print:block">
        <main ref={main} id="page" tabIndex={-1} className="relative min-w-0 flex-1 overflow-auto outline-none print:overflow-visible">
          <Overtaken />
          {/* A screen that fails takes neither the frame with it nor what waits to be saved. */}
          <ErrorBoundary FallbackComponent={Broken} resetKeys={[pathname]}>
            <Suspense fallback={<p className="p-4 text-ash">Opening…</p>}>
              <Outlet />
            </Suspense>
          </ErrorBoundary>
        </main>
        {!atDesk && <BenchPanel />}
      </div>
      <Suspense>
        <ProofWatch />
      </Suspense>
      <Suspense>{finding && <Palette ahead={ahead} onClose={() => setFinding(false)} />}</Suspense>
    </div>
  );
}
