import { Link } from 'react-router';
import type { PlanMix } from '#core/planning/planWash.ts';
import type { Chosen } from '#core/planning/recipeFor.ts';
import { formatVolume } from '#core/units/formatVolume.ts';
import { useSession } from '../lib/session.tsx';
import { t } from '../lib/speech.ts';
import { Watch } from '../ui/Refusal.tsx';

/** Where a mix is made: the Bench, with its recipe and level, into another vessel than the recipe's where that is taken. */
const benchOf = ({ of, level }: Chosen, vesselId: number | null): string =>
  `/bench?recipe=${of.id}&soil=${level}${vesselId === null || vesselId === of.vessel.id ? '' : `&vessel=${vesselId}`}`;

/** A tap that makes a mix, or leads to the one that stands there. */
export function MixAct({ mix: { from, chosen } }: { mix: PlanMix }) {
  if (from.kind === 'ownBottle') return null;
  if (from.kind === 'batch') {
    return (
      <Link className="no-print whitespace-nowrap" to={`/stock/batches/${from.standing.batchId}`}>
        {t('Use it')}
      </Link>
    );
  }
  return (
    <Link
      className="no-print whitespace-nowrap"
      to={benchOf(chosen, from.kind === 'vessel' ? from.vessel.id : null)}
    >
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
