import { Link } from 'react-router';
import type { Vessel } from '#contract/equipment.ts';
import { isSameMix } from '#core/run/sameMix.ts';
import { formatVolume } from '#core/units/formatVolume.ts';
import { useSession } from '../lib/session.tsx';
import { shortSaid, t } from '../lib/speech.ts';
import { vesselsQuery } from '../state/queries.ts';
import { useQuery } from '../state/useQuery.ts';
import { benchPath } from './benchPath.ts';
import { ScanBottle, ScannedBottle } from './ScannedBottle.tsx';
import type { RunHere } from './useRun.ts';

/** The mixes of the run: taken from which bottle, or still to be made or found. */
export function RunMixes({ here }: { here: RunHere }) {
  const { run, stand } = here;
  const { shop } = useSession();
  const { data: vessels = [] } = useQuery(vesselsQuery);
  if (run.plan.mixes.length === 0) return null;
  return (
    <section aria-label={t('The mixes')}>
      <div className="flex flex-wrap items-end justify-between gap-x-4">
        <h2 className="text-[1.3rem]">{t('The mixes')}</h2>
        {here.slot !== null && <ScanBottle />}
      </div>
      <ScannedBottle here={here} vessels={vessels} />
      <ul className="border-t border-ink">
        {run.plan.mixes.map((mix, i) => {
          const taken = stand.taken.get(i);
          return (
            <li
              key={`${mix.laid.versionId} ${mix.vesselId} ${mix.steps[0]}`}
              className="ruled border-faint py-1.5"
            >
              <p className="leading-snug">
                <span className="reading text-[1.15rem] text-product">{shortSaid(mix.laid.strength)}</span>{' '}
                <strong>{mix.laid.product}</strong>
                {!mix.ownBottle && `, ${mix.vessel}`}
                {', '}
                <span className="reading">{formatVolume(mix.mixUl, shop.units)}</span>
              </p>
              <div className="flex flex-wrap items-center gap-x-4">
                {taken && (
                  <Link className="flex min-h-12 items-center" to={`/stock/batches/${taken.batchId}`}>
                    {taken.batch}
                  </Link>
                )}
                {taken && !isThere(taken.batchId, vessels) && <strong>{t('not there any more')}</strong>}
                {!(taken && isThere(taken.batchId, vessels)) && !mix.ownBottle && (
                  <Link className="flex min-h-12 items-center" to={benchPath(run, i, shop.units)}>
                    {t('Mix it')}
                  </Link>
                )}
                {here.slot !== null &&
                  vessels
                    .filter((v) => isSameMix(mix, v.kind, v.holds))
                    .filter((v) => v.holds?.batchId !== taken?.batchId)
                    .map((v) => (
                      <button
                        key={v.id}
                        type="button"
                        className="min-h-12 underline underline-offset-4"
                        onClick={() =>
                          v.holds &&
                          here.tell({ kind: 'taken', mix: i, batchId: v.holds.batchId, batch: v.holds.code })
                        }
                      >
                        {t(
                          'Take {0}: {1}, {2} in it',
                          v.holds?.code ?? '',
                          v.name,
                          formatVolume(v.holds?.ul ?? 0, shop.units),
                        )}
                      </button>
                    ))}
              </div>
            </li>
          );
        })}
      </ul>
    </section>
  );
}

/** A batch that was emptied, or was never mixed by the books, is in no vessel. */
const isThere = (batchId: number, vessels: readonly Vessel[]): boolean =>
  vessels.some((v) => v.holds?.batchId === batchId);
