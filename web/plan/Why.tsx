import { insteadOf, type More as MoreOf, type OtherWay } from '#core/planning/alternatives.ts';
import { formatMoney, type Priced } from '#core/planning/cost.ts';
import type { Plan, PlanStep } from '#core/planning/planWash.ts';
import { SCHOOL_NAMES } from '#core/planning/schools.ts';
import { STEP_NAMES } from '#core/planning/steps.ts';
import { formatWater } from '#core/units/formatVolume.ts';
import { useSession } from '../lib/session.tsx';
import { shortSaid, t } from '../lib/speech.ts';
import { schoolWord } from '../shop/WashSchools.tsx';
import { More } from '../ui/More.tsx';

/** Why a step is done, and so: its reasons, what would do instead, its house rule the other way round, what is held back. */
export function Why(props: {
  step: PlanStep;
  plan: Plan;
  prices: readonly Priced[];
  ways: readonly OtherWay[];
}) {
  const { step, plan, prices, ways } = props;
  const more = useMoreInWords();
  const held = step.choice.chosen ? step.choice.withheld : [];
  return (
    <More
      title={
        <>
          {t('Why')}
          <span className="sr-only">: {t(STEP_NAMES[step.kind])}</span>
        </>
      }
      small
    >
      <ul className="list-disc pl-5 leading-snug">
        {step.because.map((because) => (
          <li key={because[0]}>{t(...because)}</li>
        ))}
        {insteadOf(step, plan, prices).map((other) => (
          <li key={other.chosen.of.id}>
            {t('Instead: {0} {1}', shortSaid(other.chosen.cell.strength), other.chosen.of.product.name)}
            {more(other)}.{' '}
            {other.risks.map(({ because, remedy }) => `${t(...because)} ${t(...remedy)}`).join(' ')}
          </li>
        ))}
        {ways
          .filter((way) => way.school === step.school)
          .map((way) => (
            <li key={way.option}>
              {t('House rule, {0}:', t(SCHOOL_NAMES[way.school]).toLowerCase())}{' '}
              {t('the other way, {0}', schoolWord(way.school, way.option))}
              {more(way) || `, ${t('takes as much')}`}.
            </li>
          ))}
        {held.map(({ recipe, rule }) => (
          <li key={recipe.id}>
            {t('{0} is held back:', recipe.recipe.name)} {t(...rule.because)}
          </li>
        ))}
      </ul>
    </More>
  );
}

/** What it takes more or less, after a comma; nothing where that is the same. */
function useMoreInWords(): (of: MoreOf) => string {
  const { shop } = useSession();
  const by = (amount: number, least: number, say: (amount: number) => string): string | null => {
    if (Math.abs(amount) < least) return null;
    return amount > 0 ? t('{0} more', say(amount)) : t('{0} less', say(-amount));
  };
  return ({ minutes, minor, litres }) =>
    [
      by(minutes, 0.5, (m) => t('{0} min', Math.round(m))),
      by(minor ?? 0, 1, (m) => formatMoney(m, shop.currency)),
      by(litres, 1, (l) => t('{0} of water', formatWater(l, shop.units))),
    ]
      .filter((said) => said !== null)
      .map((said) => `, ${said}`)
      .join('');
}
