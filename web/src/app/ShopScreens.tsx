import { Navigate, Route, Routes, useLocation } from 'react-router';
import { Lost } from '../ui/Lost.tsx';
import { later } from '../ui/later.ts';
import { ShopLayout } from './TabbedScreens.tsx';

const CarriersScreen = later(() => import('../carriers/CarriersScreen.tsx'), 'CarriersScreen');
const ShopScreen = later(() => import('../features/shop/ShopScreen.tsx'), 'ShopScreen');
const GoodsScreen = later(() => import('../features/goods/GoodsScreen.tsx'), 'GoodsScreen');
const PackagingScreen = later(() => import('../features/packaging/PackagingScreen.tsx'), 'PackagingScreen');
const LocationsScreen = later(() => import('../features/locations/LocationsScreen.tsx'), 'LocationsScreen');
const BackupScreen = later(() => import('../features/backup/BackupScreen.tsx'), 'BackupScreen');
const ConnectScreen = later(() => import('../features/checkout/ConnectScreen.tsx'), 'ConnectScreen');
const WordsScreen = later(() => import('../features/buyer-words/WordsScreen.tsx'), 'WordsScreen');
const DeliveryPageScreen = later(() => import('../features/delivery-page/DeliveryPageScreen.tsx'), 'DeliveryPageScreen');
const MailScreen = later(() => import('../features/mail/MailScreen.tsx'), 'MailScreen');
const PeopleScreen = later(() => import('../features/people/PeopleScreen.tsx'), 'PeopleScreen');
const AuditScreen = later(() => import('../features/audit/AuditScreen.tsx'), 'AuditScreen');
const ServedScreen = later(() => import('../features/served/ServedScreen.tsx'), 'ServedScreen');

/** Where dispatch was once: an address that was kept leads on. */
function ToDispatch() {
  const { search } = useLocation();
  return <Navigate to={`/dates/dispatch${search}`} replace />;
}

/** Everything about the shop, each screen under its tab. */
export function ShopScreens() {
  return (
    <Routes>
      <Route element={<ShopLayout />}>
        <Route index element={<ShopScreen />} />
        <Route path="goods" element={<GoodsScreen />} />
        <Route path="carriers" element={<CarriersScreen />} />
        <Route path="packaging" element={<PackagingScreen />} />
        <Route path="locations" element={<LocationsScreen />} />
        <Route path="dispatch" element={<ToDispatch />} />
        <Route path="places" element={<ServedScreen />} />
        <Route path="backup" element={<BackupScreen />} />
        <Route path="words" element={<WordsScreen />} />
        <Route path="delivery" element={<DeliveryPageScreen />} />
        <Route path="checkout" element={<ConnectScreen />} />
        <Route path="mail" element={<MailScreen />} />
        <Route path="people" element={<PeopleScreen />} />
        <Route path="activity" element={<AuditScreen />} />
        <Route path="*" element={<Lost what="No page is at this address." />} />
      </Route>
    </Routes>
  );
}
