import { useEffect, useRef } from 'react';
import type { Clock } from '#contract/clocks.ts';
import type { DwellState } from '#core/dwell/workingWindow.ts';
import { everySecond } from '../lib/shopNow.ts';
import { t } from '../lib/speech.ts';
import { titleClock } from '../state/pageTitle.ts';
import { alarm, keepAwake } from './alarm.ts';
import { useWindows } from './clockWindows.ts';
import { lookOf, stateName } from './clockWords.ts';
import { notify } from './notify.ts';
import { standingFor } from './RunningFigure.tsx';

const RANK: Record<DwellState, number> = { drying: 4, overdue: 3, rinseNow: 2, working: 1, tooSoon: 0 };

/** So far apart are two alarms. */
const APART_MS = 30_000;

/** Sounds as clocks come due, and carries the nearest in the title and on the tab. */
export function useAlarms(running: readonly Clock[]): void {
  const states = useRef(new Map<string, DwellState>());
  const due = useRef<'rinseNow' | 'late' | null>(null);
  const sounded = useRef(Number.NEGATIVE_INFINITY);
  useEffect(() => {
    if (running.length === 0) {
      due.current = null;
      titleClock('');
      favicon('none');
      void keepAwake(false);
      return;
    }
    void keepAwake(true);
    const awake = () => document.visibilityState === 'visible' && void keepAwake(true);
    document.addEventListener('visibilitychange', awake);
    const stop = everySecond((nowMs) => {
      const { known } = useWindows.getState();
      let nearest: { rank: number; leftS: number; text: string; look: string } | null = null;
      for (const clock of running) {
        const window = known[clock.key]?.window;
        if (!window?.ok) continue;
        const { state, figure } = standingFor(clock, window.value, nowMs);
        if (!state) continue;
        const before = states.current.get(clock.key);
        states.current.set(clock.key, state);
        if (before !== state && RANK[state] > RANK[before ?? 'working']) {
          due.current = state === 'rinseNow' ? (due.current ?? 'rinseNow') : 'late';
        }
        const leftS = window.value.rinseByS - (nowMs - Date.parse(clock.startedAt)) / 1_000;
        if (nearest && leftS >= nearest.leftS) continue;
        const text = `${figure} ${stateName(state, clock)}, ${clock.placeName}`;
        nearest = { rank: RANK[state], leftS, text, look: lookOf(clock, state) };
      }
      // Two that come due together sound as one, and the next no sooner than 30 s after: nobody hears the second of two at once.
      if (due.current && nowMs - sounded.current >= APART_MS) {
        alarm(due.current);
        void notify(nearest?.text ?? t('A clock is due.'), t('Tap to see it.'));
        sounded.current = nowMs;
        due.current = null;
      }
      titleClock(nearest?.text ?? '');
      favicon(nearest ? (nearest.rank >= 3 ? 'stop' : nearest.rank === 2 ? 'watch' : 'plain') : 'plain');
    });
    return () => {
      stop();
      document.removeEventListener('visibilitychange', awake);
    };
  }, [running]);
}

type Icon = 'none' | 'plain' | 'watch' | 'stop';
let shown: Icon = 'none';
let plainHref: string | null = null;

/** The band on the tab: a mark in the bar, at its hatched end, or past it. */
const drawn = (icon: Exclude<Icon, 'none'>): string => {
  const at = { plain: 12, watch: 21, stop: 28 }[icon];
  const end = icon === 'stop' ? '#9B1C2A' : '#7C8C93';
  return `data:image/svg+xml,${encodeURIComponent(
    `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 32 32"><path fill="#F1F4F3" d="M0 0h32v32H0z"/><path fill="#15222A" d="M3 14h15v10H3z"/><path fill="#15222A" d="M19 14h2v10h-2zm4 0h2v10h-2z"/><path fill="${end}" d="M26 14h4v10h-4z"/><path fill="#15222A" d="M${at - 5} 3h10l-5 8z"/><path stroke="#F1F4F3" stroke-width="3" d="M${at} 13v12"/></svg>`,
  )}`;
};

function favicon(icon: Icon): void {
  if (icon === shown) return;
  shown = icon;
  const link = document.querySelector<HTMLLinkElement>('link[rel="icon"]');
  if (!link) return;
  plainHref ??= link.href;
  link.href = icon === 'none' ? plainHref : drawn(icon);
}
