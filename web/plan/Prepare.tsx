import { Link } from 'react-router';
import type { Plan, PlanMix } from '#core/planning/planWash.ts';
import { STEP_NAMES } from '#core/planning/steps.ts';
import { careInWords } from '#core/products/record.ts';
import { formatVolume } from '#core/units/formatVolume.ts';
import { useSession } from '../lib/session.tsx';
import { shortSaid, t } from '../lib/speech.ts';
import { Button } from '../ui/Button.tsx';
import { Watch } from '../ui/Refusal.tsx';
import { benchOf } from './PlanSteps.tsx';

/** What is mixed, filled and laid out before the first bucket: in the order of work. */
export function Prepare({ plan, stockUl }: { plan: Plan; stockUl: ReadonlyMap<number, number> }) {
  const { shop } = useSession();
  const { towels, mixes } = plan;
  const care = careInWords(
    {
      gloves: mixes.some((m) => m.chosen.of.product.record.care.gloves),
      eyes: mixes.some((m) => m.chosen.of.product.record.care.eyes),
      air: mixes.some((m) => m.chosen.of.product.record.care.air),
    },
    t,
  );
  return (
    <section aria-label={t('To prepare')} className="mt-8">
      <div className="flex flex-wrap items-end justify-between gap-3 border-b-2 border-ink pb-1">
        <h2>{t('To prepare')}</h2>
        <Button className="no-print" onClick={() => window.print()}>
          {t('Print it')}
        </Button>
      </div>
      <ul>
        {mixes.map((mix) => (
          <MixLine key={mix.steps[0]} mix={mix} plan={plan} stockUl={stockUl} />
        ))}
      </ul>
      <p className="mt-3">
        <span className="reading">{formatVolume(Math.round(plan.litres) * 1_000_000, shop.units)}</span>{' '}
        {t('of water.')}{' '}
        {t(
          'Towels to wipe: {0}, to dry: {1}, for wheels alone: {2}.',
          towels.wiping,
          towels.drying,
          towels.wheels,
        )}
      </p>
      {care && (
        <p>
          <span className="caps text-muted">{t('Wear:')} </span>
          <strong>{care}</strong>
        </p>
      )}
    </section>
  );
}

function MixLine({ mix, plan, stockUl }: { mix: PlanMix; plan: Plan; stockUl: ReadonlyMap<number, number> }) {
  const { shop } = useSession();
  const { chosen, mixUl, productUl, steps } = mix;
  const { product, vessel } = chosen.of;
  const left = stockUl.get(product.id) ?? 0;
  const before = plan.mixes.slice(0, plan.mixes.indexOf(mix)).find((m) => m.chosen.of.vessel.id === vessel.id)
    ?.chosen.of.product;
  const neat = chosen.judged.bottle === 1;
  const names = steps
    .map((id) => plan.steps.find((s) => s.id === id)?.kind)
    .flatMap((kind) => (kind ? [t(STEP_NAMES[kind])] : []));
  return (
    <li className="ruled grid grid-cols-[minmax(0,1fr)_auto] gap-x-4 border-faint py-2">
      <div className="min-w-0">
        <p className="leading-snug">
          <span className="reading text-[1.15rem] text-product">{shortSaid(chosen.cell.strength)}</span>{' '}
          <strong>{product.name}</strong>, {vessel.name}
        </p>
        <p className="text-[0.94rem] text-muted">{[...new Set(names)].join(', ')}</p>
        {before && (
          <Watch word={t('Another vessel:')}>
            {t('{0} is taken by {1}; each product wants its own.', vessel.name, before.name)}
          </Watch>
        )}
        {left < productUl && (
          <Watch word={t('Short:')}>{t('{0} of it is in stock.', formatVolume(left, shop.units))}</Watch>
        )}
      </div>
      <div className="text-right">
        <p className="reading">{formatVolume(mixUl, shop.units)}</p>
        {!neat && (
          <p className="text-[0.94rem] text-muted">
            {t('{0} of product', formatVolume(productUl, shop.units))}
          </p>
        )}
        <Link className="no-print" to={benchOf(chosen)}>
          {neat ? t('Take it') : t('Mix it')}
        </Link>
      </div>
    </li>
  );
}
