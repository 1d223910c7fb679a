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
      { path: 'charges', lazy: async () => ({ Component: (await import('../features/charges/ChargesScreen.tsx')).ChargesScreen }) },
      { path: 'dates', lazy: async () => ({ Component: (await import('../features/dates/DatesScreen.tsx')).DatesScreen }) },
      {
        path: 'services/:service',
        lazy: async () => ({ Component: (await import('../features/service/ServiceScreen.tsx')).ServiceScreen }),
      },
      { path: 'publish', lazy: async () => ({ Component: (await import('../features/publish/PublishScreen.tsx')).PublishScreen }) },
      {
        path: 'shop',
        lazy: async () => ({ Component: (await import('./ShopLayout.tsx')).ShopLayout }),
        children: [
          { index: true, lazy: async () => ({ Component: (await import('../features/shop/ShopScreen.tsx')).ShopScreen }) },
          { path: 'goods', lazy: async () => ({ Component: (await import('../features/goods/GoodsScreen.tsx')).GoodsScreen }) },
          {
            path: 'packaging',
            lazy: async () => ({ Component: (await import('../features/packaging/PackagingScreen.tsx')).PackagingScreen }),
          },
          {
            path: 'locations',
            lazy: async () => ({ Component: (await import('../features/locations/LocationsScreen.tsx')).LocationsScreen }),
          },
          {
            path: 'dispatch',
            lazy: async () => ({ Component: (await import('../features/dispatch/DispatchScreen.tsx')).DispatchScreen }),
          },
          { path: 'places', lazy: async () => ({ Component: (await import('../features/served/ServedScreen.tsx')).ServedScreen }) },
        ],
      },
      { path: '*', element: <Lost what="No page is at this address." /> },
    ],
  },
]);
