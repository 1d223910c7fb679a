import { Navigate, Route, Routes } from 'react-router';
import { RateBookScreen } from '../features/rate-book/RateBookScreen.tsx';
import { Lost } from '../ui/Lost.tsx';
import { later } from '../ui/later.ts';
import { App } from './App.tsx';

const ZoneScreen = later(() => import('../features/zone/ZoneScreen.tsx'), 'ZoneScreen');
const LaneScreen = later(() => import('../features/lane/LaneScreen.tsx'), 'LaneScreen');
const ChargesScreen = later(() => import('../features/charges/ChargesScreen.tsx'), 'ChargesScreen');
const CostsLayout = later(() => import('./TabbedScreens.tsx'), 'CostsLayout');
const CostsScreen = later(() => import('../features/costs/CostsScreen.tsx'), 'CostsScreen');
const FitScreen = later(() => import('../features/costs/FitScreen.tsx'), 'FitScreen');
const LabelDesk = later(() => import('../features/costs/LabelDesk.tsx'), 'LabelDesk');
const DatesLayout = later(() => import('./TabbedScreens.tsx'), 'DatesLayout');
const DatesScreen = later(() => import('../features/dates/DatesScreen.tsx'), 'DatesScreen');
const ProofLayout = later(() => import('./TabbedScreens.tsx'), 'ProofLayout');
const EditionsScreen = later(() => import('../features/editions/EditionsScreen.tsx'), 'EditionsScreen');
const TrialsScreen = later(() => import('../features/trials/TrialsScreen.tsx'), 'TrialsScreen');
const CoverageScreen = later(() => import('../features/proof/CoverageScreen.tsx'), 'CoverageScreen');
const FindingsScreen = later(() => import('../features/proof/FindingsScreen.tsx'), 'FindingsScreen');
const ServiceScreen = later(() => import('../features/service/ServiceScreen.tsx'), 'ServiceScreen');
const PublishScreen = later(() => import('../features/publish/PublishScreen.tsx'), 'PublishScreen');
const DispatchScreen = later(() => import('../features/dispatch/DispatchScreen.tsx'), 'DispatchScreen');
const DeskScreen = later(() => import('../features/orders/DeskScreen.tsx'), 'DeskScreen');
const PapersScreen = later(() => import('../features/orders/PapersScreen.tsx'), 'PapersScreen');
const OrderPanel = later(() => import('../features/orders/OrderPanel.tsx'), 'OrderPanel');
const ShopScreens = later(() => import('./ShopScreens.tsx'), 'ShopScreens');
const GuideScreen = later(() => import('../features/guide/GuideScreen.tsx'), 'GuideScreen');
const RecipesScreen = later(() => import('../features/recipes/RecipesScreen.tsx'), 'RecipesScreen');
const RecipeForm = later(() => import('../features/recipes/RecipeForm.tsx'), 'RecipeForm');
const AccountScreen = later(() => import('../features/account/AccountScreen.tsx'), 'AccountScreen');
const JoinScreen = later(() => import('../features/account/JoinScreen.tsx'), 'JoinScreen');

export function Screens() {
  return (
    <Routes>
      <Route path="/" element={<App />}>
        <Route index element={<Navigate to="/book" replace />} />
        <Route path="book" element={<RateBookScreen />} />
        <Route path="book/:zone" element={<ZoneScreen />} />
        <Route path="book/:zone/:service" element={<LaneScreen />} />
        <Route path="recipes" element={<RecipesScreen />}>
          <Route path=":recipe" element={<RecipeForm />} />
        </Route>
        <Route path="charges" element={<ChargesScreen />} />
        <Route path="costs" element={<CostsLayout />}>
          <Route index element={<CostsScreen />} />
          <Route path="fit" element={<FitScreen />} />
          <Route path="label" element={<LabelDesk />} />
        </Route>
        <Route path="dates" element={<DatesLayout />}>
          <Route index element={<DatesScreen />} />
          <Route path="dispatch" element={<DispatchScreen />} />
        </Route>
        <Route path="proof" element={<ProofLayout />}>
          <Route index element={<FindingsScreen />} />
          <Route path="coverage" element={<CoverageScreen />} />
          <Route path="trials" element={<TrialsScreen />} />
        </Route>
        <Route path="orders/papers" element={<PapersScreen />} />
        <Route path="orders" element={<DeskScreen />}>
          <Route path=":number" element={<OrderPanel />} />
        </Route>
        <Route path="services/:service" element={<ServiceScreen />} />
        <Route path="publish" element={<PublishScreen />} />
        <Route path="editions" element={<EditionsScreen />} />
        <Route path="shop/*" element={<ShopScreens />} />
        <Route path="guide" element={<GuideScreen />} />
        <Route path="guide/:page" element={<GuideScreen />} />
        <Route path="*" element={<Lost what="No page is at this address." />} />
      </Route>
      <Route path="account" element={<AccountScreen />} />
      <Route path="join" element={<JoinScreen />} />
    </Routes>
  );
}
