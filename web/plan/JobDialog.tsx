import { type Job, jobBody } from '#contract/jobs.ts';
import type { Assessment, SeenField } from '#core/planning/assessment.ts';
import { useSession } from '../lib/session.tsx';
import { shopNow } from '../lib/shopNow.ts';
import { t } from '../lib/speech.ts';
import { peopleQuery, placesQuery } from '../state/queries.ts';
import { useQuery } from '../state/useQuery.ts';
import { NOBODY } from '../ui/codecs.ts';
import { Dialog } from '../ui/Dialog.tsx';
import { dayOf } from '../ui/dates.ts';
import { ChoiceField, TextField } from '../ui/FormFields.tsx';
import { FormFoot } from '../ui/FormFoot.tsx';
import { useRowForm } from '../ui/useRowForm.ts';
import { type JobTyped, jobTyped, readJob } from './jobTyped.ts';
import { FIELD_WORDS } from './planWords.ts';

/** When a vehicle comes, where to, who does it, for how much: with what was seen of it, as a job of its day. */
export default function JobDialog(props: {
  job: Job | null;
  name: string;
  /** What is said here, laid over what stands on the list. */
  overSaid: (said: Assessment) => Assessment;
  /** What was answered here and, by the row given, by somebody else otherwise. */
  twice: (said: Assessment) => SeenField[];
  close: () => void;
  saved: (job: Job) => void;
}) {
  const { job, name, overSaid, twice, close, saved } = props;
  const { shop } = useSession();
  const { data: places = [] } = useQuery(placesQuery);
  const { data: people = [] } = useQuery(peopleQuery);
  const typing = { ...shop, name, today: dayOf(shopNow(), shop.zone) };
  const of = useRowForm<JobTyped, Job>({
    row: job,
    path: '/jobs',
    schema: jobBody,
    typed: (row) => jobTyped(row, row === job ? typing : { ...typing, name: row?.vehicle ?? name }),
    read: (values, newest) => readJob(job, overSaid((newest ?? job)?.said ?? {}), shop)(values),
    differs: (theirs) =>
      twice(theirs.said).map((field) => t('{0}: theirs differ from yours', FIELD_WORDS()[field])),
    done: saved,
  });
  const bays = places.filter((p) => p.kind === 'bay' || p.kind === 'van' || p.id === job?.placeId);
  return (
    <Dialog title={job ? t('On the list') : t('Put it on the list')} close={close}>
      <form onSubmit={of.submit} noValidate className="grid grid-cols-2 items-start gap-4 p-5">
        <div className="col-span-2">
          <TextField of={of} name="vehicle" placeholder={t('such as the blue estate')} />
        </div>
        <TextField of={of} name="day" type="date" />
        <TextField of={of} name="atMin" placeholder={t('such as 09:30')} />
        <ChoiceField
          of={of}
          name="placeId"
          options={[
            { value: NOBODY, name: t('not said') },
            ...bays.map((p) => ({ value: String(p.id), name: p.name })),
          ]}
        />
        <ChoiceField
          of={of}
          name="personId"
          options={[
            { value: NOBODY, name: t('nobody yet') },
            ...people
              .filter((p) => !p.retired || p.id === job?.personId)
              .map((p) => ({ value: String(p.id), name: p.name })),
          ]}
        />
        <div className="col-span-2 sm:col-span-1">
          <TextField of={of} name="priceMinor" inputMode="decimal" placeholder={t('such as 45.00')} />
        </div>
        <div className="col-span-2">
          <TextField of={of} name="note" />
        </div>
        <div className="col-span-2">
          <FormFoot save={t('Save')} {...of.foot} />
        </div>
      </form>
    </Dialog>
  );
}
