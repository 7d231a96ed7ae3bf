import type { ReactNode } from 'react';
import type { Shop } from '#contract/shop.ts';
import { depthOf } from '#core/mixing/depth.ts';
import { formatDepth } from '#core/mixing/formatDepth.ts';
import { printedStep } from '#core/mixing/practicalPour.ts';
import { formatExactVolume, formatVolume, readVolume } from '#core/units/formatVolume.ts';
import { UNIT_UL, type UnitSystem } from '#core/units/units.ts';
import { useSession } from '../lib/session.tsx';
import { t } from '../lib/speech.ts';
import { LargeVolume } from './BigFigure.tsx';
import type { BenchMix } from './benchMix.ts';
import { type BenchStep, benchSteps } from './benchSteps.ts';

const BLANK: BenchStep[] = [
  { do: 'water', ul: -1, toUl: -1 },
  { do: 'product', ul: -1, toUl: -1 },
];

const WHAT: () => Record<BenchStep['do'], { what: string; tone: string }> = () => ({
  pourOff: { what: t('pour off'), tone: 'text-ink' },
  water: { what: t('water'), tone: 'text-water' },
  product: { what: t('product'), tone: 'text-product' },
  jet: { what: t('water by jet'), tone: 'text-water' },
});

/** The numbers, in the order they are poured: the largest things on the screen, and on a phone always in sight. */
export function Readings({ bench }: { bench: BenchMix }) {
  const { shop } = useSession();
  const { steps, shakeFirst, swirl } = benchSteps(bench, shop);
  const settled = bench.plan !== null && steps.length === 0;
  const shown = steps.length > 0 ? steps : BLANK;
  const many = shown.length > 2;
  return (
    <section
      aria-label={t('Amounts')}
      aria-live="polite"
      className="ruled sticky top-[var(--strip,0px)] z-[5] -mx-4 flex flex-wrap gap-x-5 bg-ground px-4 pt-2 pb-2 lg:static lg:col-start-2 lg:row-start-1 lg:mx-0 lg:flex-nowrap lg:gap-x-5 lg:border-b-0 lg:p-0"
    >
      {bench.product && (
        <p className="w-full truncate leading-tight lg:hidden">
          <strong>{bench.product.name}</strong> {t('into {0}', bench.vessel?.name ?? t('no vessel yet'))}
        </p>
      )}
      {settled ? (
        <p className="min-h-24 pt-5 text-[1.4rem] font-bold">{t('It is right as it is: nothing to add.')}</p>
      ) : (
        shown.map((step, i) => (
          <Reading
            key={step.do}
            order={
              shown.length === 1
                ? bench.start?.contents
                  ? t('Add')
                  : t('Only')
                : i === 0
                  ? t('First')
                  : i === shown.length - 1 && many
                    ? t('last')
                    : t('then')
            }
            step={step}
            many={many}
            stepUl={stepOf(step, bench, shop.units)}
            units={shop.units}
            note={
              step.ul < 0
                ? null
                : noteOf(
                    step,
                    bench,
                    { shakeFirst, swirl, mixedBy: howMixed(bench, shop), wasteWater: shop.wasteWater },
                    shop.units,
                  )
            }
          />
        ))
      )}
    </section>
  );
}

/** A filled cannon is shaken where that is the shop's school; everything else is swirled, always. */
const howMixed = ({ rig }: BenchMix, shop: Pick<Shop, 'mixedBy'>) => (rig ? shop.mixedBy : 'swirl');

function stepOf(step: BenchStep, { measuring }: BenchMix, units: UnitSystem): number | undefined {
  if (step.do !== 'product' || units !== 'metric') return undefined;
  return printedStep(measuring?.chosen?.parts ?? []);
}

function noteOf(
  step: BenchStep,
  bench: BenchMix,
  mixed: { shakeFirst: boolean; swirl: boolean; mixedBy: 'swirl' | 'shake'; wasteWater: string },
  units: UnitSystem,
): ReactNode {
  const { shakeFirst, swirl, mixedBy } = mixed;
  const { measuring, plan, start } = bench;
  const { vessel } = bench;
  const deep = vessel?.depth ? t(', {0} deep', formatDepth(depthOf(vessel.depth, step.toUl), units)) : '';
  const line = formatVolume(step.toUl, units);
  switch (step.do) {
    case 'pourOff':
      return t('Down to the {0} line{1}. {2}', line, deep, mixed.wasteWater).trim();
    case 'jet':
      return t('For suds, up to the {0} line{1}.', line, deep);
    case 'water':
      return start?.contents ? (
        t('Up to the {0} line{1}.', line, deep)
      ) : (
        <>
          {t('Fill to the {0} line{1}.', line, deep)}
          <details className="hidden lg:block">
            <summary className="cursor-pointer text-muted">{t('Why water first')}</summary>
            {t('Product first fills the vessel with foam, and then nobody can read the line.')}
          </details>
        </>
      );
    case 'product':
      return (
        <>
          {plan?.waterUl === 0 && !start?.contents && `${t('This goes in neat.')} `}
          {measuring?.chosen ? (
            <HowToRead chosen={measuring.chosen} units={units} />
          ) : (
            t('Poured freely, an estimate.')
          )}
          {bench.product?.gPerMl && (
            <span className="hidden lg:inline">
              {' '}
              <span className="reading whitespace-nowrap">{gramsOf(step.ul, bench.product.gPerMl)} g</span>{' '}
              {t('on a scale.')}
            </span>
          )}
          <span className="hidden lg:block">
            {shakeFirst && `${t('Shake the product first.')} `}
            {swirl && (mixedBy === 'shake' ? t('Then close it and shake.') : t('Then swirl, don’t shake.'))}
          </span>
          <span className="sr-only">{t('Booked as {0}.', formatExactVolume(step.ul))}</span>
        </>
      );
  }
}

/** What an amount weighs, as a bench scale shows it: `g = ml x density`. */
const gramsOf = (ul: number, gPerMl: number): string => {
  const g = (ul / UNIT_UL.ml) * gPerMl;
  return g < 100 ? g.toFixed(1) : g.toFixed(0);
};

type Chosen = NonNullable<NonNullable<BenchMix['measuring']>['chosen']>;

function HowToRead({ chosen, units }: { chosen: Chosen; units: UnitSystem }) {
  const words = chosen.parts.map(({ measure, fullFills, lastUl, ul }) => {
    const last = formatVolume(lastUl, units, units === 'metric' ? measure.stepUl : undefined);
    if (measure.stepUl === measure.capacityUl)
      return fullFills === 0 ? `1 ${measure.name}` : `${fullFills + 1} x ${measure.name}`;
    if (fullFills > 0) return t('{0} full {1}, then to {2}', measure.name, times(fullFills), last);
    return chosen.parts.length === 1
      ? t('in the {0}', measure.name)
      : t(
          '{0} in the {1}',
          formatVolume(ul, units, units === 'metric' ? measure.stepUl : undefined),
          measure.name,
        );
  });
  const sentence = words.join(' and ');
  return <>{sentence.charAt(0).toUpperCase() + sentence.slice(1)}.</>;
}

const times = (n: number): string => (n === 1 ? 'once' : n === 2 ? 'twice' : t('{0} times', n));

function Reading(props: {
  order: string;
  step: BenchStep;
  many: boolean;
  stepUl: number | undefined;
  units: UnitSystem;
  note: ReactNode;
}) {
  const { order, step, many, stepUl, units, note } = props;
  const { what, tone } = WHAT()[step.do];
  const read = step.ul < 0 ? null : readVolume(step.ul, units, stepUl);
  return (
    <div className={`${tone} min-w-0 flex-1`}>
      <p className="caps text-ink">
        {order} {what}
      </p>
      <LargeVolume what={step.do} read={read} many={many} />
      <p className="mt-1 min-h-6 text-[0.94rem] leading-snug text-ink">{note}</p>
    </div>
  );
}
