import './theme.css';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { RouterProvider } from 'react-router/dom';
import { Toaster } from 'sonner';
import { router } from './app/routes.tsx';

const client = new QueryClient({ defaultOptions: { queries: { retry: 1 } } });
const root = document.getElementById('root');
if (!root) throw new Error('index.html has no #root');

createRoot(root).render(
  <StrictMode>
    <QueryClientProvider client={client}>
      <RouterProvider router={router} />
      <Toaster
        position="bottom-left"
        toastOptions={{ className: 'font-sans! text-base! rounded-lg! border-line-strong! bg-paper! text-ink!' }}
      />
    </QueryClientProvider>
  </StrictMode>,
);
