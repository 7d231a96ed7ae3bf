import type { Complete } from '#core/planning/completePlan.ts';
import type { Act, Schedule } from '#core/planning/course/acts.ts';
import type { Plan } from '#core/planning/planWash.ts';
import { STEP_NAMES } from '#core/planning/steps.ts';
import { t } from '../lib/speech.ts';
import { bar, Key, stepsTo } from '../ui/timeRule.tsx';

/** A row of the course: a step, a mix, or what is got ready, with all that is done of it. */
type Row = { key: string; number: number | null; name: string; acts: readonly Act[] };

/** Who does what when, and what lies on the paint meanwhile: product laid in brass, taken off in blue, hands in ink. */
export function Course({ plan, schedule }: { plan: Plan; schedule: Schedule }) {
  const { acts, lying, elapsedS, idleS, shortest } = schedule;
  const span = elapsedS * 1.03;
  const at = (s: number) => `${Math.min(100, (s / span) * 100)}%`;
  const two = plan.seen.people > 1;
  return (
    <section aria-label={t('The course')} className="mt-6">
      <h3 className="mb-1 text-[1.2rem]">{t('The course')}</h3>
      <figure className="min-w-0">
        <div
          aria-hidden
          className="reading relative ml-[7.5rem] h-6 sm:ml-[9.5rem] text-[0.88rem] text-muted"
        >
          {stepsTo(span)
            .filter((s) => s < span * 0.93)
            .map((s) => (
              <span key={s} className="absolute -translate-x-1/2 whitespace-nowrap" style={{ left: at(s) }}>
                {s === 0 ? t('{0} min', 0) : Math.round(s / 60)}
              </span>
            ))}
        </div>
        <ol className="border-t border-ink">
          {rowsOf(plan, acts).map(({ key, number, name, acts: own }) => (
            <li key={key} className="flex items-center text-[0.94rem]">
              <span className="w-[7.5rem] shrink-0 sm:w-[9.5rem] truncate py-px">
                <span className="reading mr-2 inline-block w-5 text-right text-muted">{number}</span>
                {name}
                <span className="sr-only">: {own.map((act) => actInWords(act, two)).join(', ')}</span>
              </span>
              <span aria-hidden className="relative h-5 min-w-0 flex-1 border-l border-hairline">
                {lying
                  .filter((l) => l.steps.at(-1) === own.find((a) => a.what === 'lay')?.step)
                  .map((l) => (
                    <span key={l.fromS}>
                      <span
                        className="absolute top-1/2 h-px bg-ink"
                        style={bar(l.fromS, Math.min(l.dueS, span), span)}
                      />
                      {l.dueS < span && (
                        <span className="absolute inset-y-0 w-0.5 bg-stop" style={{ left: at(l.dueS) }} />
                      )}
                    </span>
                  ))}
                {own.map((act) => (
                  <span
                    key={`${act.person} ${act.fromS} ${act.what}`}
                    className={`absolute ${LOOKS[act.what]} ${two ? (act.person === 0 ? 'top-0.5 bottom-1/2' : 'top-1/2 bottom-0.5') : 'inset-y-1'}`}
                    style={bar(act.fromS, act.toS, span)}
                  />
                ))}
              </span>
            </li>
          ))}
        </ol>
        <figcaption className="mt-2 flex flex-wrap gap-x-5 border-t border-hairline pt-1.5 text-[0.94rem]">
          {lying.length > 0 && (
            <>
              <Key className="bg-product" what={t('laid')} />
              <Key className="bg-water" what={t('taken off')} />
              <Key className="!w-0.5 bg-stop" what={t('begun by')} />
            </>
          )}
          <Key className="bg-ink" what={t('by hand')} />
          {two && <span>{t('Above one of the two, below the other.')}</span>}
          <span className="text-muted">
            {idleS.length > 1
              ? t('Waiting: {0} and {1} min.', ...(idleS.map((s) => Math.round(s / 60)) as [number, number]))
              : t('Waiting: {0} min.', Math.round((idleS[0] ?? 0) / 60))}{' '}
            {shortest
              ? t('No order of this keeps to every window in less time.')
              : t('It keeps to every window; a shorter way may exist.')}
          </span>
        </figcaption>
      </figure>
    </section>
  );
}

const LOOKS: Record<Act['what'], string> = {
  setUp: 'bg-hairline',
  packUp: 'bg-hairline',
  mix: 'bg-muted',
  lay: 'bg-product',
  again: 'bg-product',
  cool: 'bg-water',
  takeOff: 'bg-water',
  work: 'bg-ink',
};

/** In the order of work; what takes something off stands in the row of what was laid. */
function rowsOf(plan: Plan, acts: readonly Act[]): Row[] {
  const rows: Row[] = [];
  const add = (key: string, number: number | null, name: string, own: readonly Act[]) => {
    if (own.length > 0) rows.push({ key, number, name, acts: own });
  };
  add(
    'setUp',
    null,
    t('Set up'),
    acts.filter((a) => a.what === 'setUp'),
  );
  add(
    'mix',
    null,
    t('Mix'),
    acts.filter((a) => a.what === 'mix'),
  );
  for (const [i, step] of plan.steps.entries()) {
    const off = plan.steps.find((s) => s.takesOff === step.id)?.id;
    const laid = acts.some((a) => a.what === 'lay' && a.step === step.id);
    const own = acts.filter(
      (a) =>
        (a.step === step.id && !(a.what === 'takeOff' && !laid && step.takesOff !== null)) ||
        (laid && a.what === 'takeOff' && a.step === off),
    );
    add(step.id, i + 1, t(STEP_NAMES[step.kind]), own);
  }
  add(
    'packUp',
    null,
    t('Pack up'),
    acts.filter((a) => a.what === 'packUp'),
  );
  return rows;
}

function actInWords({ what, person, fromS, toS }: Act, two: boolean): string {
  const when = t('{0} to {1} min', tenths(fromS), tenths(toS));
  const who = two ? ` ${person === 0 ? t('(one)') : t('(the other)')}` : '';
  const word = {
    lay: `${t('laid')} `,
    again: `${t('laid again')} `,
    takeOff: `${t('taken off')} `,
    cool: `${t('rinsed cool')} `,
  }[what as string];
  return `${word ?? ''}${when}${who}`;
}

const tenths = (s: number): string => String(Math.round(s / 6) / 10);

/** When each step begins, in whole minutes from the beginning, by its id. */
export function beginsOf({ schedule }: Complete): ReadonlyMap<string, number> {
  const begins = new Map<string, number>();
  for (const { step, fromS } of schedule?.acts ?? [])
    if (step !== null)
      begins.set(step, Math.min(begins.get(step) ?? Number.POSITIVE_INFINITY, Math.floor(fromS / 60)));
  return begins;
}
