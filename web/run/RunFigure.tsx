import { useRef } from 'react';
import { clockFigure } from '../clocks/clockWords.ts';
import { useTicks } from '../clocks/useTicks.ts';
import { t } from '../lib/speech.ts';

/** What is counted: down to a moment, or up from one. */
export type Counted = { readonly toMs: number } | { readonly fromMs: number };

/** The figure to watch, written once a second: what is left, what has run over, or how long it has taken. */
export function RunFigure({ of, what }: { of: Counted; what: string }) {
  const root = useRef<HTMLSpanElement>(null);
  const figure = useRef<HTMLSpanElement>(null);
  useTicks(root, (nowMs) => {
    const s = 'toMs' in of ? (of.toMs - nowMs) / 1_000 : (nowMs - of.fromMs) / 1_000;
    const late = 'toMs' in of && s < -1;
    const text = late ? `+${clockFigure(-s)}` : clockFigure(Math.ceil(Math.max(0, s)));
    const at = figure.current;
    if (!at) return;
    if (at.textContent !== text) at.textContent = text;
    at.classList.toggle('text-stop', late);
  });
  return (
    <span ref={root} className="block">
      <span ref={figure} role="timer" className="reading block text-[4.6rem] leading-none sm:text-[5.2rem]" />
      <span className="mt-1 block text-[1.1rem]">{what}</span>
    </span>
  );
}

/** So many minutes it is planned to take. */
export function PlannedFigure({ seconds }: { seconds: number }) {
  return (
    <span className="block">
      <span className="reading block text-[4.6rem] leading-none sm:text-[5.2rem]">
        {clockFigure(Math.round(seconds / 15) * 15)}
      </span>
      <span className="mt-1 block text-[1.1rem]">{t('minutes, as planned')}</span>
    </span>
  );
}
