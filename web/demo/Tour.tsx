import { X } from 'lucide-react';
import { Link, useLocation, useNavigate } from 'react-router';
import { create } from 'zustand';
import { persist } from 'zustand/middleware';
import { useSession } from '../lib/session.tsx';
import { shopMs, shopNow } from '../lib/shopNow.ts';
import { t } from '../lib/speech.ts';
import { Button } from '../ui/Button.tsx';
import { timeOfDay } from '../ui/dates.ts';

/** The demo's time differs from the device's by more than clocks do. */
const OWN_TIME_MS = 5 * 60_000;

type Tour = { at: number | null; left: boolean; go: (at: number) => void; leave: () => void };

/** Where in the tour this device is: not begun, at a stop, or done with it. */
export const useTour = create<Tour>()(
  persist(
    (set) => ({
      at: null,
      left: false,
      go: (at) => set({ at, left: false }),
      leave: () => set({ at: null, left: true }),
    }),
    { name: 'kettle-tour' },
  ),
);

const STOPS: () => { to: string; name: string; words: string }[] = () => [
  {
    to: '/yard',
    name: t('The day'),
    words: t(
      'Bays with what soaks in them, and when it has to be rinsed. Below: bottles past their day and what runs out.',
    ),
  },
  {
    to: '/bench',
    name: t('A mix'),
    words: t(
      'Choose a recipe, then how dirty it is. Two numbers come: water first, then product. Pour books them; Undo takes it back.',
    ),
  },
  {
    to: '/clocks/new',
    name: t('A clock'),
    words: t(
      'What is laid, where and in what weather: the window follows. Too hot, and it says what would give it time.',
    ),
  },
  {
    to: '/recipes',
    name: t('The book'),
    words: t(
      'Strength and time for every level of soil. A manager drafts, compares and publishes: PINs stand on the sign-in page.',
    ),
  },
  {
    to: '/stock',
    name: t('The shelf'),
    words: t(
      'Every container with what is left in it. One jug is past its date, one litre is missing, and one pump head pours too much: the movements tell.',
    ),
  },
  {
    to: '/rigs',
    name: t('What it is mixed in'),
    words: t('Bottles, cannons and the wall dispenser. A cannon’s draw is measured with a stopwatch, once.'),
  },
];

/** The stop of the tour that is on, above its page; it can be left at any point. */
export function TourStop() {
  const { settings } = useSession();
  const { at, go, leave } = useTour();
  const navigate = useNavigate();
  const { pathname } = useLocation();
  const stops = STOPS();
  const stop = at === null ? undefined : stops[at];
  if (!settings.demo || !stop || at === null) return null;
  const step = (by: number) => {
    const to = stops[at + by];
    if (!to) return leave();
    go(at + by);
    navigate(to.to);
  };
  return (
    <aside
      aria-label={t('Tour')}
      className="no-print flex flex-wrap items-center gap-x-5 gap-y-2 border-b-2 border-ink px-4 py-2 lg:px-8"
    >
      <p className="min-w-0 flex-1 basis-80 leading-snug" role="status">
        <strong>
          {t('{0} of {1}', at + 1, stops.length)} {stop.name}.
        </strong>{' '}
        {stop.words} {pathname !== stop.to && <Link to={stop.to}>{t('Go there')}</Link>}
      </p>
      <span className="flex gap-3">
        {at > 0 && <Button onClick={() => step(-1)}>{t('Back')}</Button>}
        <Button look="main" onClick={() => step(1)}>
          {at + 1 < stops.length ? t('Next') : t('Done')}
        </Button>
        <button
          type="button"
          aria-label={t('Leave the tour')}
          className="flex size-12 items-center justify-center"
          onClick={leave}
        >
          <X aria-hidden />
        </button>
      </span>
    </aside>
  );
}

/** In the demo’s Yard: whose time it is, and a look around until somebody had it or doesn’t want it. */
export function TourOffer() {
  const { settings, shop } = useSession();
  const { at, left, go, leave } = useTour();
  if (!settings.demo) return null;
  const ownTime = Math.abs(shopMs() - Date.now()) > OWN_TIME_MS;
  const offered = at === null && !left;
  if (!ownTime && !offered) return null;
  return (
    <div className="no-print mb-5 flex flex-wrap items-center gap-x-5 gap-y-2 border-y border-hairline py-2">
      <p className="min-w-0 flex-1 basis-60">
        {t('This is a made-up shop.')}{' '}
        {ownTime &&
          t(
            'It keeps its own time, {0}, so that it is always open.',
            timeOfDay(shopNow().toISOString(), shop.zone),
          )}
      </p>
      {offered && (
        <span className="flex flex-wrap gap-x-3 gap-y-2 *:whitespace-nowrap">
          <Button onClick={() => go(0)}>{t('Look around in two minutes')}</Button>
          <Button onClick={leave}>{t('No, thanks')}</Button>
        </span>
      )}
    </div>
  );
}
