import type { UsedHow } from '#contract/runs.ts';
import { formatVolume } from '#core/units/formatVolume.ts';
import { useSession } from '../lib/session.tsx';
import { t } from '../lib/speech.ts';
import { vesselsQuery } from '../state/queries.ts';
import { useQuery } from '../state/useQuery.ts';
import { AskUsed } from './AskUsed.tsx';
import { openUses } from './openUses.ts';
import type { RunHere } from './useRun.ts';

/** How much was used, asked once for each bottle: by what is left in it, or as it was planned. */
export function UsedAmounts({ here }: { here: RunHere }) {
  const { data: vessels = [] } = useQuery(vesselsQuery);
  const { shop } = useSession();
  const open = openUses(here, vessels);
  const { run, uses } = here;
  if (open.length + run.uses.length + uses.length === 0) return null;
  return (
    <section aria-label={t('What was used')} className="flex flex-col gap-4">
      <h2 className="text-[1.3rem]">{t('What was used')}</h2>
      {open.map((of) => (
        <AskUsed key={of.batchId} here={here} of={of} />
      ))}
      {run.uses.length + uses.length > 0 && (
        <ul className="border-t border-ink">
          {run.uses.map((u) => (
            <li
              key={u.movementId}
              className="ruled flex flex-wrap items-baseline gap-x-3 border-faint py-1.5"
            >
              <span className="reading text-[1.15rem]">{formatVolume(u.ul, shop.units)}</span>
              <span className="min-w-0 flex-1">
                {u.from}, {u.product}
              </span>
              <span className="text-muted">{u.how === null ? t('measured') : HOW()[u.how]}</span>
            </li>
          ))}
          {uses.map((u) => (
            <li key={u.batchId} className="ruled flex items-baseline gap-x-3 border-faint py-1.5">
              <span className="reading text-[1.15rem]">{formatVolume(u.ul, shop.units)}</span>
              <strong>{t('to be booked')}</strong>
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}

export const HOW = (): Record<UsedHow, string> => ({
  level: t('by what was left'),
  weight: t('by weight'),
  planned: t('as planned'),
});
