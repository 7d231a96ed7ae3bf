import { memo, type RefObject, useState } from 'react';
import { panelFraction } from '#core/delivery/draw.ts';
import { fractionIn } from '#core/mixing/contents.ts';
import { labelFor } from '#core/mixing/labelFor.ts';
import { rankImprovements, type StrengthSpread } from '#core/mixing/tolerance.ts';
import {
  costOfFill,
  costPerWorkingLitre,
  formatMoney,
  formatUnitCost,
  largeMeasure,
} from '#core/planning/cost.ts';
import { formatPercent } from '#core/strength/formatStrength.ts';
import { labelEnds } from '#core/strength/labelStrength.ts';
import type { Strength } from '#core/strength/notation.ts';
import { type Fraction, inNotation } from '#core/strength/strength.ts';
import { useSession } from '../../lib/session.tsx';
import { strengthSaid, t } from '../../lib/speech.ts';
import { Watch } from '../../ui/Refusal.tsx';
import type { BenchMix } from '../mix/benchMix.ts';
import { marksOfRecipe } from '../mix/benchRecipe.ts';
import type { BenchRig } from '../mix/benchRig.ts';
import { uncertainMix } from '../mix/uncertainMix.ts';
import { StrengthLadder } from './StrengthLadder.tsx';
import { useSpread } from './useSpread.ts';

/** The ladder, the strength that really results, and how far mixes made like this lie apart, in words. */
export const LadderPanel = memo(function LadderPanel({
  bench,
  latest,
  choose,
}: {
  bench: BenchMix;
  /** The strength as it is now: what is drawn may still be on its way there. */
  latest: RefObject<Fraction | null>;
  choose: (s: Strength) => void;
}) {
  const { product, fraction, typed, panel, rig, onPanel, plan, made, limits } = bench;
  const spread = useSpread(bench);
  const real = made ? made.fraction : plan ? fractionIn(plan.after) : fraction;
  const other = onPanel ? fraction : panel;
  return (
    <section aria-label={t('Ladder')} className="flex flex-col xl:col-start-3 xl:row-span-2 xl:row-start-1">
      <p className="caps">
        {made ? t('You have made') : t('You will get')}
        {rig && t(', in the bottle')}
      </p>
      <p className="reading text-[1.5rem] leading-tight whitespace-nowrap" data-testid="reading-strength">
        {real ? formatPercent(real) : '–'}{' '}
        <span className="text-[1.05rem]">
          {real && real < 1 ? strengthSaid(inNotation(real, 'parts')) : ''}
        </span>
      </p>
      {real && rig && <OnThePanel rig={rig} panel={panelFraction(real, rig.draw.q)} />}
      <div className="mt-2 min-h-0 flex-1">
        <StrengthLadder
          fraction={made ? made.fraction : (typed ?? null)}
          cannon={rig && other && !made ? { other, dragged: onPanel ? 'panel' : 'bottle' } : null}
          entries={
            bench.recipe?.left === false
              ? marksOfRecipe(bench.recipe)
              : labelEnds(labelFor(product?.labelEntries ?? [], bench.vessel?.kind ?? null))
          }
          band={limits?.band ?? null}
          floor={limits?.floor ?? null}
          ceiling={limits?.ceiling ?? null}
          spread={spread}
          latest={made ? null : latest}
          choose={choose}
        />
      </div>
      {/* Room kept for the words, so that the ladder stays where it is under a thumb. */}
      <div className="lg:min-h-42">
        <WhereItStands bench={bench} />
        <Cost bench={bench} />
        {spread && <SpreadInWords spread={spread} bench={bench} />}
      </div>
    </section>
  );
});

/** What reaches the paint, and how well that is known. */
function OnThePanel({ rig, panel }: { rig: BenchRig; panel: Fraction }) {
  return (
    <>
      <p className="caps mt-2">{t('On the panel')}</p>
      <p className="reading text-[1.5rem] leading-tight whitespace-nowrap" data-testid="reading-panel">
        {rig.draw.known === 'never' ? `${t('about')} ` : ''}
        {formatPercent(panel)}
      </p>
    </>
  );
}

/** Where the strength stands to the label and to the panel's limits, where that is worth a word. */
function WhereItStands({ bench: { limits } }: { bench: BenchMix }) {
  if (!limits) return null;
  const { place, panelPlace, floor, ceiling } = limits;
  const percent = (f: number | null) => formatPercent((f ?? 0) as Fraction);
  return (
    <div className="mt-2 flex flex-col gap-2 text-[0.94rem] leading-snug empty:mt-0">
      {place === 'over' && (
        <Watch word={t('Stronger than its label.')}>{t('Film, streaks, stripped protection, money.')}</Watch>
      )}
      {place === 'under' && (
        <Watch word={t('Weaker than its label.')}>{t('No bite, so people scrub.')}</Watch>
      )}
      {panelPlace === 'overCeiling' && (
        <Watch word={t('Over {0} on the panel.', percent(ceiling))}>
          {t('That is the ceiling for this use.')}
        </Watch>
      )}
      {panelPlace === 'underFloor' && (
        <Watch word={t('Under {0} on the panel.', percent(floor))}>
          {t('That is the floor for this use.')}
        </Watch>
      )}
    </div>
  );
}

/** What the product in it costs, and what a working litre does; ready to use or mixed, they compare on the same line. */
function Cost({ bench }: { bench: BenchMix }) {
  const { shop } = useSession();
  const { plan, container } = bench;
  if (!plan || plan.productUl === 0 || !container || container.priceMinor === null) return null;
  const price = { minor: container.priceMinor, sizeUl: container.sizeUl };
  const litre = costPerWorkingLitre(price, fractionIn(plan.after));
  return (
    <p className="mt-2 text-[0.94rem] leading-snug">
      <span className="reading">{formatMoney(costOfFill(price, plan.productUl), shop.currency)}</span>{' '}
      {t('of product,')} <span className="reading">{formatUnitCost(litre, shop.currency, shop.units)}</span>{' '}
      {t('a {0}.', t(largeMeasure(shop.units)))}
    </p>
  );
}

/** How many mixes fall out of the panel's limits, where it is one in two hundred or more. */
function chances({ underFloor, overCeiling }: StrengthSpread): string {
  const words = [
    underFloor >= 0.005 && t('{0} in 100 under the floor', Math.round(underFloor * 100)),
    overCeiling >= 0.005 && t('{0} in 100 over the ceiling', Math.round(overCeiling * 100)),
  ].filter(Boolean);
  return words.length > 0 ? ` ${words.join(', ')}.` : '';
}

function SpreadInWords({ spread, bench }: { spread: StrengthSpread; bench: BenchMix }) {
  const [why, setWhy] = useState(false);
  const mix = uncertainMix(bench);
  const percent = (f: number) => Number((f * 100).toPrecision(f < 0.01 ? 2 : f < 0.1 ? 2 : 3));
  const best = why && mix ? rankImprovements(mix) : [];
  return (
    <div className="mt-2 text-[0.94rem] leading-snug">
      <p>
        {t('Usually{0} between', mix?.draw ? ` ${t('on the panel')}` : '')}{' '}
        <span className="reading">{percent(spread.p2_5)}</span> {t('and')}{' '}
        <span className="reading">{percent(spread.p97_5)} %</span>.{chances(spread)}
      </p>
      <button
        type="button"
        aria-expanded={why}
        className="min-h-12 underline underline-offset-4"
        onClick={() => setWhy(!why)}
      >
        {t('What would help')}
      </button>
      {why && (
        <ol>
          {best.map(({ name, narrower }) => (
            <li key={name} className="ruled flex justify-between border-faint py-1">
              {name === 'label'
                ? t('the label itself')
                : name === 'draw'
                  ? t('measuring the draw')
                  : t('a better {0}', name)}
              <span className="reading">−{Math.round(narrower * 100)} %</span>
            </li>
          ))}
        </ol>
      )}
    </div>
  );
}
