import { isOver } from '#core/run/runState.ts';
import { useSession } from '../lib/session.tsx';
import { t } from '../lib/speech.ts';
import { Photos } from '../photos/Photos.tsx';
import { Button, ButtonLink } from '../ui/Button.tsx';
import { timeOfDay } from '../ui/dates.ts';
import { AgainstPlan } from './AgainstPlan.tsx';
import { HowItWent } from './HowItWent.tsx';
import { RunNotes } from './RunNotes.tsx';
import { UsedAmounts } from './UsedAmounts.tsx';
import type { RunHere } from './useRun.ts';

/** A run that is over: what it took against what was planned, what was used, what was noted. */
export function RunOver({ here }: { here: RunHere }) {
  const { run, stand, tell } = here;
  const { shop } = useSession();
  const ended = [...run.events].reverse().find((e) => e.done.kind === 'finished');
  const over = stand.tasks.filter(isOver).length;
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] items-start gap-x-13 gap-y-8 lg:grid-cols-[minmax(0,1.2fr)_minmax(0,1fr)]">
      <div className="flex flex-col gap-4">
        <p>
          {t(
            'Ended at {0}, with {1} of {2} steps over.',
            timeOfDay(new Date(stand.finishedMs ?? 0).toISOString(), shop.zone),
            over,
            stand.tasks.length,
          )}
        </p>
        <AgainstPlan here={here} />
      </div>
      <div className="flex flex-col gap-6">
        <HowItWent here={here} />
        <UsedAmounts here={here} />
        <Photos jobId={run.jobId} vehicle={run.vehicle} camera />
        <RunNotes here={here} />
        <div className="no-print flex flex-wrap gap-3">
          {ended && (
            <Button onClick={() => tell({ kind: 'undone', of: ended.key })}>
              {t('Not over yet: reopen it')}
            </Button>
          )}
          <ButtonLink to={`/plan?job=${run.jobId}`}>{t('Its plan')}</ButtonLink>
          <ButtonLink to={`/vehicles/${run.vehicleId}`}>{t('The vehicle')}</ButtonLink>
        </div>
      </div>
    </div>
  );
}
