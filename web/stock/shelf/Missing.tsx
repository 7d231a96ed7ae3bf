import { Link } from 'react-router';
import { atLeast } from '#contract/roles.ts';
import { formatVolume } from '#core/units/formatVolume.ts';
import { post } from '../../lib/api.ts';
import { useSession } from '../../lib/session.tsx';
import { t } from '../../lib/speech.ts';
import { missingQuery } from '../../state/queries.ts';
import { useCommand } from '../../state/useCommand.ts';
import { useQuery } from '../../state/useQuery.ts';
import { Button } from '../../ui/Button.tsx';
import { shopDay } from '../../ui/dates.ts';
import { Refusal } from '../../ui/Refusal.tsx';

/** Containers nobody could find: since when, what was in them, and where they were seen last. */
export function Missing() {
  const { shop } = useSession();
  const { data: missing = [] } = useQuery(missingQuery);
  if (missing.length === 0) return null;
  return (
    <section aria-label={t('Missing')} className="mt-8">
      <h2 className="mb-2">{t('Missing')}</h2>
      <ul className="max-w-4xl border-t-2 border-ink">
        {missing.map((c) => (
          <li key={c.id} className="ruled flex flex-wrap items-center gap-x-5 gap-y-1 border-faint py-2">
            <Link className="reading w-14" to={`/stock/containers/${c.id}`}>
              {c.code}
            </Link>
            <span className="min-w-0 flex-1 basis-60 leading-snug">
              {c.productName}, {formatVolume(c.sizeUl, shop.units)} {t(c.kind)}
              {c.lot && t(', lot {0}', c.lot)}
              <span className="block text-[0.94rem] text-muted">
                {t(
                  '{0} written off by {1}, {2}. It stood in {3}.{4}',
                  formatVolume(c.lostUl, shop.units),
                  c.by,
                  shopDay(c.since, shop.zone),
                  c.placeName,
                  c.note && ` “${c.note}”`,
                )}
              </span>
            </span>
            <TurnedUp id={c.id} code={c.code} />
          </li>
        ))}
      </ul>
    </section>
  );
}

/** It turned up: it stands on the shelf again with what was written off; one that was put away stands there empty. */
export function TurnedUp({ id, code }: { id: number; code: string }) {
  const { who } = useSession();
  const { data: missing = [] } = useQuery(missingQuery);
  const lost = missing.some((c) => c.id === id);
  const turnUp = useCommand(() => post(`/containers/${id}/turn-ups`, {}));
  if (!atLeast(who.role, 'lead')) return null;
  return (
    <>
      <Button
        aria-label={lost ? t('It turned up, {0}', code) : undefined}
        disabled={turnUp.waiting}
        onClick={() => turnUp.run()}
      >
        {lost ? t('It turned up') : t('Back on the shelf')}
      </Button>
      {turnUp.refusal && <Refusal problem={turnUp.refusal} />}
    </>
  );
}
