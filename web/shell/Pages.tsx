import { createElement, useEffect, useState } from 'react';
import { ErrorBoundary, type FallbackProps } from 'react-error-boundary';
import { type Location, matchRoutes, Navigate, type RouteObject, useLocation, useRoutes } from 'react-router';
import { t } from '../lib/speech.ts';
import { Button } from '../ui/Button.tsx';
import { type Fetched, fetched } from '../ui/fetched.tsx';
import { Page } from '../ui/Page.tsx';
import { Refusal } from '../ui/Refusal.tsx';

const at = <P extends object>(path: string, part: Fetched<P>, props?: P): RouteObject => ({
  path,
  element: createElement(part, props),
  handle: part,
});

const Bench = fetched(() => import('../bench/Bench.tsx'));
const BatchPage = fetched(() => import('../stock/BatchPage.tsx'));
const ProductPage = fetched(() => import('../stock/product/ProductPage.tsx'));
const RecipePage = fetched(() => import('../recipes/RecipePage.tsx'));

const ROUTES: RouteObject[] = [
  { path: '/', element: <Navigate to="/yard" replace /> },
  { path: '/first-run', element: <Navigate to="/bench" replace /> },
  at(
    '/yard',
    fetched(() => import('../yard/Yard.tsx')),
  ),
  at(
    '/clocks/new',
    fetched(() => import('../clocks/NewClock.tsx')),
  ),
  at(
    '/clocks/:key',
    fetched(() => import('../clocks/ClockPage.tsx')),
  ),
  at('/bench', Bench),
  at(
    '/stock',
    fetched(() => import('../stock/Shelf.tsx')),
  ),
  at(
    '/stock/receive',
    fetched(() => import('../stock/Receive.tsx')),
  ),
  at(
    '/stock/lots/:lot',
    fetched(() => import('../stock/RecallPage.tsx')),
  ),
  at(
    '/stock/movements',
    fetched(() => import('../stock/LedgerList.tsx')),
  ),
  at(
    '/stock/counts',
    fetched(() => import('../stock/count/Counts.tsx')),
  ),
  at(
    '/stock/counts/:id',
    fetched(() => import('../stock/count/CountSheet.tsx')),
  ),
  at(
    '/stock/containers',
    fetched(() => import('../stock/Containers.tsx')),
  ),
  at(
    '/stock/costs',
    fetched(() => import('../stock/CostSums.tsx')),
  ),
  at(
    '/stock/import',
    fetched(() => import('../stock/ImportPage.tsx')),
  ),
  at(
    '/stock/trail',
    fetched(() => import('../stock/Trail.tsx')),
  ),
  at(
    '/stock/delivery',
    fetched(() => import('../stock/ReceiveDelivery.tsx')),
  ),
  at(
    '/stock/deliveries/:id',
    fetched(() => import('../stock/DeliveryPage.tsx')),
  ),
  at(
    '/stock/containers/:id',
    fetched(() => import('../stock/ContainerPage.tsx')),
  ),
  at('/stock/products/new', ProductPage),
  at('/stock/products/:id', ProductPage),
  at('/stock/products/:id/change', ProductPage, { change: true }),
  at(
    '/c/:code',
    fetched(() => import('../stock/ContainerByCode.tsx')),
  ),
  at('/stock/batches/:id', BatchPage),
  at('/b/:id', BatchPage),
  at(
    '/recipes',
    fetched(() => import('../recipes/Book.tsx')),
  ),
  at('/recipes/new', RecipePage),
  at(
    '/recipes/publish',
    fetched(() => import('../recipes/Publish.tsx')),
  ),
  at(
    '/recipes/costs',
    fetched(() => import('../recipes/Costs.tsx')),
  ),
  at(
    '/recipes/trials',
    fetched(() => import('../recipes/Trials.tsx')),
  ),
  at('/recipes/:id', RecipePage),
  at('/recipes/:id/change', RecipePage, { change: true }),
  at('/r/:id', RecipePage),
  at(
    '/rigs',
    fetched(() => import('../rigs/Rigs.tsx')),
  ),
  at(
    '/rigs/vessels/:id',
    fetched(() => import('../rigs/VesselPage.tsx')),
  ),
  at(
    '/rigs/vessels/:id/measure',
    fetched(() => import('../rigs/measure/MeasureDraw.tsx')),
  ),
  at(
    '/rigs/lines/:id',
    fetched(() => import('../rigs/dispenser/LinePage.tsx')),
  ),
  at(
    '/rigs/lines/:id/verify',
    fetched(() => import('../rigs/dispenser/VerifyLine.tsx')),
  ),
  at(
    '/rigs/lines/:id/change',
    fetched(() => import('../rigs/dispenser/ChangeOver.tsx')),
  ),
  at(
    '/rigs/devices/:id',
    fetched(() => import('../rigs/DevicePage.tsx')),
  ),
  at(
    '/rigs/measures/:id',
    fetched(() => import('../rigs/MeasurePage.tsx')),
  ),
  at(
    '/crew',
    fetched(() => import('../crew/Crew.tsx')),
  ),
  at(
    '/crew/:id',
    fetched(() => import('../crew/PersonPage.tsx')),
  ),
  at(
    '/shop',
    fetched(() => import('../shop/ShopPage.tsx')),
  ),
  { path: '*', element: <NoSuchPage /> },
];

const partAt = (location: Pick<Location, 'pathname'>): Fetched<object> | undefined =>
  matchRoutes(ROUTES, location)?.at(-1)?.route.handle;

/**
 * Most go to the Bench next, and what is mixed is mixed without a connection as well: it is fetched while a PIN is typed, or
 * once the page somebody came for is seen. Where it can't be had now, it is asked for again when somebody goes there.
 */
export const fetchBench = (): Promise<void> => Bench.fetch().catch(() => undefined);

/** Begins to fetch the page of an address, where there is one. */
export const fetchPageAt = (pathname: string): Promise<void> | undefined =>
  partAt({ pathname })
    ?.fetch()
    .catch(() => undefined);

/** The page of the address. What was there before stays until the next has been fetched. */
export function Pages() {
  const location = useLocation();
  return (
    <ErrorBoundary FallbackComponent={BrokenPage} resetKeys={[location.key]}>
      <PageAt location={location} />
    </ErrorBoundary>
  );
}

function PageAt({ location }: { location: Location }) {
  const [shown, show] = useState(location);
  const part = partAt(location);
  const here = part?.here() ?? true;
  if (here && shown !== location) show(location);
  useEffect(() => {
    if (here) return;
    let wanted = true;
    // Where it can't be fetched it says so itself.
    void fetchPageAt(location.pathname)?.then(() => wanted && show(location));
    return () => {
      wanted = false;
    };
  }, [here, location]);
  return useRoutes(ROUTES, shown);
}

function BrokenPage({ error, resetErrorBoundary }: FallbackProps) {
  return (
    <Page title={t('Something went wrong')}>
      <div className="flex flex-col items-start gap-5">
        <Refusal problem={error instanceof Error ? error : new Error(String(error))} />
        <Button bay onClick={resetErrorBoundary}>
          {t('Try again')}
        </Button>
      </div>
    </Page>
  );
}

function NoSuchPage() {
  return (
    <main className="p-5">
      <h1 className="mb-3">{t('There is nothing at this address')}</h1>
      <a href="/bench">{t('Go to the Bench')}</a>
    </main>
  );
}
