import { memo } from 'react';
import { Link } from 'react-router';
import type { Clock } from '#contract/clocks.ts';
import { OUTCOME_NAMES } from '#core/recipes/outcomes.ts';
import { formatDuration } from '#core/units/duration.ts';
import { t } from '../lib/speech.ts';
import { useWindow } from './clockWindows.ts';
import { clockName, isWater, zonesInWords } from './clockWords.ts';
import { DwellBand } from './DwellBand.tsx';
import { RunningFigure } from './RunningFigure.tsx';

/** A clock as a line among others, its band on their scale. */
export const ClockLine = memo(function ClockLine({ clock, upToS }: { clock: Clock; upToS?: number }) {
  const window = useWindow(clock.key);
  const known = window?.ok ? window.value : null;
  const s = clock.endedAt ? (Date.parse(clock.endedAt) - Date.parse(clock.startedAt)) / 1_000 : 0;
  const where = [clock.vehicle, zonesInWords(clock.zones)];
  return (
    <li className="ruled border-faint [contain:content] last:border-0">
      <Link
        to={`/clocks/${clock.key}`}
        className="grid min-h-16 grid-cols-[minmax(0,1fr)_minmax(0,1fr)] items-center gap-x-5 py-1.5 no-underline"
      >
        <span className="min-w-0 leading-snug">
          <strong className="line-clamp-2">{clockName(clock)}</strong>
          <span className="block truncate text-muted">{where.filter(Boolean).join(': ')}</span>
        </span>
        {clock.endedAt ? (
          <span>
            {t(
              '{0} after {1}',
              clock.end === 'cancelled' ? t('cancelled') : isWater(clock) ? t('dried off') : t('rinsed'),
              formatDuration(Math.round(s)),
            )}
            <span className="block text-muted">
              {clock.outcomes.map((o) => t(OUTCOME_NAMES[o.kind])).join(', ') || t('how did it go?')}
            </span>
          </span>
        ) : (
          <span className="block">
            <RunningFigure clock={clock} window={known} />
            {known && (
              <DwellBand
                window={known}
                running={{ startMs: Date.parse(clock.startedAt), endMs: null }}
                small
                {...(upToS && { upToS })}
              />
            )}
          </span>
        )}
      </Link>
    </li>
  );
});
