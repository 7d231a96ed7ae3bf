import type { ReactNode } from 'react';
import type { Shop } from '#contract/shop.ts';
import { markedIn, readOff } from '#core/mixing/chooseMeasure.ts';
import { depthOf } from '#core/mixing/depth.ts';
import { formatDepth } from '#core/mixing/formatDepth.ts';
import { printedStep } from '#core/mixing/practicalPour.ts';
import { formatExactVolume, formatVolume } from '#core/units/formatVolume.ts';
import { UNIT_UL, type UnitSystem } from '#core/units/units.ts';
import { useSession } from '../../lib/session.tsx';
import { t } from '../../lib/speech.ts';
import { More } from '../../ui/More.tsx';
import type { BenchMix } from '../mix/benchMix.ts';
import { type BenchStep, benchSteps } from '../mix/benchSteps.ts';
import { Amounts } from './Amounts.tsx';

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

/** The numbers of a mix, each with how it is read. */
export function Readings({ bench }: { bench: BenchMix }) {
  const { shop } = useSession();
  const { steps, shakeFirst, swirl } = benchSteps(bench, shop);
  const shown = steps.length > 0 ? steps : BLANK;
  const order = (i: number) => {
    if (shown.length === 1) return bench.start?.contents ? t('Add') : t('Only');
    if (i === 0) return t('First');
    return i === shown.length - 1 && shown.length > 2 ? t('last') : t('then');
  };
  const mixed = { shakeFirst, swirl, mixedBy: howMixed(bench, shop), wasteWater: shop.wasteWater };
  return (
    <Amounts
      product={bench.product}
      vessel={bench.vessel}
      settled={bench.plan !== null && steps.length === 0}
      amounts={shown.map((step, i) => ({
        id: step.do,
        order: `${order(i)} ${WHAT()[step.do].what}`,
        tone: WHAT()[step.do].tone,
        ul: step.ul < 0 ? null : step.ul,
        stepUl: stepOf(step, bench, shop.units),
        note: step.ul < 0 ? null : noteOf(step, bench, mixed, shop.units),
      }))}
    />
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
          <More small className="hidden lg:block" title={t('Why water first')}>
            {t('Product first fills the vessel with foam, and then nobody can read the line.')}
          </More>
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
    const last = readOff(lastUl, measure, units);
    if (measure.stepUl === measure.capacityUl)
      return fullFills === 0 ? `1 ${measure.name}` : `${fullFills + 1} x ${measure.name}`;
    if (fullFills > 0) return t('{0} full {1}, then to {2}', measure.name, times(fullFills), last);
    if (chosen.parts.length > 1) return t('{0} in the {1}', readOff(ul, measure, units), measure.name);
    // What stands large is in the shop's units, and can't be found on a measure marked in others.
    return markedIn(measure, units) === units
      ? t('in the {0}', measure.name)
      : t('in the {0}, to {1}', measure.name, last);
  });
  const sentence = words.reduce((before, one) => t('{0} and {1}', before, one));
  return <>{sentence.charAt(0).toUpperCase() + sentence.slice(1)}.</>;
}

const times = (n: number): string => (n === 1 ? t('once') : n === 2 ? t('twice') : t('{0} times', n));
