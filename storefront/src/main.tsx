import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { App } from './App.tsx';
import { FrontProvider } from './FrontProvider.tsx';
import './theme.css';

const root = document.getElementById('root');
if (!root) throw new Error('The page has no place for the shop');
createRoot(root).render(
  <StrictMode>
    <FrontProvider>
      <App />
    </FrontProvider>
  </StrictMode>,
);
