import { memo, type ReactNode, useRef } from 'react';
import type { WorkingWindow } from '#core/dwell/workingWindow.ts';
import { t } from '../lib/speech.ts';
import { clockFigure } from './clockWords.ts';
import { useTicks } from './useTicks.ts';

type Props = {
  window: WorkingWindow;
  /** When it was laid, on the shop's clock, and when it ended; null where nothing runs. */
  running: { startMs: number; endMs: number | null } | null;
  /** Without words and figures, for a line among others. */
  small?: boolean;
  /** Rinse water: it is dried off before it spots. */
  water?: boolean;
  /** How far the rule reaches, in seconds, where it is one of several on one scale. */
  upToS?: number;
};

/** From laid to past its end: so far a band reaches. */
export const spanOf = ({ rinseByS, shortestS, opens }: WorkingWindow): number =>
  Math.max(1.25 * rinseByS, opens ? 0 : 1.4 * shortestS, 30);

/**
 * Minutes on a rule: too soon, then the bar in which it works, hatched where it is time to rinse, and filled where it is
 * too late. A running clock is the same band with a mark that moves.
 */
export const DwellBand = memo(function DwellBand(props: Props) {
  const { window, running, small = false, water = false, upToS } = props;
  const { shortestS, fromS, rinseNowS, rinseByS, limit, opens } = window;
  const span = upToS ?? spanOf(window);
  const at = (s: number) => `${Math.min(100, (s / span) * 100)}%`;
  const part = (from: number, to: number) => ({
    left: at(from),
    width: `${Math.max(0, ((Math.min(to, span) - from) / span) * 100)}%`,
  });
  const recommended = opens && fromS > shortestS && fromS < rinseNowS;
  const tall = small ? 'h-2.5' : 'h-6';
  return (
    <div aria-hidden className={`relative ${small ? 'h-5' : 'pt-1 pb-7'}`}>
      {!small && (
        <div className="relative h-6 text-[0.94rem]">
          <Words at={part(0, shortestS)}>
            <span>{t('too soon')}</span>
          </Words>
          {opens && (
            <Words at={part(shortestS, rinseByS)}>
              <span className="font-bold">{water ? t('wet') : t('working')}</span>
              <span className="ml-auto">{water ? t('dry it now') : t('rinse now')}</span>
            </Words>
          )}
          <span className="absolute leading-6 text-stop" style={{ left: at(rinseByS) }}>
            {water ? t('spots') : limit === 'drying' ? t('drying') : t('overdue')}
          </span>
        </div>
      )}
      <div className={`relative ${small ? 'mt-2' : ''} ${tall} border-b border-ink`}>
        {opens && <span className="absolute inset-y-0 bg-ink" style={part(shortestS, rinseNowS)} />}
        {opens && (
          <span className="hatch absolute inset-y-0 border-y border-ink" style={part(rinseNowS, rinseByS)} />
        )}
        <span className="absolute inset-y-0 bg-stop" style={part(rinseByS, span)} />
        {recommended && <span className="absolute inset-y-0 w-0.5 bg-ground" style={{ left: at(fromS) }} />}
        {running && <Mark span={span} running={running} small={small} />}
      </div>
      {!small && (
        <div className="reading relative text-[0.94rem]">
          <span className="absolute left-0">0</span>
          {shortestS / span > 0.06 && <Figure at={at(shortestS)} s={shortestS} />}
          {recommended && (fromS - shortestS) / span > 0.12 && (rinseByS - fromS) / span > 0.12 && (
            <Figure at={at(fromS)} s={fromS} />
          )}
          <Figure at={at(rinseByS)} s={rinseByS} />
        </div>
      )}
    </div>
  );
});

/** What a part of the band is: words that have no room there go to a next line, which is not seen. */
function Words({ at, children }: { at: { left: string; width: string }; children: ReactNode }) {
  return (
    <span
      className="absolute flex h-6 flex-wrap gap-x-2 overflow-hidden *:pr-1.5 *:leading-6 *:whitespace-nowrap"
      style={at}
    >
      {/* A line is begun by something, so that even the first word can leave it. */}
      <i className="-mr-2 h-6 w-0 p-0!" />
      {children}
    </span>
  );
}

function Figure({ at, s }: { at: string; s: number }) {
  return (
    <span className="absolute -translate-x-1/2 border-l border-transparent" style={{ left: at }}>
      {clockFigure(Math.floor(s))}
    </span>
  );
}

/** Shifted once a second, never laid out. */
function Mark({
  span,
  running,
  small,
}: {
  span: number;
  running: NonNullable<Props['running']>;
  small: boolean;
}) {
  const mark = useRef<HTMLSpanElement>(null);
  const { startMs, endMs } = running;
  useTicks(mark, (nowMs) => {
    const share = Math.min(1, Math.max(0, ((endMs ?? nowMs) - startMs) / 1_000 / span));
    if (mark.current) mark.current.style.transform = `translateX(${(share * 100).toFixed(3)}%)`;
  });
  // As wide as the band, so that it is shifted by a share of it; what leaves the band with it is clipped.
  return (
    <span className="absolute -inset-x-2 -top-1.5 bottom-0 overflow-x-clip">
      <span ref={mark} data-mark className="absolute inset-x-2 inset-y-0">
        <svg
          width="16"
          height={small ? 18 : 34}
          className="absolute top-0 -left-2 overflow-visible"
          role="presentation"
        >
          <path d="M1 0h14l-7 9z" fill="var(--ink)" stroke="var(--ground)" strokeWidth="1.5" />
          <path d={`M8 8v${small ? 10 : 26}`} stroke="var(--ground)" strokeWidth="5" />
          <path d={`M8 8v${small ? 10 : 26}`} stroke="var(--ink)" strokeWidth="2" />
        </svg>
      </span>
    </span>
  );
}
