import { type ComponentType, lazy } from 'react';
import { Navigate, Route, Routes } from 'react-router';
import { RateBookScreen } from '../features/rate-book/RateBookScreen.tsx';
import { Lost } from '../ui/Lost.tsx';
import { App } from './App.tsx';

/** A screen that is loaded when it is first shown. */
const screen = <K extends string>(load: () => Promise<Record<K, ComponentType>>, name: K) =>
  lazy(async () => ({ default: (await load())[name] }));

const ZoneScreen = screen(() => import('../features/zone/ZoneScreen.tsx'), 'ZoneScreen');
const LaneScreen = screen(() => import('../features/lane/LaneScreen.tsx'), 'LaneScreen');
const CarriersScreen = screen(() => import('../features/carriers/CarriersScreen.tsx'), 'CarriersScreen');
const ChargesScreen = screen(() => import('../features/charges/ChargesScreen.tsx'), 'ChargesScreen');
const CostsLayout = screen(() => import('./TabbedScreens.tsx'), 'CostsLayout');
const CostsScreen = screen(() => import('../features/costs/CostsScreen.tsx'), 'CostsScreen');
const FitScreen = screen(() => import('../features/costs/FitScreen.tsx'), 'FitScreen');
const LabelTest = screen(() => import('../features/costs/LabelTest.tsx'), 'LabelTest');
const DatesScreen = screen(() => import('../features/dates/DatesScreen.tsx'), 'DatesScreen');
const ServiceScreen = screen(() => import('../features/service/ServiceScreen.tsx'), 'ServiceScreen');
const PublishScreen = screen(() => import('../features/publish/PublishScreen.tsx'), 'PublishScreen');
const ShopLayout = screen(() => import('./TabbedScreens.tsx'), 'ShopLayout');
const ShopScreen = screen(() => import('../features/shop/ShopScreen.tsx'), 'ShopScreen');
const GoodsScreen = screen(() => import('../features/goods/GoodsScreen.tsx'), 'GoodsScreen');
const PackagingScreen = screen(() => import('../features/packaging/PackagingScreen.tsx'), 'PackagingScreen');
const LocationsScreen = screen(() => import('../features/locations/LocationsScreen.tsx'), 'LocationsScreen');
const DispatchScreen = screen(() => import('../features/dispatch/DispatchScreen.tsx'), 'DispatchScreen');
const BackupScreen = screen(() => import('../features/backup/BackupScreen.tsx'), 'BackupScreen');
const ServedScreen = screen(() => import('../features/served/ServedScreen.tsx'), 'ServedScreen');

export function Screens() {
  return (
    <Routes>
      <Route path="/" element={<App />}>
        <Route index element={<Navigate to="/book" replace />} />
        <Route path="book" element={<RateBookScreen />} />
        <Route path="book/:zone" element={<ZoneScreen />} />
        <Route path="book/:zone/:service" element={<LaneScreen />} />
        <Route path="charges" element={<ChargesScreen />} />
        <Route path="costs" element={<CostsLayout />}>
          <Route index element={<CostsScreen />} />
          <Route path="fit" element={<FitScreen />} />
          <Route path="label" element={<LabelTest />} />
        </Route>
        <Route path="dates" element={<DatesScreen />} />
        <Route path="services/:service" element={<ServiceScreen />} />
        <Route path="publish" element={<PublishScreen />} />
        <Route path="shop" element={<ShopLayout />}>
          <Route index element={<ShopScreen />} />
          <Route path="goods" element={<GoodsScreen />} />
          <Route path="carriers" element={<CarriersScreen />} />
          <Route path="packaging" element={<PackagingScreen />} />
          <Route path="locations" element={<LocationsScreen />} />
          <Route path="dispatch" element={<DispatchScreen />} />
          <Route path="places" element={<ServedScreen />} />
          <Route path="backup" element={<BackupScreen />} />
        </Route>
        <Route path="*" element={<Lost what="No page is at this address." />} />
      </Route>
    </Routes>
  );
}
