import { useMemo } from 'react';
import { formatMoney } from '#core/planning/cost.ts';
import { compared, type StepCompared } from '#core/run/compared.ts';
import type { RunStep } from '#core/run/runPlan.ts';
import { type UsedByStep, usedBySteps } from '#core/run/usedBySteps.ts';
import { formatVolume } from '#core/units/formatVolume.ts';
import { useSession } from '../lib/session.tsx';
import { t } from '../lib/speech.ts';
import { stepName, whereOf } from './runWords.ts';
import type { RunHere } from './useRun.ts';

/** Planned against real: minutes by step, product, cost. */
export function AgainstPlan({ here: { run, stand } }: { here: RunHere }) {
  const { shop } = useSession();
  const of = useMemo(() => compared(run.plan, stand), [run.plan, stand]);
  const used = useMemo(() => usedBySteps(run.plan, stand, run.uses), [run.plan, stand, run.uses]);
  const usedUl = run.uses.reduce((sum, u) => sum + u.productUl, 0);
  const minor = run.uses.reduce((sum, u) => sum + u.minor, 0);
  const plannedUl = run.plan.mixes.reduce((sum, m) => sum + m.productUl, 0);
  return (
    <section aria-label={t('Planned and done')}>
      <h2 className="text-[1.3rem]">{t('Planned and done')}</h2>
      <table className="w-full border-t-2 border-ink">
        <thead>
          <tr className="border-b border-hairline text-left">
            <th scope="col" className="py-1.5">
              {t('Step')}
            </th>
            <th scope="col" className="text-right">
              {t('Planned')}
            </th>
            <th scope="col" className="pl-3 text-right">
              {t('Took')}
            </th>
          </tr>
        </thead>
        <tbody>
          {of.steps.map((s) => (
            <tr key={s.step.id} className="ruled border-faint align-top">
              <th scope="row" className="py-1.5 text-left font-normal leading-snug">
                {stepName(run.plan, s.step)} <span className="text-muted">{whereOf(s.step)}</span>
                <Used step={s.step} used={used.get(s.step.id) ?? null} />
                {remark(s) && <span className="block text-[0.94rem]">{remark(s)}</span>}
              </th>
              <td className="reading py-1.5 text-right">{minutesOf(s.plannedS)}</td>
              <td className="reading py-1.5 pl-3 text-right whitespace-nowrap">
                {s.tookS === null ? t('not timed') : minutesOf(s.tookS)}
              </td>
            </tr>
          ))}
          <tr className="ruled border-faint">
            <th scope="row" className="py-1.5 text-left font-normal">
              {t('Setting up, mixing, packing up')}
            </th>
            <td className="reading py-1.5 text-right">{minutesOf(of.around.plannedS)}</td>
            <td className="reading py-1.5 pl-3 text-right whitespace-nowrap">
              {of.around.tookS === null ? t('not timed') : minutesOf(of.around.tookS)}
            </td>
          </tr>
          <tr className="border-t border-ink font-bold">
            <th scope="row" className="py-1.5 text-left">
              {t('From begin to end')}
            </th>
            <td className="reading py-1.5 text-right">{minutesOf(run.plan.elapsedS)}</td>
            <td className="reading py-1.5 pl-3 text-right whitespace-nowrap">
              {of.elapsedS === null ? t('not timed') : minutesOf(of.elapsedS)}
            </td>
          </tr>
          <tr className="ruled border-faint">
            <th scope="row" className="py-1.5 text-left font-normal">
              {t('Product')}
            </th>
            <td className="reading py-1.5 text-right">{formatVolume(plannedUl, shop.units)}</td>
            <td className="reading py-1.5 pl-3 text-right whitespace-nowrap">
              {run.uses.length === 0 ? t('not told') : formatVolume(usedUl, shop.units)}
            </td>
          </tr>
          <tr className="ruled border-faint">
            <th scope="row" className="py-1.5 text-left font-normal">
              {t('What that cost')}
            </th>
            <td className="reading py-1.5 text-right">
              {run.plan.productMinor === null
                ? t('not known')
                : formatMoney(run.plan.productMinor, shop.currency)}
            </td>
            <td className="reading py-1.5 pl-3 text-right whitespace-nowrap">
              {run.uses.length === 0 ? t('not told') : formatMoney(minor, shop.currency)}
            </td>
          </tr>
        </tbody>
      </table>
    </section>
  );
}

/** What product a step took for what was planned, and what it cost; nothing where it takes none. */
function Used({ step, used }: { step: RunStep; used: UsedByStep | null }) {
  const { shop } = useSession();
  if (!step.productUl) return null;
  const planned = formatVolume(Math.round(step.productUl), shop.units);
  return (
    <span className="block text-[0.94rem] text-muted">
      {used
        ? t(
            '{0} of product planned, {1} used, {2}',
            planned,
            formatVolume(Math.round(used.productUl), shop.units),
            formatMoney(Math.round(used.minor), shop.currency),
          )
        : t('{0} of product planned', planned)}
    </span>
  );
}

function remark({ leftOut, failed, goodEnough }: StepCompared): string {
  return [
    leftOut && t('left out, or some of it'),
    failed === 1 && t('not clean the first time'),
    failed > 1 && t('not clean {0} times', failed),
    goodEnough && t('good enough'),
  ]
    .filter(Boolean)
    .join(', ');
}

const minutesOf = (s: number): string => t('{0} min', s < 300 ? Math.round(s / 6) / 10 : Math.round(s / 60));
