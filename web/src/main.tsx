import './theme.css';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { StrictMode, Suspense } from 'react';
import { createRoot } from 'react-dom/client';
import { ErrorBoundary } from 'react-error-boundary';
import { BrowserRouter } from 'react-router';
import { ApiProblem } from './api/client.ts';
import { Screens } from './app/routes.tsx';
import { keepFocus } from './ui/keepFocus.ts';
import { Broken } from './ui/Lost.tsx';
import { later } from './ui/later.ts';

// Not needed for the first look at the sheet.
const Toasts = later(() => import('./ui/Toasts.tsx'), 'Toasts');

const client = new QueryClient({ defaultOptions: { queries: { retry: (tries, error) => tries < 1 && !(error instanceof ApiProblem) } } });
const root = document.getElementById('root');
if (!root) throw new Error('index.html has no #root');

// Once the first screen has settled.
if (import.meta.env.PROD)
  setTimeout(() => void import('./app/keepParts.ts').then(({ keepParts }) => keepParts()).catch(() => undefined), 3000);
// The shop's own address leads to the rate book. Said here, it is drawn at once; as a step of the router it would come after all else.
if (window.location.pathname === '/') window.history.replaceState(null, '', `/book${window.location.search}`);
keepFocus();
createRoot(root).render(
  <StrictMode>
    <QueryClientProvider client={client}>
      <BrowserRouter>
        <ErrorBoundary FallbackComponent={Broken}>
          <Suspense>
            <Screens />
          </Suspense>
        </ErrorBoundary>
      </BrowserRouter>
      <Suspense>
        <Toasts />
      </Suspense>
    </QueryClientProvider>
  </StrictMode>,
);
