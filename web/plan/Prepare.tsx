import { METHOD_NAMES } from '#core/planning/methods.ts';
import type { Plan, PlanMix } from '#core/planning/planWash.ts';
import { STEP_NAMES } from '#core/planning/steps.ts';
import { toolsOf } from '#core/planning/tools.ts';
import { careInWords } from '#core/products/record.ts';
import { BODY_NAMES } from '#core/soil/bodies.ts';
import { formatVolume, formatWater } from '#core/units/formatVolume.ts';
import { useSession } from '../lib/session.tsx';
import { shortSaid, t } from '../lib/speech.ts';
import { Watch } from '../ui/Refusal.tsx';
import { MixAct, vesselName, Where } from './MixFrom.tsx';
import { minutes } from './PlanSteps.tsx';
import { PrepareHead } from './PrepareHead.tsx';
import { mixLine, SHEET_FOOT, towelWords, waterAndTowels } from './prepareLines.ts';

/** What is mixed, filled and laid out before the first bucket: in the order of work. */
export function Prepare(props: {
  plan: Plan;
  /** What the vehicle is called, and where its plan is found. */
  name: string;
  path: string;
  stockUl: ReadonlyMap<number, number>;
  jobId: number | null;
}) {
  const { plan, name, path, stockUl, jobId } = props;
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
  const tools = toolsOf(plan)
    .map((words) => t(...words))
    .join(', ');
  const sheet = () => ({
    title: name || t(BODY_NAMES[plan.seen.body]),
    under: `${t(METHOD_NAMES[plan.method])}, ${t('{0} min', minutes(plan.minutes.elapsed))}`,
    sections: [
      {
        name: t('To prepare'),
        rows: [
          ...mixes.map((mix) => mixLine(mix, { shop, into: vesselName(mix), note: stepNames(mix, plan) })),
          ...waterAndTowels({ litres: plan.litres, towels }, shop),
          ...(tools ? [{ main: `${t('Lay out:')} ${tools}`, note: '', amount: '' }] : []),
          ...(care ? [{ main: `${t('Wear:')} ${care}`, note: '', amount: '' }] : []),
        ],
      },
    ],
    foot: SHEET_FOOT(),
    path,
  });
  return (
    <section aria-label={t('To prepare')} className="mt-8">
      <PrepareHead sheet={sheet} />
      <ul>
        {mixes.map((mix) => (
          <MixLine key={mix.steps[0]} mix={mix} plan={plan} stockUl={stockUl} jobId={jobId} />
        ))}
      </ul>
      <p className="mt-3">
        <span className="reading">{formatWater(plan.litres, shop.units)}</span> {t('of water.')}{' '}
        {towelWords(towels)}
      </p>
      {tools && (
        <p>
          <span className="caps text-muted">{t('Lay out:')} </span>
          {tools}
        </p>
      )}
      {care && (
        <p>
          <span className="caps text-muted">{t('Wear:')} </span>
          <strong>{care}</strong>
        </p>
      )}
    </section>
  );
}

/** For which steps a mix is. */
function stepNames({ steps }: PlanMix, plan: Plan): string {
  const names = steps.flatMap((id) => {
    const kind = plan.steps.find((s) => s.id === id)?.kind;
    return kind ? [t(STEP_NAMES[kind])] : [];
  });
  return [...new Set(names)].join(', ');
}

function MixLine(props: {
  mix: PlanMix;
  plan: Plan;
  stockUl: ReadonlyMap<number, number>;
  jobId: number | null;
}) {
  const { mix, plan, stockUl, jobId } = props;
  const { shop } = useSession();
  const { chosen, mixUl, productUl } = mix;
  const { product } = chosen.of;
  const left = stockUl.get(product.id) ?? 0;
  const neat = chosen.judged.bottle === 1;
  return (
    <li className="ruled grid grid-cols-[minmax(0,1fr)_auto] gap-x-4 border-faint py-2">
      <div className="min-w-0">
        <p className="leading-snug">
          <span className="reading text-[1.15rem] text-product">{shortSaid(chosen.cell.strength)}</span>{' '}
          <strong>{product.name}</strong>
          {vesselName(mix) && `, ${vesselName(mix)}`}
        </p>
        <p className="text-[0.94rem] text-muted">{stepNames(mix, plan)}</p>
        <Where mix={mix} />
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
        <MixAct mix={mix} jobId={jobId} />
      </div>
    </li>
  );
}
