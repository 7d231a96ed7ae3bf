import { ApiProblem } from '../../lib/api.ts';
import { t } from '../../lib/speech.ts';
import type { Command } from '../../state/useCommand.ts';
import { Button } from '../../ui/Button.tsx';
import { Refusal } from '../../ui/Refusal.tsx';

/**
 * Keeps what was measured. Where someone else measured the same in between, theirs is told first; keeping one's own is
 * then said knowing that.
 */
export function KeepBar(props: {
  /** Sends it, naming the newest of its kind that this person knows of. */
  saving: Command<number | null>;
  seen: number | null;
  ready: boolean;
  keep: string;
  /** Null while nothing was typed yet. */
  startOver: (() => void) | null;
}) {
  const { saving, seen, ready, keep, startOver } = props;
  const newer = newerThanSeen(saving.refusal);
  return (
    <>
      <div className="mt-4 flex flex-wrap items-center gap-3">
        <Button look="main" bay disabled={!ready || saving.waiting} onClick={() => saving.run(newer ?? seen)}>
          {saving.waiting ? t('Saving ...') : newer === null ? keep : t('Keep mine too, it counts from now')}
        </Button>
        {startOver && (
          <Button bay onClick={startOver}>
            {t('Start over')}
          </Button>
        )}
      </div>
      {saving.refusal && (
        <div className="mt-3">
          <Refusal problem={saving.refusal} />
        </div>
      )}
    </>
  );
}

/** The one somebody else has kept meanwhile, where that is what stands in the way. */
function newerThanSeen(error: Error | null): number | null {
  if (!(error instanceof ApiProblem) || !/^(calibration|check)\.newer$/.test(error.problem.code)) return null;
  return (error.problem.current as { id: number }).id;
}
