import { type Job, jobBody } from '#contract/jobs.ts';
import type { Assessment } from '#core/planning/assessment.ts';
import { formatTimeOfDay, parseTimeOfDay } from '#core/units/timeOfDay.ts';
import {
  type Codec,
  type Context,
  money,
  orEmpty,
  readBy,
  rowOrNobody,
  type TypedBy,
  text,
  trimmed,
  typedOf,
} from '../ui/codecs.ts';

const timeOfDay: Codec<string, number> = {
  empty: '',
  format: formatTimeOfDay,
  parse: (typed, { field }) => parseTimeOfDay(typed, field),
};

const JOB = {
  vehicle: trimmed,
  day: text(),
  atMin: orEmpty(timeOfDay),
  placeId: rowOrNobody,
  personId: rowOrNobody,
  priceMinor: orEmpty(money),
  note: text(),
};
export type JobTyped = TypedBy<typeof JOB>;

/** What stands in the fields: of a job, or of a new one on a day. */
export const jobTyped = (
  job: Job | null,
  { name, today, ...of }: Context & { name: string; today: string },
): JobTyped => ({ ...typedOf(JOB, job, of), vehicle: name, ...(job === null && { day: today }) });

/** Reads the fields of a job; what was seen of its vehicle goes with them. */
export const readJob = (job: Job | null, said: Assessment, of: Context) =>
  readBy(JOB, jobBody, of, job, () => ({ said }));
