import { useEffect, useState } from 'react';
import { t } from '../../lib/speech.ts';
import { useKeydown } from '../../ui/useKeydown.ts';
import { isRunning, type Stopwatch, secondsOn, started, stopped } from './stopwatch.ts';

/**
 * A stopwatch as one large key, for a wet glove and the space bar. The time is the largest thing on it; stopping hands
 * it over.
 */
export function StopwatchKey(props: {
  watch: Stopwatch;
  set: (watch: Stopwatch) => void;
  start: string;
  stop: string;
  done: (seconds: number) => void;
  /** The one that the space bar works, where there are two. */
  space: boolean;
}) {
  const { watch, set, start, stop, done, space } = props;
  const running = isRunning(watch);
  const [nowMs, setNow] = useState(() => Date.now());
  useEffect(() => {
    if (!running) return;
    let frame = requestAnimationFrame(function tick() {
      setNow(Date.now());
      frame = requestAnimationFrame(tick);
    });
    return () => cancelAnimationFrame(frame);
  }, [running]);

  const press = () => {
    const atMs = Date.now();
    setNow(atMs);
    if (!running) return set(started(atMs));
    const ended = stopped(watch, atMs);
    set(ended);
    done(secondsOn(ended, atMs));
  };
  useKeydown(
    space
      ? (event) => {
          const at = event.target as HTMLElement;
          if (
            event.key !== ' ' ||
            event.repeat ||
            at.closest('input, textarea, button, a, [role="combobox"], [role="dialog"]')
          )
            return;
          event.preventDefault();
          press();
        }
      : null,
  );

  const seconds = secondsOn(watch, nowMs);
  return (
    <button
      type="button"
      className={`flex min-h-32 w-full items-center justify-between gap-5 rounded-[2px] border-2 border-ink px-5 text-left ${running ? 'bg-ink text-ground' : 'bg-raised text-ink'}`}
      onClick={press}
      {...(space && { 'aria-keyshortcuts': t('Space') })}
    >
      <span className="text-[1.4rem] leading-tight font-bold">{running ? stop : start}</span>
      <span className="reading text-[3.4rem] leading-none whitespace-nowrap" role="timer">
        {seconds.toFixed(1)}
        <span className="text-[1.4rem]"> s</span>
      </span>
    </button>
  );
}
