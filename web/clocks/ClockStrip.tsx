import { useCallback, useEffect } from 'react';
import { Link, useLocation } from 'react-router';
import type { Clock } from '#contract/clocks.ts';
import { useReach } from '../lib/reach.ts';
import { useSession } from '../lib/session.tsx';
import { problemSaid, t } from '../lib/speech.ts';
import { flush, forgetRefused, takeUpOutbox, useOutbox } from '../state/outbox.ts';
import { keepPlaceOf, useScrolled } from '../state/scrolled.ts';
import { Stop } from '../ui/Refusal.tsx';
import { unlockSound, useSound } from './alarm.ts';
import { useClockWindows, useWindow } from './clockWindows.ts';
import { clockName, whereOf } from './clockWords.ts';
import { DwellBand } from './DwellBand.tsx';
import { RunningFigure } from './RunningFigure.tsx';
import { useAlarms } from './useAlarms.ts';
import { useClocks, useRunning } from './useClocks.ts';

/** How high the strip is, for what else sticks to the top of a page. */
function useStripHeight(): (strip: HTMLElement | null) => (() => void) | undefined {
  return useCallback((strip) => {
    if (!strip) return;
    const root = document.documentElement;
    const observer = new ResizeObserver(() => root.style.setProperty('--strip', `${strip.offsetHeight}px`));
    observer.observe(strip);
    return () => {
      observer.disconnect();
      root.style.removeProperty('--strip');
    };
  }, []);
}

/** The clocks that run, above every place, and what is still on its way to the shop's machine. */
export function ClockStrip({ locked = false }: { locked?: boolean }) {
  const { who } = useSession();
  const { pathname } = useLocation();
  const all = useClocks();
  const running = useRunning();
  const { waiting, refused, held } = useOutbox();
  const fromBefore = useReach((state) => state.keptAt !== null);
  useClockWindows(all);
  useAlarms(running);
  useEffect(() => {
    void takeUpOutbox().then(() => flush(who.personId));
    const online = () => void flush(who.personId);
    window.addEventListener('online', online);
    return () => window.removeEventListener('online', online);
  }, [who.personId]);
  const strip = useStripHeight();
  const scrolled = useScrolled();
  // A page shows its own clock, and the Yard all of them, for as long as they are in sight; the others run on above.
  const own = !locked && !scrolled && pathname === '/yard';
  const shown = own ? [] : running.filter((c) => locked || pathname !== `/clocks/${c.key}`);
  if (shown.length + waiting.length + refused.length === 0 && running.length === 0) return null;
  const mine = waiting.filter((s) => s.personId === who.personId).length;
  const others = waiting.length - mine;
  // That nothing can be reached is said above, where what is shown is from before.
  const cutOff = fromBefore && held?.status === 0;
  const why = cutOff ? '' : held ? problemSaid(held).reason : t('On its way.');
  return (
    <aside
      ref={keepPlaceOf}
      aria-label={t('Clocks')}
      className="no-print pointer-events-none sticky top-0 z-[6]"
    >
      <div ref={strip} className="pointer-events-auto bg-ground">
        {shown.length > 0 && (
          <ul className="flex overflow-x-auto border-b border-ink">
            {shown.map((clock) => (
              <StripClock key={clock.key} clock={clock} />
            ))}
            <SoundAsk />
          </ul>
        )}
        {waiting.length > 0 && (held || others > 0) && (
          <p role="status" className="flex gap-3 border-b border-hairline px-4 py-1.5 lg:px-8">
            <span aria-hidden className="hatch w-1.5 shrink-0" />
            <span>
              {mine > 0 && `${why} ${waitsHere(mine)} `}
              {others > 0 && waitsForOthers(others)}
            </span>
          </p>
        )}
        {refused.map(({ id, what, problem, kept }) => (
          <div
            key={id}
            className="flex items-center justify-between gap-3 border-b border-hairline px-4 py-2 lg:px-8"
          >
            <Stop
              reason={`${t(...what)}: ${problemSaid(problem).reason}`}
              remedy={kept ? t('It is kept under To settle in the Yard.') : problemSaid(problem).remedy}
            />
            <button
              type="button"
              className="min-h-12 px-3 underline underline-offset-4"
              onClick={() => forgetRefused(id)}
            >
              {t('Seen')}
            </button>
          </div>
        ))}
      </div>
    </aside>
  );
}

const waitsHere = (n: number): string =>
  n === 1
    ? t('1 thing waits here and will be sent by itself. Clocks run on.')
    : t('{0} things wait here and will be sent by themselves. Clocks run on.', n);

const waitsForOthers = (n: number): string =>
  n === 1
    ? t('1 thing done by someone else waits for them to sign in.')
    : t('{0} things done by others wait for them to sign in.', n);

function StripClock({ clock }: { clock: Clock }) {
  const window = useWindow(clock.key);
  const known = window?.ok ? window.value : null;
  return (
    <li className="min-w-56 flex-1 border-r border-hairline last:border-r-0 max-lg:min-w-[46vw]">
      <Link
        to={`/clocks/${clock.key}`}
        className="block min-h-16 px-3 pt-1 pb-1.5 no-underline scrolled:min-h-10 scrolled:py-0"
      >
        <span className="flex items-center justify-between gap-3">
          <span className="min-w-0 leading-tight">
            <span className="block truncate font-bold">{clockName(clock)}</span>
            <span className="block truncate text-[0.94rem] scrolled:hidden">{whereOf(clock)}</span>
          </span>
          <RunningFigure clock={clock} window={known} strip />
        </span>
        {/* As high before its window is known: the page below stays where it is. */}
        <div className="flow-root h-7 scrolled:hidden">
          {known && (
            <DwellBand window={known} running={{ startMs: Date.parse(clock.startedAt), endMs: null }} small />
          )}
        </div>
      </Link>
    </li>
  );
}

/** A device that only watches has to be tapped once before it may sound. */
function SoundAsk() {
  const unlocked = useSound((state) => state.unlocked);
  if (unlocked) return null;
  return (
    <li className="flex shrink-0">
      <button
        type="button"
        className="min-h-16 max-w-28 px-3 scrolled:min-h-10 scrolled:text-sm text-left text-[0.94rem] leading-tight underline underline-offset-4"
        onClick={unlockSound}
      >
        {t('Tap for sound')}
      </button>
    </li>
  );
}
