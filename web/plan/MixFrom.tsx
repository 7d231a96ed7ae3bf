import { Link } from 'react-router';
import type { PlanMix } from '#core/planning/planWash.ts';
import { worthMaking } from '#core/planning/vesselsFor.ts';
import { formatVolume } from '#core/units/formatVolume.ts';
import { UNIT_UL, type UnitSystem } from '#core/units/units.ts';
import { benchAddress } from '../bench/mix/benchAddress.ts';
import { useSession } from '../lib/session.tsx';
import { t } from '../lib/speech.ts';
import { Watch } from '../ui/Refusal.tsx';

export const ROUND_UL = { metric: 50_000, us: 2 * UNIT_UL.usFlOz, imperial: 2 * UNIT_UL.impFlOz } as const;

/**
 * Where a mix is made: the Bench, with its recipe and level, into another vessel than the recipe's where that is taken, and as
 * much as is worth making.
 */
function benchOf(mix: PlanMix, units: UnitSystem, jobId: number | null): string {
  const { from, chosen } = mix;
  const { of, level } = chosen;
  const vessel = from.kind === 'vessel' ? from.vessel : of.vessel;
  const makeUl = worthMaking(mix, vessel, ROUND_UL[units]);
  return benchAddress({
    recipeId: of.id,
    soil: level,
    vesselId: vessel.id === of.vessel.id ? null : vessel.id,
    make: makeUl === null ? null : formatVolume(makeUl, units),
    mixedFor: jobId === null ? null : { jobId, run: null, mix: null },
  });
}

/** A tap that makes a mix, or leads to the one that stands there. */
export function MixAct({ mix, jobId = null }: { mix: PlanMix; jobId?: number | null }) {
  const { shop } = useSession();
  const { from, chosen } = mix;
  if (from.kind === 'ownBottle') return null;
  if (from.kind === 'batch') {
    return (
      <Link className="no-print whitespace-nowrap" to={`/stock/batches/${from.standing.batchId}`}>
        {t('Use it')}
      </Link>
    );
  }
  return (
    <Link className="no-print whitespace-nowrap" to={benchOf(mix, shop.units, jobId)}>
      {chosen.judged.bottle === 1 ? t('Take it') : t('Mix it')}
    </Link>
  );
}

/** What a mix stands in; null where no vessel is free. */
export const vesselName = ({ from }: PlanMix): string | null =>
  from.kind === 'batch' || from.kind === 'vessel' ? from.vessel.name : null;

/** What is said of where a mix comes from, where that is not simply its vessel. */
export function Where({ mix: { from, chosen, mixUl } }: { mix: PlanMix }) {
  const { shop } = useSession();
  switch (from.kind) {
    case 'batch':
      return from.enough ? (
        <p>
          {t('Stands there mixed: {0}, {1}.', from.standing.code, formatVolume(from.standing.ul, shop.units))}
        </p>
      ) : (
        <Watch word={t('Not enough of {0}:', from.standing.code)}>
          {t(
            '{0} stands there mixed, {1} is needed.',
            formatVolume(from.standing.ul, shop.units),
            formatVolume(mixUl, shop.units),
          )}
        </Watch>
      );
    case 'ownBottle':
      return <p>{t('Out of the bottle it comes in.')}</p>;
    case 'noneFree':
      return (
        <Watch word={t('No vessel is free:')}>
          {t('{0} is taken by another mix, and so is every other of its kind.', chosen.of.vessel.name)}
        </Watch>
      );
    case 'vessel':
      if (from.empty) {
        return (
          <Watch word={t('Empty and rinse it first:')}>
            {t('{0} is in it, {1}.', from.empty.code, formatVolume(from.empty.ul, shop.units))}
          </Watch>
        );
      }
      return from.rinse ? (
        <Watch word={t('Rinse it first:')}>{t('It held what this must not meet.')}</Watch>
      ) : null;
  }
}
