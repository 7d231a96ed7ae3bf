import { type ReactNode, useEffect, useState } from 'react';
import { NavLink, useLocation, useNavigate, useNavigationType } from 'react-router';
import { ClockStrip } from '../clocks/ClockStrip.tsx';
import { TourStop } from '../demo/Tour.tsx';
import { useOverride } from '../lib/override.ts';
import { useSession } from '../lib/session.tsx';
import { t } from '../lib/speech.ts';
import { leadsTo } from '../state/scannedCode.ts';
import { useScanner } from '../state/scanner.ts';
import { useScanWanted, wantScan } from '../state/scanWanted.ts';
import { useDevice } from '../state/theme.ts';
import { fetched } from '../ui/fetched.tsx';
import { fetchedDialog } from '../ui/fetchedDialog.tsx';
import { useKeydown } from '../ui/useKeydown.ts';
import { Emergency, useFirstAid } from './FirstAidButton.tsx';
import { placesOf } from './places.ts';
import { Reach } from './Reach.tsx';

const Find = fetchedDialog(() => import('./Find.tsx'));
const Keys = fetchedDialog(() => import('./Keys.tsx'));
const WhoMenu = fetched(() => import('./WhoMenu.tsx'), <span className="min-h-17 flex-1" />);
const WordDialog = fetchedDialog(() => import('./OverrideDialog.tsx'));

/**
 * The frame around every place. The places are graduations on a dipstick, wet up to where you are: down the side on a
 * wide screen, along the foot on a phone.
 */
export function Shell({ children }: { children: ReactNode }) {
  const [open, setOpen] = useState<Sheet | null>(null);
  useFirstAid();
  useJumps(setOpen);
  useTopOfPage();
  const scanWanted = useScanWanted((state) => state.wanted);
  const { asking, ask } = useOverride();
  const navigate = useNavigate();
  // What is scanned where nothing waits for it is looked up: a container, a batch, a recipe, a line of the dispenser.
  useScanner((code) => {
    setOpen(null);
    navigate(leadsTo(code));
  });
  return (
    <div className="flex min-h-dvh flex-col lg:flex-row">
      <button
        type="button"
        className="no-print sr-only focus:not-sr-only focus:fixed focus:top-0 focus:left-0 focus:z-20 focus:bg-ink focus:p-4 focus:text-ground"
        onClick={() => {
          const page = document.querySelector<HTMLElement>('main');
          page?.setAttribute('tabindex', '-1');
          page?.focus();
        }}
      >
        {t('Skip to the page')}
      </button>
      <Dipstick open={setOpen} />
      <div className="min-w-0 flex-1 pb-19 lg:pb-0">
        <Reach />
        <ClockStrip />
        <TourStop />
        {children}
      </div>
      {(open === 'find' || open === 'scan' || scanWanted) && (
        <Find
          scan={open === 'scan' || scanWanted}
          close={() => {
            setOpen(null);
            wantScan(false);
          }}
        />
      )}
      {open === 'emergency' && <Emergency close={() => setOpen(null)} />}
      {open === 'keys' && <Keys close={() => setOpen(null)} />}
      {asking && <WordDialog of={asking} close={() => ask(null)} />}
    </div>
  );
}

type Sheet = 'find' | 'scan' | 'keys' | 'emergency';

function Dipstick({ open }: { open: (sheet: Sheet) => void }) {
  const { who, shop } = useSession();
  const { pathname } = useLocation();
  const places = placesOf(who.role);
  const here = places.findIndex(
    ({ path }) => pathname.startsWith(path) || (path === '/yard' && pathname.startsWith('/clocks')),
  );
  const wet = here < 0 ? 0 : (places.length - here - 0.5) / places.length;
  const inBay = places.filter((p) => !p.desk).length;
  // Along the foot: the places of the bay, and First aid and who is signed in as wide as two of them.
  const along = here < 0 ? 0 : (Math.min(here, inBay + 1) + 0.5) / (inBay + 2);
  return (
    <nav
      aria-label={t('Places')}
      className="fixed inset-x-0 bottom-0 z-10 border-t border-ink bg-ground pb-[env(safe-area-inset-bottom)] lg:sticky lg:top-0 lg:h-dvh lg:w-37 lg:shrink-0 lg:overflow-y-auto lg:border-t-0 lg:pb-0"
    >
      <span
        aria-hidden
        className="absolute top-0 left-0 h-1.5 bg-ink lg:hidden"
        style={{ width: `${along * 100}%` }}
      />
      <div className="flex lg:h-full lg:flex-col">
        <p className="caps hidden shrink-0 px-4 pt-5 pb-5 leading-tight lg:block">{shop.name}</p>
        <div
          className="relative contents lg:flex lg:flex-col"
          // The places share what height there is, as long as each is wide enough for a glove.
          style={{ minHeight: `${places.length * 2.5}rem` }}
        >
          <span aria-hidden className="absolute top-0 right-0 hidden h-full border-r border-ink lg:block" />
          <span
            aria-hidden
            className="absolute right-0 bottom-0 hidden w-1.5 bg-ink motion-safe:transition-[height] lg:block"
            style={{ height: `${wet * 100}%` }}
          />
          {places.map(({ path, name, desk }) => (
            <NavLink
              key={path}
              to={path}
              className={`group relative min-h-(--places) flex-1 items-center justify-center text-[0.94rem] no-underline lg:flex lg:h-17 lg:min-h-10 lg:flex-initial lg:justify-start lg:pl-4 lg:text-[1.06rem] ${desk ? 'hidden' : 'flex'}`}
            >
              <Ticks />
              <span className="group-aria-[current]:font-bold">{name}</span>
            </NavLink>
          ))}
        </div>
        <div className="flex flex-[2] lg:mt-auto lg:flex-none lg:flex-col">
          <button
            type="button"
            className="min-h-(--places) px-0.5 text-[0.94rem] leading-tight max-lg:min-w-[17.5vw] lg:min-h-12 lg:px-4 lg:text-left lg:text-base lg:underline lg:decoration-1 lg:underline-offset-4"
            aria-keyshortcuts="!"
            onClick={() => open('emergency')}
          >
            <span className="lg:hidden">{t('First aid')}</span>
            <span className="hidden lg:inline">{t('Spill, first aid')}</span>
          </button>
          <WhoMenu onScan={() => open('scan')} onFind={() => open('find')} onKeys={() => open('keys')} />
        </div>
      </div>
    </nav>
  );
}

/** One long graduation at the place, and short ones between. */
function Ticks() {
  return (
    <>
      <span
        aria-hidden
        className="absolute top-0 left-1/2 h-3.5 w-px bg-ink group-aria-[current]:w-[3px] lg:top-1/2 lg:right-0 lg:left-auto lg:h-px lg:w-8 lg:group-aria-[current]:h-[3px] lg:group-aria-[current]:w-12"
      />
      {[1, 2, 4, 5].map((n) => (
        <span
          key={n}
          aria-hidden
          className="absolute right-0 hidden h-px w-3 bg-ink lg:block"
          style={{ top: `${(n - 0.5) * 20 - 10}%` }}
        />
      ))}
    </>
  );
}

/** A page begins at its top, unless someone goes back to where they were on it. */
function useTopOfPage(): void {
  const { pathname } = useLocation();
  const back = useNavigationType() === 'POP';
  useEffect(() => {
    if (pathname && !back) window.scrollTo(0, 0);
  }, [pathname, back]);
}

/** One letter goes to a place, `/` finds, `?` tells the keys: while no field has the focus. */
function useJumps(open: (what: Sheet) => void): void {
  const navigate = useNavigate();
  const { role } = useSession().who;
  useKeydown((event) => {
    const at = event.target as HTMLElement;
    const busy = event.ctrlKey || event.metaKey || event.altKey || event.defaultPrevented;
    if (
      busy ||
      at.closest(
        // In a form a letter is meant for what has the focus: a closed list, a choice, a button.
        'form, input, textarea, select, [contenteditable], [role="dialog"], [role="listbox"], [role="menu"], [role="combobox"], [role="radiogroup"]',
      )
    )
      return;
    if (event.key === '/') open('find');
    else if (event.key === '?') open('keys');
    else if (event.key === '!') open('emergency');
    else {
      const place = useDevice.getState().jumps && placesOf(role).find(({ key }) => key === event.key);
      if (!place) return;
      navigate(place.path);
    }
    event.preventDefault();
  });
}
