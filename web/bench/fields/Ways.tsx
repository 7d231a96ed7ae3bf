import { fractionIn, volumeUl } from '#core/mixing/contents.ts';
import type { PourPlan } from '#core/mixing/planPour.ts';
import { levelServed } from '#core/recipes/levelServed.ts';
import { cellAt } from '#core/recipes/recipe.ts';
import { SOIL_NAMES } from '#core/soil/soil.ts';
import { formatPercent } from '#core/strength/formatStrength.ts';
import { inNotation } from '#core/strength/strength.ts';
import { formatVolume } from '#core/units/formatVolume.ts';
import type { UnitSystem } from '#core/units/units.ts';
import { useSession } from '../../lib/session.tsx';
import { shortSaid, strengthSaid, t } from '../../lib/speech.ts';
import { Button } from '../../ui/Button.tsx';
import { Marks } from '../../ui/Marks.tsx';
import type { BenchDraft } from '../mix/benchDraft.ts';
import type { BenchMix } from '../mix/benchMix.ts';

/** The ways to put a mix right, where it can't simply be topped up. */
export function Ways({ bench, choose }: { bench: BenchMix; choose: (how: PourPlan['how']) => void }) {
  const { shop } = useSession();
  const { ways, plan } = bench;
  if (ways.length < 2 || !plan) return null;
  return (
    <Marks
      label={t('Ways to put it right')}
      value={plan.how}
      onChange={(how) => choose(how as PourPlan['how'])}
      options={ways.map((way) => ({ value: way.how, name: inWords(way, shop.units) }))}
    />
  );
}

function inWords(way: PourPlan, units: UnitSystem): string {
  switch (way.how) {
    case 'grow':
      return t('Pour nothing off: it becomes {0}', formatVolume(volumeUl(way.after), units));
    case 'pourOffFirst':
      return t('Pour {0} off first', formatVolume(way.pourOffUl, units));
    case 'nearest': {
      const f = fractionIn(way.after);
      return t('Nearest without: {0}, {1}', strengthSaid(inNotation(f, 'parts')), formatPercent(f));
    }
    default:
      return t('Top it up');
  }
}

/** Made wrong, and right for another level of its recipe: calling it that wastes nothing and pours nothing. */
export function CallItThat({ bench, set }: { bench: BenchMix; set: (change: Partial<BenchDraft>) => void }) {
  const { made, recipe } = bench;
  if (!made || !recipe || recipe.left || recipe.soil === null) return null;
  const level = levelServed(recipe.version, made.fraction, recipe.soil);
  const cell = level === null ? null : cellAt(recipe.version, level);
  if (level === null || cell?.kind !== 'mix') return null;
  return (
    <Button bay className="leading-tight" onClick={() => set({ soil: level, way: null })}>
      {t('It is now {0}, {1}: book it as that', t(SOIL_NAMES[level]), shortSaid(cell.strength))}
    </Button>
  );
}

/** Too much to be put right where it is, and enough room elsewhere: poured over, nothing of it is lost. */
export function BiggerVessel({
  bench,
  set,
}: {
  bench: BenchMix;
  set: (change: Partial<BenchDraft>) => void;
}) {
  const { shop } = useSession();
  const { bigger } = bench;
  if (!bigger) return null;
  return (
    <Button bay className="leading-tight" onClick={() => set({ vesselId: bigger.vessel.id, way: 'grow' })}>
      {t(
        'Pour it over into {0}: it becomes {1}, nothing is lost',
        bigger.vessel.name,
        formatVolume(bigger.ul, shop.units),
      )}
    </Button>
  );
}

/** What was made, how sure that is, and where it stands. */
export function WhatYouMade({ bench }: { bench: BenchMix }) {
  const { made } = bench;
  if (!made) return null;
  const words = {
    under: t('weaker than the label allows'),
    within: t('within the label'),
    over: t('stronger than the label allows'),
  };
  return (
    <p className="border-l-2 border-ink pl-3 leading-snug">
      <span className="caps block text-muted">{t('You have made')}</span>
      <strong className="reading text-[1.4rem]">
        {formatPercent(made.fraction)}, {strengthSaid(inNotation(made.fraction, 'parts'))}
      </strong>
      <span className="block">
        {t(
          'Between {0} and {1}{2}.',
          formatPercent(made.least as typeof made.fraction),
          formatPercent(made.most as typeof made.fraction),
          made.place && `: ${words[made.place]}`,
        )}
      </span>
    </p>
  );
}
