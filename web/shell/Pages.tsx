import { QueryErrorResetBoundary } from '@tanstack/react-query';
import { createElement, Suspense, useEffect, useState } from 'react';
import { ErrorBoundary } from 'react-error-boundary';
import {
  Link,
  type Location,
  matchRoutes,
  Navigate,
  type RouteObject,
  useLocation,
  useRoutes,
} from 'react-router';
import { t } from '../lib/speech.ts';
import { queryClient, whoQuery } from '../state/queries.ts';
import type { PageQuery } from '../state/useAsked.ts';
import { type Fetched, fetched } from '../ui/fetched.tsx';
import { Page } from '../ui/Page.tsx';
import { Waiting } from '../ui/Waiting.tsx';
import { BrokenPage } from './BrokenPage.tsx';

const at = <P extends object>(path: string, part: Fetched<P>, props?: P): RouteObject => ({
  path,
  element: createElement(part, props),
  handle: part,
});

const Bench = fetched(() => import('../bench/Bench.tsx'));
const BatchPage = fetched(() => import('../stock/batch/BatchPage.tsx'));
const ProductPage = fetched(() => import('../stock/product/ProductPage.tsx'));
const RecipePage = fetched(() => import('../recipes/RecipePage.tsx'));

const ROUTES: RouteObject[] = [
  { path: '/', element: <Navigate to="/yard" replace /> },
  { path: '/first-run', element: <Navigate to="/opening/equipment" replace /> },
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
  at(
    '/plan',
    fetched(() => import('../plan/Plan.tsx')),
  ),
  at(
    '/plan/day',
    fetched(() => import('../plan/Day.tsx')),
  ),
  at('/bench', Bench),
  at(
    '/run',
    fetched(() => import('../run/RunsPage.tsx')),
  ),
  at(
    '/run/learned',
    fetched(() => import('../run/LearnedPage.tsx')),
  ),
  at(
    '/run/laid',
    fetched(() => import('../run/WhoHad.tsx')),
  ),
  at(
    '/vehicles/:id',
    fetched(() => import('../vehicle/VehiclePage.tsx')),
  ),
  at(
    '/run/:key',
    fetched(() => import('../run/RunPage.tsx')),
  ),
  at(
    '/stock',
    fetched(() => import('../stock/shelf/Shelf.tsx')),
  ),
  at(
    '/stock/receive',
    fetched(() => import('../stock/incoming/Receive.tsx')),
  ),
  at(
    '/stock/lots/:lot',
    fetched(() => import('../stock/movements/RecallPage.tsx')),
  ),
  at(
    '/stock/movements',
    fetched(() => import('../stock/movements/LedgerList.tsx')),
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
    fetched(() => import('../stock/shelf/Containers.tsx')),
  ),
  at(
    '/stock/run-out',
    fetched(() => import('../stock/runOut/RunOutPage.tsx')),
  ),
  at(
    '/stock/orders',
    fetched(() => import('../stock/orders/OrdersPage.tsx')),
  ),
  at(
    '/stock/orders/:id',
    fetched(() => import('../stock/orders/OrderPage.tsx')),
  ),
  at(
    '/stock/costs',
    fetched(() => import('../stock/movements/CostSums.tsx')),
  ),
  at(
    '/stock/import',
    fetched(() => import('../stock/incoming/ImportPage.tsx')),
  ),
  at(
    '/stock/trail',
    fetched(() => import('../stock/movements/Trail.tsx')),
  ),
  at(
    '/stock/delivery',
    fetched(() => import('../stock/incoming/ReceiveDelivery.tsx')),
  ),
  at(
    '/stock/deliveries/:id',
    fetched(() => import('../stock/incoming/DeliveryPage.tsx')),
  ),
  at(
    '/stock/containers/:id',
    fetched(() => import('../stock/container/ContainerPage.tsx')),
  ),
  at(
    '/opening/equipment',
    fetched(() => import('../opening/Equipment.tsx')),
  ),
  at(
    '/opening/products',
    fetched(() => import('../opening/ProductCards.tsx')),
  ),
  at(
    '/opening/recipes',
    fetched(() => import('../opening/FirstRecipes.tsx')),
  ),
  at(
    '/opening/file',
    fetched(() => import('../opening/SetUpFromFile.tsx')),
  ),
  at('/stock/products/new', ProductPage),
  at('/stock/products/:id', ProductPage),
  at('/stock/products/:id/change', ProductPage, { change: true }),
  at(
    '/c/:code',
    fetched(() => import('../stock/container/ContainerByCode.tsx')),
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
    '/review',
    fetched(() => import('../review/Review.tsx')),
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

type To = Pick<Location, 'pathname'>;

const partAt = (location: To): Fetched<object> | undefined =>
  matchRoutes(ROUTES, location)?.at(-1)?.route.handle;

/** What the page of an address is shown with, as far as that is known. */
function needsAt(location: To): readonly PageQuery[] {
  const match = matchRoutes(ROUTES, location)?.at(-1);
  const part: Fetched<object> | undefined = match?.route.handle;
  const who = queryClient.getQueryData(whoQuery.queryKey);
  return (match && who && part?.needs({ params: match.params, personId: who.personId })) ?? [];
}

/** Whether the page of an address can be shown at once. */
const isHere = (location: To): boolean =>
  (partAt(location)?.here() ?? true) &&
  needsAt(location).every(
    ({ queryKey }) => (queryClient.getQueryState(queryKey)?.status ?? 'pending') !== 'pending',
  );

/**
 * Most go to the Bench next, and what is mixed is mixed without a connection as well: it is fetched while a PIN is typed, or
 * once the page somebody came for is seen. Where it can't be had now, it is asked for again when somebody goes there.
 */
export const fetchBench = (): Promise<void> => Bench.fetch().catch(() => undefined);

/**
 * Fetches the page of an address, where there is one, and asks for what it is shown with. What can't be had is no matter:
 * the page says so itself.
 */
export async function fetchPageAt(pathname: string): Promise<void> {
  try {
    await partAt({ pathname })?.fetch();
    await Promise.all(needsAt({ pathname }).map((asked) => queryClient.ensureQueryData(asked)));
  } catch {
    // It says so itself.
  }
}

/** The page of the address. What was there before stays until the next has come, with what it is shown with. */
export function Pages() {
  const location = useLocation();
  return (
    <QueryErrorResetBoundary>
      {({ reset }) => (
        <ErrorBoundary FallbackComponent={BrokenPage} onReset={reset} resetKeys={[location.key]}>
          <Suspense fallback={<Waiting />}>
            <PageAt location={location} />
          </Suspense>
        </ErrorBoundary>
      )}
    </QueryErrorResetBoundary>
  );
}

/** So long the page before stays, while the next is on its way. */
const LONG_MS = 1_000;

function PageAt({ location }: { location: Location }) {
  const here = isHere(location);
  const [shown, show] = useState(here ? location : null);
  if (here && shown !== location) show(location);
  useEffect(() => {
    if (here) return;
    let wanted = true;
    const come = () => wanted && show(location);
    void fetchPageAt(location.pathname).then(come);
    // Without a connection what is asked for waits until there is one: it is seen to wait.
    const later = setTimeout(come, LONG_MS);
    return () => {
      wanted = false;
      clearTimeout(later);
    };
  }, [here, location]);
  const page = useRoutes(ROUTES, shown ?? location);
  return shown ? page : <Waiting />;
}

function NoSuchPage() {
  return (
    <Page title={t('There is nothing at this address')}>
      <Link to="/bench">{t('Go to the Bench')}</Link>
    </Page>
  );
}
