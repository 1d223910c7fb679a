import { Suspense, useRef, useState } from 'react';
import { ErrorBoundary } from 'react-error-boundary';
import { Outlet, useLocation } from 'react-router';
import { BenchPanel } from '../bench/BenchPanel.tsx';
import { useDraftSession, useSaving } from '../draft/DraftProvider.tsx';
import { Broken } from '../ui/Lost.tsx';
import { later } from '../ui/later.ts';
import { hasOwnUndo, isTyping, useShortcut } from '../ui/useShortcut.ts';
import { Header } from './Header.tsx';
import { useScrollPlace } from './useScrollPlace.ts';

const Palette = later(() => import('../features/palette/Palette.tsx'), 'Palette');
const StaleNotice = later(() => import('./StaleNotice.tsx'), 'StaleNotice');
const Shortcuts = later(() => import('../features/palette/Shortcuts.tsx'), 'Shortcuts');

/** Loaded with the first change of somebody else. */
function Overtaken() {
  const { save } = useSaving();
  return <Suspense>{save.tag === 'stale' && <StaleNotice save={save} />}</Suspense>;
}

/** The ink header, the screen, and the bench beside it. */
export function Frame() {
  const session = useDraftSession();
  const { pathname } = useLocation();
  const main = useRef<HTMLElement>(null);
  useScrollPlace(main);
  const [finding, setFinding] = useState(false);
  const [help, setHelp] = useState(false);
  useShortcut((event) => {
    const command = event.ctrlKey || event.metaKey;
    const key = event.key.toLowerCase();
    if (command && key === 'k') {
      event.preventDefault();
      setFinding(true);
    } else if (command && (key === 'z' || key === 'y') && !hasOwnUndo(event.target)) {
      event.preventDefault();
      if (event.shiftKey || key === 'y') session.redo();
      else session.undo();
    } else if (event.key === '?' && !isTyping(event.target)) setHelp(true);
  });
  return (
    <div className="flex h-screen flex-col">
      <Header onFind={() => setFinding(true)} />
      <div className="flex min-h-0 flex-1">
        <main ref={main} className="relative min-w-0 flex-1 overflow-auto">
          <Overtaken />
          {/* A screen that fails takes neither the frame with it nor what waits to be saved. */}
          <ErrorBoundary FallbackComponent={Broken} resetKeys={[pathname]}>
            <Suspense fallback={<p className="p-4 text-ash">Opening…</p>}>
              <Outlet />
            </Suspense>
          </ErrorBoundary>
        </main>
        <BenchPanel />
      </div>
      <Suspense>
        {finding && <Palette onClose={() => setFinding(false)} onHelp={() => setHelp(true)} />}
        {help && <Shortcuts onClose={() => setHelp(false)} />}
      </Suspense>
    </div>
  );
}
