import { lazy, Suspense, useEffect } from 'react';
import { Navigate, Route, Routes } from 'react-router';
import { useLive } from '../state/live.ts';
import { shopQuery, whoQuery } from '../state/queries.ts';
import { useDevice } from '../state/theme.ts';
import { useQuery } from '../state/useQuery.ts';
import { Refusal } from '../ui/Refusal.tsx';
import { fetchBench, loadBench } from './loadBench.ts';
import { Shell } from './Shell.tsx';
import { SignIn } from './SignIn.tsx';
import { SessionProvider } from './session.tsx';
import { useIdleLock } from './useIdleLock.ts';

/** So long after somebody is signed in, with the page they came for on its way. */
const AFTER_FIRST_MS = 400;

const Bench = lazy(loadBench);
const FirstRun = lazy(() => import('../shop/FirstRun.tsx'));
const Yard = lazy(() => import('../yard/Yard.tsx'));
const NewClock = lazy(() => import('../clocks/NewClock.tsx'));
const ClockPage = lazy(() => import('../clocks/ClockPage.tsx'));
const Shelf = lazy(() => import('../stock/Shelf.tsx'));
const ContainerPage = lazy(() => import('../stock/ContainerPage.tsx'));
const BatchPage = lazy(() => import('../stock/BatchPage.tsx'));
const ContainerByCode = lazy(() => import('../stock/ContainerByCode.tsx'));
const LedgerList = lazy(() => import('../stock/LedgerList.tsx'));
const RecallPage = lazy(() => import('../stock/RecallPage.tsx'));
const ReceiveDelivery = lazy(() => import('../stock/ReceiveDelivery.tsx'));
const DeliveryPage = lazy(() => import('../stock/DeliveryPage.tsx'));
const Receive = lazy(() => import('../stock/Receive.tsx'));
const ProductPage = lazy(() => import('../stock/product/ProductPage.tsx'));
const Book = lazy(() => import('../recipes/Book.tsx'));
const RecipePage = lazy(() => import('../recipes/RecipePage.tsx'));
const Costs = lazy(() => import('../recipes/Costs.tsx'));
const Trials = lazy(() => import('../recipes/Trials.tsx'));
const Publish = lazy(() => import('../recipes/Publish.tsx'));
const Rigs = lazy(() => import('../rigs/Rigs.tsx'));
const VesselPage = lazy(() => import('../rigs/VesselPage.tsx'));
const MeasureDraw = lazy(() => import('../rigs/measure/MeasureDraw.tsx'));
const LinePage = lazy(() => import('../rigs/dispenser/LinePage.tsx'));
const VerifyLine = lazy(() => import('../rigs/dispenser/VerifyLine.tsx'));
const ChangeOver = lazy(() => import('../rigs/dispenser/ChangeOver.tsx'));
const DevicePage = lazy(() => import('../rigs/DevicePage.tsx'));
const MeasurePage = lazy(() => import('../rigs/MeasurePage.tsx'));
const Crew = lazy(() => import('../crew/Crew.tsx'));
const PersonPage = lazy(() => import('../crew/PersonPage.tsx'));
const LockScreen = lazy(() => import('./LockScreen.tsx'));
const Counts = lazy(() => import('../stock/count/Counts.tsx'));
const CountSheet = lazy(() => import('../stock/count/CountSheet.tsx'));
const Containers = lazy(() => import('../stock/Containers.tsx'));
const CostSums = lazy(() => import('../stock/CostSums.tsx'));
const ImportPage = lazy(() => import('../stock/ImportPage.tsx'));
const Trail = lazy(() => import('../stock/Trail.tsx'));
const ShopPage = lazy(() => import('../shop/ShopPage.tsx'));

export function App() {
  const shop = useQuery(shopQuery);
  const who = useQuery(whoQuery);
  useLive(Boolean(who.data));
  useIdleLock(who.data && !who.data.locked ? (shop.data?.shop?.lockMinutes ?? 0) : 0);
  const units = useDevice((state) => state.units);
  const signedIn = Boolean(who.data);
  useEffect(() => {
    if (!signedIn) return;
    const later = setTimeout(() => fetchBench(), AFTER_FIRST_MS);
    return () => clearTimeout(later);
  }, [signedIn]);

  const error = shop.error ?? who.error;
  if (error) {
    return (
      <main className="mx-auto max-w-xl p-5">
        <h1 className="mb-5">Kettle Mix</h1>
        <Refusal problem={error} />
        <button
          type="button"
          className="mt-5 min-h-12 border border-ink px-5"
          onClick={() => window.location.reload()}
        >
          Try again
        </button>
      </main>
    );
  }
  if (!shop.data || who.data === undefined) return null;
  if (shop.data.needsFirstRun || !shop.data.shop) {
    return (
      <Suspense>
        <FirstRun />
      </Suspense>
    );
  }
  if (!who.data) return <SignIn shop={shop.data.shop} />;
  const settings = shop.data.shop;
  const session = { who: who.data, settings, shop: units ? { ...settings, units } : settings };
  if (who.data.locked) {
    return (
      <SessionProvider value={session}>
        <Suspense>
          <LockScreen />
        </Suspense>
      </SessionProvider>
    );
  }
  return (
    <SessionProvider value={session}>
      <Shell>
        <Suspense>
          <Routes>
            <Route path="/" element={<Navigate to="/yard" replace />} />
            <Route path="/first-run" element={<Navigate to="/bench" replace />} />
            <Route path="/yard" element={<Yard />} />
            <Route path="/clocks/new" element={<NewClock />} />
            <Route path="/clocks/:key" element={<ClockPage />} />
            <Route path="/bench" element={<Bench />} />
            <Route path="/stock" element={<Shelf />} />
            <Route path="/stock/receive" element={<Receive />} />
            <Route path="/stock/lots/:lot" element={<RecallPage />} />
            <Route path="/stock/movements" element={<LedgerList />} />
            <Route path="/stock/counts" element={<Counts />} />
            <Route path="/stock/counts/:id" element={<CountSheet />} />
            <Route path="/stock/containers" element={<Containers />} />
            <Route path="/stock/costs" element={<CostSums />} />
            <Route path="/stock/import" element={<ImportPage />} />
            <Route path="/stock/trail" element={<Trail />} />
            <Route path="/stock/delivery" element={<ReceiveDelivery />} />
            <Route path="/stock/deliveries/:id" element={<DeliveryPage />} />
            <Route path="/stock/containers/:id" element={<ContainerPage />} />
            <Route path="/stock/products/new" element={<ProductPage />} />
            <Route path="/stock/products/:id" element={<ProductPage />} />
            <Route path="/stock/products/:id/change" element={<ProductPage change />} />
            <Route path="/c/:code" element={<ContainerByCode />} />
            <Route path="/stock/batches/:id" element={<BatchPage />} />
            <Route path="/b/:id" element={<BatchPage />} />
            <Route path="/recipes" element={<Book />} />
            <Route path="/recipes/new" element={<RecipePage />} />
            <Route path="/recipes/publish" element={<Publish />} />
            <Route path="/recipes/costs" element={<Costs />} />
            <Route path="/recipes/trials" element={<Trials />} />
            <Route path="/recipes/:id" element={<RecipePage />} />
            <Route path="/recipes/:id/change" element={<RecipePage change />} />
            <Route path="/r/:id" element={<RecipePage />} />
            <Route path="/rigs" element={<Rigs />} />
            <Route path="/rigs/vessels/:id" element={<VesselPage />} />
            <Route path="/rigs/vessels/:id/measure" element={<MeasureDraw />} />
            <Route path="/rigs/lines/:id" element={<LinePage />} />
            <Route path="/rigs/lines/:id/verify" element={<VerifyLine />} />
            <Route path="/rigs/lines/:id/change" element={<ChangeOver />} />
            <Route path="/rigs/devices/:id" element={<DevicePage />} />
            <Route path="/rigs/measures/:id" element={<MeasurePage />} />
            <Route path="/crew" element={<Crew />} />
            <Route path="/crew/:id" element={<PersonPage />} />
            <Route path="/shop" element={<ShopPage />} />
            <Route path="*" element={<NoSuchPage />} />
          </Routes>
        </Suspense>
      </Shell>
    </SessionProvider>
  );
}

function NoSuchPage() {
  return (
    <main className="p-5">
      <h1 className="mb-3">There is nothing at this address</h1>
      <a href="/bench">Go to the Bench</a>
    </main>
  );
}
