import { useRef } from 'react';
import type { Clock } from '#contract/clocks.ts';
import type { WorkingWindow } from '#core/dwell/workingWindow.ts';
import { t } from '../lib/speech.ts';
import { isLate, isWater, lookOf, type Standing, standingAt, stateName } from './clockWords.ts';
import { useTicks } from './useTicks.ts';

type Props = { clock: Clock; window: WorkingWindow | null; large?: boolean; strip?: boolean };

const CHIP = {
  plain: '',
  watch: 'border border-ink bg-ground px-1.5',
  stop: 'bg-stop text-on-stop px-1.5',
};

/** The figure to watch, and the state in a word: hatched to mind it, filled to stop. Written once a second. */
export function RunningFigure({ clock, window, large = false, strip = false }: Props) {
  const root = useRef<HTMLSpanElement>(null);
  const figure = useRef<HTMLSpanElement>(null);
  const word = useRef<HTMLSpanElement>(null);
  const what = useRef<HTMLSpanElement>(null);
  const write = (nowMs: number) => {
    const standing = standingFor(clock, window, nowMs);
    set(figure.current, standing.figure);
    figure.current?.classList.toggle('text-stop', isLate(standing.state));
    set(word.current, stateName(standing.state, clock));
    set(what.current, standing.what);
    const look = lookOf(clock, standing.state);
    if (root.current && root.current.dataset.look !== look) root.current.dataset.look = look;
    if (word.current && word.current.className !== CHIP[look]) word.current.className = CHIP[look];
  };
  useTicks(root, write);
  const said = <span ref={word} className="" />;
  return (
    <span
      ref={root}
      data-look="plain"
      className={
        large ? 'block' : strip ? 'block shrink-0 text-right leading-none' : 'flex items-baseline gap-2'
      }
    >
      {large && <span className="block text-[1.3rem] font-bold first-letter:uppercase">{said}</span>}
      <span
        ref={figure}
        role="timer"
        className={`reading block ${large ? 'text-[5.2rem] leading-none sm:text-[6rem]' : `text-[1.3rem] ${strip ? 'scrolled:text-[1.1rem]' : ''}`}`}
      />
      {!large && (
        <span
          className={`text-[0.94rem] leading-tight ${strip ? 'scrolled:text-sm scrolled:leading-none' : ''}`}
        >
          {said}
        </span>
      )}
      <span ref={what} className={large ? 'mt-1 block text-[1.2rem]' : 'sr-only'} />
    </span>
  );
}

export function standingFor(clock: Clock, window: WorkingWindow | null, nowMs: number): Standing {
  const end = clock.endedAt ? Date.parse(clock.endedAt) : nowMs;
  const standing = standingAt(window, (end - Date.parse(clock.startedAt)) / 1_000);
  const wet = isWater(clock) && !isLate(standing.state) && standing.state !== null;
  return wet ? { ...standing, what: t('until it begins to spot') } : standing;
}

/** Leaves what says the same already: even that would be laid out anew. */
function set(element: HTMLElement | null, text: string): void {
  if (element && element.textContent !== text) element.textContent = text;
}
