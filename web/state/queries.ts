import { MutationCache, onlineManager, QueryCache, QueryClient, queryOptions } from '@tanstack/react-query';
import type { Clock, FilmFactor, Unsettled } from '#contract/clocks.ts';
import type { Count, CountHead } from '#contract/counts.ts';
import type { Changeover, Line, LineCheck, Tip } from '#contract/dispensers.ts';
import type { Container, MeasureRow, Place, Vessel } from '#contract/equipment.ts';
import type { Instrument } from '#contract/instruments.ts';
import type { Job, Vehicle, VehicleHistory } from '#contract/jobs.ts';
import type { Movement, Page, Topic } from '#contract/ledger.ts';
import type { ProductNote } from '#contract/notes.ts';
import type { Feed, Notice } from '#contract/notices.ts';
import type { FirstDay } from '#contract/opening.ts';
import type { Bought, Order } from '#contract/orders.ts';
import type { Person, SignInName, SignOff, SignOffOf, Who } from '#contract/people.ts';
import type { Product } from '#contract/products.ts';
import type { RecipeOutcomes, RecipeRow, RecipeVersion } from '#contract/recipes.ts';
import type { Calibration, Device } from '#contract/rigs.ts';
import type { Backups, ShopState } from '#contract/shop.ts';
import type { Delivery, LedgerPage, MissingContainer, Recall, Supplier } from '#contract/stock.ts';
import type { TrailPage } from '#contract/trail.ts';
import type { Trial } from '#contract/trials.ts';
import type { WeatherNow } from '#contract/weather.ts';
import { ApiProblem, get } from '../lib/api.ts';
import { onChanged } from '../lib/changed.ts';
import { onDoubt } from '../lib/shopNow.ts';

/** A session that has ended leads back to the sign-in page, a locked one to its PIN; what was typed stays with its owner. */
const leaveIfSignedOut = (error: Error): void => {
  if (!(error instanceof ApiProblem)) return;
  const { code } = error.problem;
  if (code === 'session.none') queryClient.setQueryData(whoQuery.queryKey, null);
  if (code === 'session.locked')
    queryClient.setQueryData(whoQuery.queryKey, (who) => who && { ...who, locked: true });
};

export const queryClient = new QueryClient({
  queryCache: new QueryCache({ onError: leaveIfSignedOut }),
  mutationCache: new MutationCache({ onError: leaveIfSignedOut }),
  defaultOptions: {
    queries: {
      staleTime: 60_000,
      // What this device keeps is asked for without a connection, too.
      networkMode: 'offlineFirst',
      // Without one, what is not kept can't be had: that is said at once, and asked again with the next connection.
      retry: (failures, error) =>
        failures < 2 && onlineManager.isOnline() && error instanceof ApiProblem && error.problem.status === 0,
    },
  },
});

export const shopQuery = queryOptions({ queryKey: ['shop'], queryFn: () => get<ShopState>('/shop') });
export const whoQuery = queryOptions({
  queryKey: ['who'],
  queryFn: () => get<Who | null>('/sessions/current'),
});
export const namesQuery = queryOptions({
  queryKey: ['names'],
  queryFn: () => get<SignInName[]>('/sessions/names'),
});
/** What a new shop has done of its first day. */
export const firstDayQuery = queryOptions({
  queryKey: ['first-day'],
  queryFn: () => get<FirstDay>('/opening'),
  staleTime: 0,
});
export const peopleQuery = queryOptions({ queryKey: ['people'], queryFn: () => get<Person[]>('/people') });
/** What someone is signed off for. */
export const signOffsQuery = (personId: number) =>
  queryOptions({
    queryKey: ['people', personId, 'sign-offs'],
    queryFn: () => get<SignOff[]>(`/people/${personId}/sign-offs`),
  });
/** The sign-offs of everybody. */
export const allSignOffsQuery = queryOptions({
  queryKey: ['people', 'sign-offs'],
  queryFn: () => get<SignOffOf[]>('/people/sign-offs'),
});
export const productsQuery = queryOptions({
  queryKey: ['products'],
  queryFn: () => get<Product[]>('/products'),
});
export const recipesQuery = queryOptions({
  queryKey: ['recipes'],
  queryFn: () => get<RecipeRow[]>('/recipes'),
});
/** Every published version of a recipe, newest first. */
export const versionsQuery = (id: number) =>
  queryOptions({
    queryKey: ['recipes', id, 'versions'],
    queryFn: () => get<RecipeVersion[]>(`/recipes/${id}/versions`),
  });
/** What was noted at the strengths recipes have now. */
export const recipeOutcomesQuery = queryOptions({
  queryKey: ['outcomes', 'recipes'],
  queryFn: () => get<RecipeOutcomes[]>('/recipes/outcomes'),
});
export const weatherQuery = queryOptions({
  queryKey: ['weather'],
  queryFn: () => get<WeatherNow>('/weather'),
  refetchInterval: 60_000,
});
/** Clocks that run, and those that ended a little while ago. */
export const clocksQuery = queryOptions({ queryKey: ['clocks'], queryFn: () => get<Clock[]>('/clocks') });
/** What was learned of how long films stay wet. */
export const filmFactorsQuery = queryOptions({
  queryKey: ['film-factors'],
  queryFn: () => get<FilmFactor[]>('/film-factors'),
});
export const unsettledQuery = queryOptions({
  queryKey: ['unsettled'],
  queryFn: () => get<Unsettled[]>('/unsettled'),
});
export const backupsQuery = queryOptions({ queryKey: ['backups'], queryFn: () => get<Backups>('/backups') });
/** What needs somebody, the foremost first. */
export const noticesQuery = queryOptions({
  queryKey: ['notices'],
  queryFn: () => get<Notice[]>('/notices'),
});
/** Whether there is a calendar of one's own. */
export const feedQuery = queryOptions({ queryKey: ['feed'], queryFn: () => get<Feed>('/notices/feed') });
/** Orders to suppliers: those that are open, and the last that are over. */
export const ordersQuery = queryOptions({ queryKey: ['orders'], queryFn: () => get<Order[]>('/orders') });
export const orderQuery = (id: number) =>
  queryOptions({ queryKey: ['orders', id], queryFn: () => get<Order>(`/orders/${id}`) });
/** What was bought of whom, the newest first. */
export const boughtQuery = queryOptions({
  queryKey: ['suppliers', 'bought'],
  queryFn: () => get<Bought[]>('/suppliers/bought'),
});
export const suppliersQuery = queryOptions({
  queryKey: ['suppliers'],
  queryFn: () => get<Supplier[]>('/suppliers'),
});
export const recallQuery = (lot: string) =>
  queryOptions({
    queryKey: ['movements', 'lot', lot],
    queryFn: () => get<Recall>(`/lots/${encodeURIComponent(lot)}`),
  });
export const deliveryQuery = (id: number) =>
  queryOptions({ queryKey: ['deliveries', id], queryFn: () => get<Delivery>(`/deliveries/${id}`) });
export const trialsQuery = queryOptions({ queryKey: ['trials'], queryFn: () => get<Trial[]>('/trials') });
/** The jobs of some days, as `2026-05-04`; the last counts. */
export const jobsQuery = (from: string, to: string) =>
  queryOptions({
    queryKey: ['jobs', from, to],
    queryFn: () => get<Job[]>(`/jobs?from=${from}&to=${to}`),
  });
export const jobQuery = (id: number) =>
  queryOptions({ queryKey: ['jobs', id], queryFn: () => get<Job>(`/jobs/${id}`) });
/** What tells the shop's own certificates from any other; null where connections are plain alone. */
export const trustQuery = queryOptions({
  queryKey: ['trust'],
  queryFn: () => get<{ fingerprint: string | null }>('/trust'),
});
/** A vehicle with all its visits. */
export const vehicleQuery = (id: number) =>
  queryOptions({ queryKey: ['vehicles', id], queryFn: () => get<VehicleHistory>(`/vehicles/${id}`) });
/** Vehicles that were here, those of some words. */
export const vehiclesQuery = (words: string) =>
  queryOptions({
    queryKey: ['vehicles', words],
    queryFn: () => get<Vehicle[]>(`/vehicles?words=${encodeURIComponent(words)}`),
  });
export const vesselsQuery = queryOptions({ queryKey: ['vessels'], queryFn: () => get<Vessel[]>('/vessels') });
/** How long somebody waits for what stands in the vessels after an act of their own, in milliseconds. */
const STANDS_WITHIN_MS = 5_000;
/**
 * Waits until the page knows what stands in the vessels after what was just done, for a while: else one's own act would
 * look like somebody else's to whatever is done next.
 */
export const seenInVessels = (): Promise<unknown> =>
  Promise.race([
    queryClient.fetchQuery(vesselsQuery).catch(() => null),
    new Promise((over) => setTimeout(over, STANDS_WITHIN_MS)),
  ]);
export const devicesQuery = queryOptions({ queryKey: ['devices'], queryFn: () => get<Device[]>('/devices') });
/** All that was measured on one cannon or gun. */
export const calibrationsQuery = (vesselId: number) =>
  queryOptions({
    queryKey: ['vessels', vesselId, 'calibrations'],
    queryFn: () => get<Calibration[]>(`/vessels/${vesselId}/calibrations`),
  });
export const linesQuery = queryOptions({ queryKey: ['lines'], queryFn: () => get<Line[]>('/lines') });
export const lineQuery = (id: number) =>
  queryOptions({ queryKey: ['lines', id], queryFn: () => get<Line>(`/lines/${id}`) });
export const tipsQuery = queryOptions({ queryKey: ['tips'], queryFn: () => get<Tip[]>('/tips') });
export const checksQuery = (lineId: number) =>
  queryOptions({
    queryKey: ['lines', lineId, 'checks'],
    queryFn: () => get<LineCheck[]>(`/lines/${lineId}/checks`),
  });
export const changeoversQuery = (lineId: number) =>
  queryOptions({
    queryKey: ['lines', lineId, 'changeovers'],
    queryFn: () => get<Changeover[]>(`/lines/${lineId}/changeovers`),
  });
export const instrumentsQuery = queryOptions({
  queryKey: ['instruments'],
  queryFn: () => get<Instrument[]>('/instruments'),
});
export const measuresQuery = queryOptions({
  queryKey: ['measures'],
  queryFn: () => get<MeasureRow[]>('/measures'),
});
export const placesQuery = queryOptions({ queryKey: ['places'], queryFn: () => get<Place[]>('/places') });
export const containersQuery = queryOptions({ queryKey: ['containers'], queryFn: allContainers });

/** Those nobody could find. */
export const missingQuery = queryOptions({
  queryKey: ['containers', 'missing'],
  queryFn: () => get<MissingContainer[]>('/containers/missing'),
});

/** Equipment that was retired, of one kind. */
export const retiredQuery = <R>(kind: 'products' | 'vessels' | 'measures' | 'devices' | 'recipes') =>
  queryOptions({ queryKey: [kind, 'retired'], queryFn: () => get<R[]>(`/${kind}?retired=true`) });

/** One row of equipment, in use or retired. */
export const rowQuery = <R>(
  kind: 'products' | 'vessels' | 'measures' | 'devices' | 'containers',
  id: number,
) => queryOptions({ queryKey: [kind, id], queryFn: () => get<R>(`/${kind}/${id}`) });

/** Whether the address of a page names nothing that is there yet. */
export const isNew = (id: string | undefined): boolean => id === undefined || id === 'new';

/** The row a page is about; null where it is to be a new one. */
export const rowOrNew = <R>(kind: 'products' | 'vessels' | 'measures' | 'devices', id: string | undefined) =>
  queryOptions({
    queryKey: [kind, isNew(id) ? 'new' : Number(id)],
    queryFn: () => (isNew(id) ? null : get<R>(`/${kind}/${id}`)),
  });
/** The recipe a page is about; null where it is to be a new one. */
export const recipeOrNew = (id: string | undefined) =>
  queryOptions({
    queryKey: ['recipes', id ?? 'new'],
    queryFn: () => (id === undefined ? null : get<RecipeRow>(`/recipes/${id}`)),
  });

/** A page of the ledger, by what stands in the address. */
export const ledgerPage = (filter: string, after: number | null) =>
  get<LedgerPage>(`/movements?${filter}${after === null ? '' : `&after=${after}`}`);

export const movementsPage = (id: number, after: number | null) =>
  get<Page<Movement>>(`/containers/${id}/movements${after === null ? '' : `?after=${after}`}`);

export const notesQuery = queryOptions({ queryKey: ['notes'], queryFn: () => get<ProductNote[]>('/notes') });
export const countsQuery = queryOptions({ queryKey: ['counts'], queryFn: () => get<CountHead[]>('/counts') });
export const countQuery = (id: number) =>
  queryOptions({ queryKey: ['counts', id], queryFn: () => get<Count>(`/counts/${id}`) });

export const trailPage = (filter: string, before: string | null) =>
  get<TrailPage>(`/trail?${filter}${before === null ? '' : `&before=${encodeURIComponent(before)}`}`);

async function allContainers(): Promise<Container[]> {
  const all: Container[] = [];
  let next: number | null = 0;
  while (next !== null) {
    const page: Page<Container> = await get(`/containers${next ? `?after=${next}` : ''}`);
    all.push(...page.rows);
    next = page.next;
  }
  return all;
}

onDoubt(() => void queryClient.invalidateQueries({ queryKey: ['shop'] }));

/** What to ask for again when something of a kind has changed. */
const ASK_AGAIN: Record<Topic, string[]> = {
  shop: ['shop', 'first-day', 'weather', 'first-aid'],
  people: ['first-day', 'people', 'names', 'trail'],
  products: ['products', 'first-day', 'containers', 'first-aid', 'notices'],
  vessels: ['first-day', 'vessels', 'notices'],
  devices: ['devices', 'lines', 'tips', 'instruments', 'notices'],
  measures: ['measures'],
  places: ['first-day', 'places', 'containers'],
  containers: [
    'containers',
    'movements',
    'batches',
    'lines',
    'suppliers',
    'deliveries',
    'orders',
    'trail',
    'counts',
    'notices',
  ],
  counts: ['counts', 'first-day', 'notices'],
  notes: ['notes'],
  imports: ['imports', 'containers', 'products'],
  labels: ['labels'],
  recipes: ['first-day', 'recipes', 'outcomes'],
  outcomes: ['outcomes', 'batches'],
  trials: ['trials'],
  jobs: ['jobs', 'vehicles', 'runs'],
  runs: ['runs', 'vehicles', 'notices'],
  photos: ['photos', 'vehicles'],
  orders: ['orders', 'notices'],
  weather: ['first-day', 'weather'],
  clocks: ['clocks', 'film-factors', 'outcomes'],
  unsettled: ['unsettled', 'notices'],
  backups: ['backups'],
};

/** Asks again for what a topic is about. An answer that was on its way may be from before: nobody waits for that one. */
export function askAgain(topic: Topic): void {
  for (const key of ASK_AGAIN[topic]) askAfresh([key]);
}

onChanged((what) => (what === 'anything' ? askAfresh() : what.forEach(askAgain)));

/** Asks again for what is shown, and for the rest once it is shown. */
export function askAfresh(queryKey?: readonly unknown[]): void {
  const of = queryKey ? { queryKey } : {};
  // Who waits for one that is shown gets the answer of the next.
  void queryClient.cancelQueries({ ...of, type: 'active' }, { silent: true });
  void queryClient.cancelQueries({ ...of, type: 'inactive' });
  void queryClient.invalidateQueries(of);
}
