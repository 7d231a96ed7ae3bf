import { Link } from 'react-router';
import type { Job } from '#contract/jobs.ts';
import { formatTimeOfDay } from '#core/units/timeOfDay.ts';

/** Vehicles that wait, each a tap from its plan. */
export function JobLines({ jobs, at = '' }: { jobs: readonly Job[]; at?: '' | '#plan' }) {
  return (
    <ul className="border-t border-ink empty:border-0">
      {jobs.map(({ id, vehicle, atMin, placeName, personName }) => (
        <li key={id} className="ruled border-faint">
          <Link
            to={`/plan?job=${id}${at}`}
            className={`flex items-center gap-3 no-underline hover:underline ${at ? 'min-h-16' : 'min-h-12'}`}
          >
            <span className="reading w-[3.2rem]">{atMin === null ? '' : formatTimeOfDay(atMin)}</span>
            <strong className="min-w-0 flex-1">{vehicle}</strong>
            <span className="text-right text-muted">
              {[placeName, personName].filter(Boolean).join(', ')}
            </span>
          </Link>
        </li>
      ))}
    </ul>
  );
}
