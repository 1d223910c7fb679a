import { createBrowserRouter, Navigate } from 'react-router';
import { RateBookScreen } from '../features/rate-book/RateBookScreen.tsx';
import { Broken, Lost } from '../ui/Lost.tsx';
import { App } from './App.tsx';

export const router = createBrowserRouter([
  {
    path: '/',
    element: <App />,
    errorElement: <Broken />,
    hydrateFallbackElement: <p className="p-6 text-ash">Opening the rate book…</p>,
    children: [
      { index: true, element: <Navigate to="/book" replace /> },
      { path: 'book', element: <RateBookScreen /> },
      { path: 'book/:zone', lazy: async () => ({ Component: (await import('../features/zone/ZoneScreen.tsx')).ZoneScreen }) },
      { path: 'book/:zone/:service', lazy: async () => ({ Component: (await import('../features/lane/LaneScreen.tsx')).LaneScreen }) },
      { path: 'publish', lazy: async () => ({ Component: (await import('../features/publish/PublishScreen.tsx')).PublishScreen }) },
      { path: 'shop', lazy: async () => ({ Component: (await import('../features/shop/ShopScreen.tsx')).ShopScreen }) },
      { path: '*', element: <Lost what="No page is at this address." /> },
    ],
  },
]);
