import { dwellInWords } from '#core/recipes/dwellWords.ts';
import type { RunLaid } from '#core/run/runLaid.ts';
import type { TaskStand } from '#core/run/runState.ts';
import type { RunNow } from '#core/run/toDoNow.ts';
import { panelsOf } from '#core/soil/panels.ts';
import { fractionOf } from '#core/strength/strength.ts';
import { formatVolume } from '#core/units/formatVolume.ts';
import { CarOutline } from '../clocks/CarOutline.tsx';
import { useSession } from '../lib/session.tsx';
import { shortSaid, t } from '../lib/speech.ts';
import { vesselsQuery } from '../state/queries.ts';
import { useQuery } from '../state/useQuery.ts';
import { More } from '../ui/More.tsx';
import { Watch } from '../ui/Refusal.tsx';
import { type Counted, PlannedFigure, RunFigure } from './RunFigure.tsx';
import { laidBy } from './runClock.ts';
import { pieceName, stepOf, taskName, whereOf } from './runWords.ts';
import type { RunHere } from './useRun.ts';

/** The step now: what, where, how long, with what, and until when; and what comes after it. */
export function TaskNow({ here, todo }: { here: RunHere; todo: RunNow }) {
  const { run, stand } = here;
  const { plan } = run;
  const { now, meanwhile, next } = todo;
  if (!now) return null;
  const of = now.stand;
  const step = stepOf(plan, of.task);
  const where = [pieceName(of), step && whereOf(step)].filter(Boolean).join(', ');
  const zones = step && step.zones.length > 0 ? step.zones : null;
  return (
    <section aria-label={t('Now')} aria-live="polite" className="flex flex-col gap-3">
      <div>
        <h2 className="text-[1.9rem] leading-tight">{taskName(plan, of)}</h2>
        {where && <p className="text-[1.1rem]">{where}</p>}
      </div>
      <div className="grid grid-cols-[minmax(0,1fr)_auto] items-end gap-4">
        <Figure now={now} />
        {zones && (
          <span className="w-36 sm:w-52">
            <CarOutline
              body={plan.body}
              pieces={new Map(panelsOf(zones).map((p) => [p.id, 1]))}
              label={t('Where: {0}', where)}
              plain
            />
          </span>
        )}
      </div>
      <Laid here={here} of={of} />
      {of.task.lays && (
        <p className="text-[1.1rem]">
          {t('Dwell')} <strong className="reading">{dwellText(laidBy(run, of).at(-1)?.dwell ?? null)}</strong>
        </p>
      )}
      {step?.check && (of.task.checked || of.task.lays) && (
        <p className="text-[1.1rem] leading-snug">
          <span className="caps text-muted">{t('Until:')} </span>
          {t(...step.check)}
        </p>
      )}
      {step?.cautions.map(({ because, remedy }) => (
        <Watch key={because[0]} word={t(...because)}>
          {remedy ? t(...remedy) : ''}
        </Watch>
      ))}
      {meanwhile && (
        <p className="text-[1.1rem]">
          <strong>{t('Meanwhile:')}</strong> {taskName(plan, meanwhile)}
        </p>
      )}
      {next && next !== meanwhile && (
        <p className="border-t border-hairline pt-2 text-[1.1rem]">
          <span className="caps text-muted">{t('Next:')} </span>
          {taskName(plan, next)}
          {pieceName(next) && `, ${pieceName(next)}`}
        </p>
      )}
      {step && step.because.length > 0 && (
        <More title={t('Why')} small>
          <ul className="flex flex-col gap-1">
            {step.because.map((because) => (
              <li key={because[0]}>{t(...because)}</li>
            ))}
          </ul>
        </More>
      )}
      {new Set(stand.people.values()).size > 1 && <Others here={here} of={of} />}
    </section>
  );
}

const dwellText = (dwell: Parameters<typeof dwellInWords>[0] | null): string =>
  dwell ? dwellInWords(dwell, t) : t('as its label says');

function Figure({ now }: { now: NonNullable<RunNow['now']> }) {
  const { stand, fromMs, byMs } = now;
  const { task, begunMs, state } = stand;
  const soaks = task.takesOff !== null;
  const of: Counted | null =
    state === 'runs'
      ? { fromMs: begunMs ?? 0 }
      : fromMs !== null
        ? { toMs: fromMs }
        : byMs !== null
          ? { toMs: byMs }
          : null;
  if (state === 'done') return <p className="text-[1.3rem] font-bold">{t('Is it clean?')}</p>;
  if (!of) return task.lastsS >= 1 ? <PlannedFigure seconds={task.lastsS} /> : <span />;
  const what =
    state === 'runs'
      ? t('of about {0} min', Math.max(0.5, Math.round(task.lastsS / 30) / 2))
      : fromMs !== null
        ? soaks
          ? t('it soaks')
          : t('wait: else two are due at once')
        : t('begin by then');
  return <RunFigure of={of} what={what} />;
}

/** What it is done with: which mix, out of which bottle, how full that is. */
function Laid({ here, of }: { here: RunHere; of: TaskStand }) {
  const { run, stand } = here;
  const { shop } = useSession();
  const { data: vessels = [] } = useQuery(vesselsQuery);
  const steps = of.task.does.flatMap((d) => run.plan.steps.find((s) => s.id === d.step) ?? []);
  const mixIds = [
    ...new Set([
      ...steps.flatMap((s) => (s.mix === null ? [] : [s.mix])),
      ...of.task.does.flatMap((d) => (d.mix === null ? [] : [d.mix])),
    ]),
  ];
  return (
    <>
      {mixIds.map((i) => {
        const mix = run.plan.mixes[i];
        if (!mix) return null;
        const laid = of.instead && mixIds.length === 1 ? of.instead : mix.laid;
        const taken = stand.taken.get(i);
        const vessel = vessels.find((v) => v.id === mix.vesselId);
        const holds = vessels.find((v) => v.holds?.batchId === taken?.batchId)?.holds;
        const amount = steps.find((s) => s.mix === i)?.mixUl ?? null;
        return (
          <p key={i} className="text-[1.15rem] leading-snug">
            <span className="reading text-[1.5rem] text-product">{shortSaid(laid.strength)}</span>{' '}
            <strong>{laid.product}</strong>
            <span className="block">
              {[
                mix.ownBottle ? t('out of the bottle it comes in') : (vessel?.name ?? mix.vessel),
                taken &&
                  (holds
                    ? t('{0}, {1} in it', taken.batch, formatVolume(holds.ul, shop.units))
                    : taken.batch),
                amount !== null && aboutOf(laid, formatVolume(amount, shop.units)),
              ]
                .filter(Boolean)
                .join(', ')}
            </span>
          </p>
        );
      })}
    </>
  );
}

/** About so much of it: of a mix, or of a product as it comes. */
function aboutOf({ strength }: RunLaid, amount: string): string {
  const fraction = fractionOf(strength);
  return fraction.ok && fraction.value === 1 ? t('about {0}', amount) : t('about {0} of the mix', amount);
}

/** What the others do at the moment. */
function Others({ here, of }: { here: RunHere; of: TaskStand }) {
  const { run, stand } = here;
  const { who } = useSession();
  const doing = stand.tasks.filter((s) => s.state === 'runs' && s.begunBy !== who.personId && s !== of);
  if (doing.length === 0) return null;
  return (
    <p className="text-muted">
      {doing.map((s) => (
        <span key={s.task.id} className="block">
          {t('The other is doing: {0}', taskName(run.plan, s))}
        </span>
      ))}
    </p>
  );
}
