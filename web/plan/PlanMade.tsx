import type { Remote } from 'comlink';
import { useCallback } from 'react';
import type { Job } from '#contract/jobs.ts';
import type { WeatherNow } from '#contract/weather.ts';
import type { OtherWay } from '#core/planning/alternatives.ts';
import type { Assessment } from '#core/planning/assessment.ts';
import type { Complete } from '#core/planning/completePlan.ts';
import { formatMoney } from '#core/planning/cost.ts';
import { METHOD_NAMES } from '#core/planning/methods.ts';
import {
  type Plan as Planned,
  type PlanRefused,
  type PlanShop,
  waitsForWord,
} from '#core/planning/planWash.ts';
import type { Soak } from '#core/planning/soakOf.ts';
import { STEP_NAMES } from '#core/planning/steps.ts';
import { formatWater } from '#core/units/formatVolume.ts';
import { useSession } from '../lib/session.tsx';
import { t } from '../lib/speech.ts';
import { BeginRun } from '../run/BeginRun.tsx';
import { More } from '../ui/More.tsx';
import { Stop, Watch } from '../ui/Refusal.tsx';
import type { Plans } from '../workers/plan.worker.ts';
import { Course } from './Course.tsx';
import { Lies } from './Lies.tsx';
import { ByHours, ByMethods } from './Otherwise.tsx';
import { minutes, PlanSteps } from './PlanSteps.tsx';
import { Prepare } from './Prepare.tsx';
import { FIELD_WORDS } from './planWords.ts';
import { sameSteps, useWorkedOut } from './planWorker.ts';
import { WhatChanges } from './WhatChanges.tsx';

/** What is done with this vehicle, how long it takes, and what would do instead. */
export function PlanMade(props: {
  plan: Planned;
  name: string;
  path: string;
  job: Job | null;
  said: Assessment;
  shop: PlanShop;
  weather: WeatherNow | undefined;
  weatherKnown: boolean;
  say: (more: Assessment) => void;
}) {
  const { said, shop, weather, weatherKnown, say } = props;
  const { shop: settings } = useSession();
  const ask = useCallback((of: Remote<Plans>) => of.completePlan(said, shop), [said, shop]);
  const worked = useWorkedOut(ask);
  // An answer to the question before is none to this one.
  const complete = worked && sameSteps(worked.plan, props.plan) ? worked : null;
  // What the weather makes of it takes more where something is laid twice.
  const plan = complete?.plan ?? props.plan;
  const schedule = complete?.schedule ?? null;
  const askWays = useCallback((of: Remote<Plans>) => of.otherWays(said, shop), [said, shop]);
  const ways = useWorkedOut(askWays) ?? NO_WAYS;
  const missing = plan.missing.length;
  const jobId = props.job?.state === 'waits' ? props.job.id : null;
  return (
    <section id="plan" aria-label={t('What is done')} className="min-w-0 scroll-mt-4">
      <h2 className="text-[1.5rem]">{t(METHOD_NAMES[plan.method])}</h2>
      <p>{t(...plan.because)}</p>
      {plan.askedInVain && <Watch word={t('Not as asked for:')}>{t(...plan.askedInVain)}</Watch>}
      <dl className="my-4 flex flex-wrap gap-x-8 gap-y-2" aria-live="polite">
        <Figure name={t('About')}>
          {t('{0} min', minutes(schedule ? schedule.elapsedS / 60 : plan.minutes.elapsed))}
        </Figure>
        <Figure name={t('Water')}>{formatWater(plan.litres, settings.units)}</Figure>
        <Figure name={t('Product')}>
          {plan.productMinor === null ? t('not known') : formatMoney(plan.productMinor, settings.currency)}
        </Figure>
        <Figure name={t('Towels')}>{plan.towels.wiping + plan.towels.drying + plan.towels.wheels}</Figure>
      </dl>
      <div className="mb-4">
        <BeginRun job={props.job} complete={complete} shop={shop} />
      </div>
      {plan.over && (
        <div className="mb-3">
          <Watch word={t('{0} min over.', minutes(plan.over.minutes))}>
            {plan.over.mayGo.length > 0
              ? t(
                  'May go, in this order: {0}.',
                  plan.steps
                    .filter((s) => plan.over?.mayGo.includes(s.id))
                    .sort(
                      (a, b) => (plan.over?.mayGo.indexOf(a.id) ?? 0) - (plan.over?.mayGo.indexOf(b.id) ?? 0),
                    )
                    .map((s) => t(STEP_NAMES[s.kind]).toLowerCase())
                    .join(', '),
                )
              : t('Nothing of it may go: a faster method, or more time.')}
          </Watch>
        </div>
      )}
      {missing > 0 && (
        <div className="mb-3">
          <Watch word={t('Not complete.')}>
            {waitsForWord(plan)
              ? t('It waits for a manager’s word.')
              : missing === 1
                ? t('One step has no recipe.')
                : t('{0} steps have no recipe.', missing)}
          </Watch>
        </div>
      )}
      {!weatherKnown && (
        <div className="mb-3">
          <Watch word={t('Weather not known.')}>{t('Mild and overcast is assumed.')}</Watch>
        </div>
      )}
      <PlanSteps plan={plan} complete={complete} shop={shop} ways={ways} jobId={jobId}>
        {(soak) => <NoWindow soak={soak} waitS={lyingS(complete, soak)} said={said} shop={shop} say={say} />}
      </PlanSteps>
      <p className="mt-3 text-muted">
        {t(
          'Minutes are seeds until there are runs of your own, and windows an estimate: once it is laid its clock says how long it may stay, and the eye wins. Safety data sheets, local codes and licensed practice decide.',
        )}
      </p>
      {schedule && <Course plan={plan} schedule={schedule} />}
      <Prepare plan={plan} name={props.name} path={props.path} stockUl={shop.stockUl} jobId={jobId} />
      <div className="no-print">
        <ByMethods said={said} plan={props.plan} shop={shop} choose={(method) => say({ method })} />
        <ByHours said={said} shop={shop} weather={weather} />
      </div>
      <WhatChanges said={said} plan={props.plan} shop={shop} />
      <Around plan={plan} />
    </section>
  );
}

const NO_WAYS: readonly OtherWay[] = [];

/** How long the first piece of a soak lies in the course. */
function lyingS(complete: Complete | null, soak: Soak): number {
  const first = complete?.schedule?.lying.find((l) => l.piece === 0 && l.steps.at(-1) === soak.steps.at(-1));
  return first ? first.toS - first.fromS : 0;
}

/** What lies there dries before it is off: another place, in one tap. */
function NoWindow(props: {
  soak: Soak;
  waitS: number;
  said: Assessment;
  shop: PlanShop;
  say: (more: Assessment) => void;
}) {
  const { soak, said, shop, say } = props;
  const ask = useCallback((of: Remote<Plans>) => of.waysOut(said, shop), [said, shop]);
  const ways = useWorkedOut(ask) ?? [];
  return <Lies soak={soak} waitS={props.waitS} ways={ways} stand={(stand) => say({ stands: [stand] })} />;
}

function Figure({ name, children }: { name: string; children: React.ReactNode }) {
  return (
    <div>
      <dt className="caps text-muted">{name}</dt>
      <dd className="reading text-[1.5rem] leading-tight">{children}</dd>
    </div>
  );
}

/** What the plan was made from and without: assumptions, other methods, what is left undone. */
function Around({ plan }: { plan: Planned }) {
  return (
    <div className="mt-5">
      <More title={t('What is assumed')}>
        <p>{plan.assumed.map((field) => FIELD_WORDS()[field]).join(', ')}.</p>
      </More>
      {plan.leftUndone.length > 0 && (
        <More title={t('What is left undone')}>
          <p>{plan.leftUndone.map((said) => t(...said)).join(', ')}.</p>
        </More>
      )}
    </div>
  );
}

export function Refused({ plan }: { plan: PlanRefused }) {
  return (
    <section aria-label={t('What is done')}>
      <h2 className="mb-3 text-[1.5rem]">{t('Not as it stands')}</h2>
      <Stop reason={t(...plan.because)} remedy={t('What would allow it:')}>
        <ul className="list-disc pl-5">
          {plan.allow.map((allow) => (
            <li key={allow[0]}>{t(...allow)}</li>
          ))}
        </ul>
      </Stop>
    </section>
  );
}
