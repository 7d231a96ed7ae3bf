import type { Remote } from 'comlink';
import { useCallback } from 'react';
import type { Assessment } from '#core/planning/assessment.ts';
import { METHOD_NAMES } from '#core/planning/methods.ts';
import type { Plan, PlanShop } from '#core/planning/planWash.ts';
import { STEP_NAMES, type StepKind } from '#core/planning/steps.ts';
import type { Change } from '#core/planning/whatChanges.ts';
import { t } from '../lib/speech.ts';
import type { Plans } from '../workers/plan.worker.ts';
import { minutes } from './PlanSteps.tsx';
import { useWorkedOut } from './planWorker.ts';

/** The answers that would change the plan most, each with what it would come to. */
export function WhatChanges({ said, plan, shop }: { said: Assessment; plan: Plan; shop: PlanShop }) {
  const ask = useCallback((of: Remote<Plans>) => of.whatWouldChange(said, shop), [said, shop]);
  const changes = useWorkedOut(ask);
  if (!changes || changes.length === 0) return null;
  return (
    <section aria-label={t('What would change it')} className="no-print mt-8">
      <h2 className="border-b-2 border-ink pb-1">{t('What would change it')}</h2>
      <ul>
        {changes.map((change) => (
          <li key={change.flip.id} className="ruled border-faint py-2 leading-snug">
            <strong>{t(...change.flip.words)}:</strong> {inWords(change, plan)}
          </li>
        ))}
      </ul>
    </section>
  );
}

function inWords({ plan: then, more, fewer, minutes: by }: Change, now: Plan): string {
  if (!then.ok) return t('it is not washed as it stands. {0}', t(...then.because));
  const time =
    !by || Math.abs(by) < 1 ? '' : by < 0 ? t('{0} min less', minutes(-by)) : t('{0} min more', minutes(by));
  const other = then.method === now.method ? '' : t(METHOD_NAMES[then.method]).toLowerCase();
  const steps =
    then.method === now.method
      ? [
          named(then, more) && t('with {0}', named(then, more)),
          named(now, fewer) && t('without {0}', named(now, fewer)),
        ]
      : [];
  const said = [other, ...steps, time].filter(Boolean).join(', ');
  return `${said || t('other mixes')}.`;
}

/** Steps by name, each once; the rinses go with what they take off. */
function named(plan: Plan, ids: readonly string[]): string {
  const kinds = plan.steps.filter((s) => ids.includes(s.id) && !s.takesOff).map((s) => s.kind);
  return [...new Set<StepKind>(kinds)].map((kind) => t(STEP_NAMES[kind]).toLowerCase()).join(', ');
}
