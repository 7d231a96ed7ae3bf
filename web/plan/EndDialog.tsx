import { useState } from 'react';
import type { Job, JobEnd } from '#contract/jobs.ts';
import { TREATMENT_KINDS, TREATMENT_NAMES, type Treatment } from '#core/planning/intervals.ts';
import { post } from '../lib/api.ts';
import { t } from '../lib/speech.ts';
import { useCommand } from '../state/useCommand.ts';
import { Button } from '../ui/Button.tsx';
import { Dialog } from '../ui/Dialog.tsx';
import { Refusal } from '../ui/Refusal.tsx';
import { Tick } from '../ui/Tick.tsx';

/** A job is done: what was done to its vehicle counts for when that is due again. */
export default function EndDialog(props: {
  job: Job;
  /** What its plan does. */
  planned: readonly Treatment[];
  close: () => void;
}) {
  const { job, planned, close } = props;
  const [did, setDid] = useState<readonly Treatment[]>(planned);
  // Of the job as it was when this was opened: sent again after a lost answer it is the same intent.
  const [meant] = useState(job.revision);
  const ending = useCommand(
    (body: JobEnd) => post<Job>(`/jobs/${job.id}/ends`, body, { intent: `done ${meant}` }),
    close,
  );
  return (
    <Dialog title={t('{0} is done', job.vehicle)} close={close}>
      <div className="flex flex-col gap-4 p-5">
        <fieldset>
          <legend className="mb-2 font-bold">{t('What was done to it, to know when it is due again')}</legend>
          <div className="grid gap-x-4 sm:grid-cols-2">
            {TREATMENT_KINDS.map((treatment) => (
              <Tick
                key={treatment}
                checked={did.includes(treatment)}
                set={(on) => setDid(on ? [...did, treatment] : did.filter((other) => other !== treatment))}
              >
                {t(TREATMENT_NAMES[treatment])}
              </Tick>
            ))}
          </div>
        </fieldset>
        {ending.refusal && <Refusal problem={ending.refusal} />}
        <div className="flex flex-wrap gap-3">
          <Button
            look="main"
            bay
            disabled={ending.waiting}
            onClick={() => ending.run({ end: 'done', treatments: [...did] })}
          >
            {t('Done')}
          </Button>
          <Button bay onClick={close}>
            {t('Cancel')}
          </Button>
        </div>
      </div>
    </Dialog>
  );
}
