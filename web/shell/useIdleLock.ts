import { useEffect } from 'react';
import { ApiProblem, post } from '../lib/api.ts';
import { queryClient, whoQuery } from '../state/queries.ts';
import { lockHere } from '../state/unlockHere.ts';

const SIGNS = ['pointerdown', 'keydown', 'wheel', 'touchstart'] as const;
const LOOK_EVERY_MS = 5_000;
const TELL_EVERY_MS = 30_000;

/** Locks this device once nobody has touched it for so many minutes; 0 for never. Sleep counts as nobody. */
export function useIdleLock(minutes: number): void {
  useEffect(() => {
    if (minutes === 0) return;
    let touchedMs = Date.now();
    let toldMs = 0;
    const touched = () => {
      touchedMs = Date.now();
      if (Math.abs(touchedMs - toldMs) < TELL_EVERY_MS) return;
      toldMs = touchedMs;
      tell();
    };
    const look = () => {
      // A clock that was set back must not keep it open for ever.
      if (Date.now() < touchedMs) touched();
      if (Date.now() - touchedMs >= minutes * 60_000) lock();
    };
    for (const sign of SIGNS) window.addEventListener(sign, touched, { passive: true, capture: true });
    const timer = window.setInterval(look, LOOK_EVERY_MS);
    document.addEventListener('visibilitychange', look);
    return () => {
      for (const sign of SIGNS) window.removeEventListener(sign, touched, { capture: true });
      window.clearInterval(timer);
      document.removeEventListener('visibilitychange', look);
    };
  }, [minutes]);
}

/** Tells the shop's machine that somebody is here: it locks what nobody uses, too. */
function tell(): void {
  post('/sessions/current/touches', {}).catch((error) => {
    if (error instanceof ApiProblem && error.problem.code === 'session.locked') showLocked();
  });
}

function showLocked(): void {
  const before = queryClient.getQueryData(whoQuery.queryKey);
  if (before) lockHere(before.personId);
  queryClient.setQueryData(whoQuery.queryKey, (who) => who && { ...who, locked: true });
}

/** Locks this device now. The screen does not wait for the shop's machine, which may be out of reach. */
export function lock(): void {
  showLocked();
  post('/sessions/current/locks', {}).catch(() => undefined);
}
