import type { ReactNode } from 'react';
import { Link } from 'react-router';
import type { Job } from '#contract/jobs.ts';
import { atLeast } from '#contract/roles.ts';
import type { OtherWay } from '#core/planning/alternatives.ts';
import type { Complete } from '#core/planning/completePlan.ts';
import type { Plan, PlanMix, PlanShop, PlanStep } from '#core/planning/planWash.ts';
import type { Soak } from '#core/planning/soakOf.ts';
import { STEP_NAMES } from '#core/planning/steps.ts';
import { USE_NAMES } from '#core/products/uses.ts';
import { dwellInWords } from '#core/recipes/dwellWords.ts';
import { SOIL_NAMES } from '#core/soil/soil.ts';
import { formatVolume } from '#core/units/formatVolume.ts';
import { newKey, post } from '../lib/api.ts';
import { useSession } from '../lib/session.tsx';
import { shortSaid, t } from '../lib/speech.ts';
import { useCommand } from '../state/useCommand.ts';
import { Button } from '../ui/Button.tsx';
import { Refusal, Stop, Watch } from '../ui/Refusal.tsx';
import { beginsOf } from './Course.tsx';
import { MixAct, vesselName } from './MixFrom.tsx';
import { stepWhere } from './planWords.ts';
import { Why } from './Why.tsx';

/** The steps of a plan as one column to read and to work down. */
export function PlanSteps(props: {
  plan: Plan;
  /** Its windows and its course, once they are worked out. */
  complete: Complete | null;
  shop: Pick<PlanShop, 'prices' | 'outOfUse'>;
  /** Its house rules the other way round, once they are worked out. */
  ways: readonly OtherWay[];
  /** The job it is planned for, where a manager can give their word; null: it is not on the list. */
  jobId: number | null;
  /** How what is laid is done across the vehicle. */
  children: (soak: Soak) => ReactNode;
}) {
  const { plan, complete, shop, ways, jobId, children } = props;
  const { steps, mixes } = plan;
  const begins = complete && beginsOf(complete);
  const soakOf = (id: string) => complete?.soaks.find((s) => s.steps[0] === id);
  return (
    <ol className="border-t-2 border-ink" aria-label={t('Steps')}>
      {steps.map((step, i) => (
        <li
          key={step.id}
          className="ruled grid grid-cols-[2.2rem_minmax(0,1fr)_auto] gap-x-3 border-faint py-2.5"
        >
          <span className="reading pt-0.5 text-[1.1rem] text-muted">{i + 1}</span>
          <div className="min-w-0">
            <h3 className="text-[1.12rem]">
              {t(STEP_NAMES[step.kind])}
              <span className="font-sans text-base font-normal text-muted"> {stepWhere(step)}</span>
            </h3>
            <Mix
              step={step}
              jobId={jobId}
              outOfUse={shop.outOfUse}
              mix={mixes.find((m) => m.steps.includes(step.id)) ?? null}
            />
            {soakOf(step.id) && children(soakOf(step.id) as Soak)}
            {step.check && (
              <p className="leading-snug">
                <span className="caps text-muted">{t('Until:')} </span>
                {t(...step.check)}
              </p>
            )}
            {step.cautions.map((caution) => (
              <p key={caution[0]} className="border-l-4 border-hairline pl-2 leading-snug">
                {t(...caution)}
              </p>
            ))}
            <Why step={step} plan={plan} prices={shop.prices} ways={ways} />
          </div>
          <span className="reading text-right text-[1.05rem]">
            {begins?.has(step.id) && step.hands > 0.05 && (
              <span className="block text-[0.94rem] font-normal text-muted">
                {t('from {0}', begins.get(step.id) ?? 0)}
              </span>
            )}
            {step.hands > 0.05 && t('{0} min', minutes(step.hands))}
            {step.hands > 0.05 && (
              <span className="block max-w-24 font-sans text-[0.88rem] leading-tight font-normal text-muted [font-stretch:100%]">
                {step.pace.n === 0
                  ? t('seed')
                  : step.pace.n === 1
                    ? t('1 own run')
                    : t('{0} own runs', step.pace.n)}
              </span>
            )}
            {step.wait > 0.4 && (
              <span className="block text-[0.94rem] font-normal text-muted">
                {t('+ {0} soak', minutes(step.wait))}
              </span>
            )}
          </span>
        </li>
      ))}
    </ol>
  );
}

/** Halves up to five minutes, then whole ones. */
export const minutes = (min: number): string =>
  min < 5 ? String(Math.max(0.5, Math.round(min * 2) / 2)) : String(Math.round(min));

function Mix(props: {
  step: PlanStep;
  mix: PlanMix | null;
  jobId: number | null;
  outOfUse: PlanShop['outOfUse'];
}) {
  const { step, mix, jobId, outOfUse } = props;
  const { choice, level, use, taken } = step;
  const { shop } = useSession();
  if (use === null || level === null) return null;
  if (!choice.chosen) {
    const what = t('No recipe for {0} at {1}.', t(USE_NAMES[use]).toLowerCase(), t(SOIL_NAMES[level]));
    const remedy = <NoRecipe step={step} jobId={jobId} outOfUse={outOfUse.filter((r) => r.use === use)} />;
    return choice.withheld.length > 0 ? (
      <Stop reason={what} remedy={remedy} />
    ) : (
      <Watch word={what}>{remedy}</Watch>
    );
  }
  const { of, cell } = choice.chosen;
  return (
    <>
      <p className="leading-snug">
        <span className="reading text-[1.15rem] text-product">{shortSaid(cell.strength)}</span>{' '}
        <strong>{of.product.name}</strong>
        {mix && vesselName(mix) && `, ${vesselName(mix)}`}
        {taken && taken.buckets === 0 && (
          <>
            {', '}
            <span className="reading">{formatVolume(taken.mixUl, shop.units)}</span> {t('of the mix')}
          </>
        )}
        {taken && taken.buckets > 0 && (
          <>
            {', '}
            {taken.buckets === 1 ? t('1 bucket') : t('{0} buckets with those to rinse in', taken.buckets)}
          </>
        )}{' '}
        {mix && <MixAct mix={mix} jobId={jobId} />}
      </p>
      {cell.dwell && (
        <p>
          {t('Dwell')} <strong className="reading">{dwellInWords(cell.dwell, t)}</strong>
        </p>
      )}
      {choice.chosen.cautions.map(({ id, verdict, because, remedy }) => (
        <Watch key={id} word={t(...because)}>
          {t(...remedy)}{' '}
          {verdict === 'override' && jobId !== null && <TakeWordBack rule={id} jobId={jobId} />}
        </Watch>
      ))}
    </>
  );
}

function NoRecipe(props: { step: PlanStep; jobId: number | null; outOfUse: PlanShop['outOfUse'] }) {
  const { jobId, outOfUse } = props;
  const { choice } = props.step;
  const { who } = useSession();
  return (
    <>
      {choice.withheld.map(({ recipe, rule }) => (
        <span key={recipe.id} className="block">
          {t('{0} is held back:', recipe.recipe.name)} {t(...rule.because)} {t(...rule.remedy)}{' '}
          {!rule.sure &&
            `${t('That is not known: say what is on the paint, and what brakes and wheels are.')} `}
          {rule.verdict === 'override' && <GiveWord rule={rule.id} jobId={jobId} />}
        </span>
      ))}
      {choice.passed.map(({ recipe, because }) => (
        <span key={recipe.id} className="block">
          {recipe.recipe.name}: {t(...because)}
        </span>
      ))}
      {outOfUse.map(({ id, name, because }) => (
        <span key={id} className="block">
          {name}: {t(...because)}
        </span>
      ))}
      {choice.withheld.length + choice.passed.length + outOfUse.length === 0 &&
        (atLeast(who.role, 'manager') ? (
          <Link to="/recipes/new">{t('Write the recipe')}</Link>
        ) : (
          t('A manager writes it.')
        ))}
    </>
  );
}

/** A manager's word on one rule for the job; whoever else is here is told whom to ask. */
function GiveWord({ rule, jobId }: { rule: string; jobId: number | null }) {
  // Given twice it is given once: pressed again it is meant anew, whatever became of the press before.
  const giving = useCommand((id: number) => post<Job>(`/jobs/${id}/words`, { rule }, { key: newKey() }));
  if (jobId === null) return t('A manager decides, once it is on the list.');
  return (
    <span className="block">
      <Button disabled={giving.waiting} onClick={() => giving.run(jobId)}>
        {t('A manager allows it')}
      </Button>
      {giving.refusal && <Refusal problem={giving.refusal} />}
    </span>
  );
}

function TakeWordBack({ rule, jobId }: { rule: string; jobId: number }) {
  const taking = useCommand(() => post<Job>(`/jobs/${jobId}/words/returns`, { rule }, { key: newKey() }));
  return (
    <>
      <strong>{t('A manager gave their word.')}</strong>{' '}
      <button
        type="button"
        className="no-print min-h-12 underline"
        disabled={taking.waiting}
        onClick={() => taking.run()}
      >
        {t('Take it back')}
      </button>
      {taking.refusal && <Refusal problem={taking.refusal} />}
    </>
  );
}
