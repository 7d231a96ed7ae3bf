import { useState } from 'react';
import { COUNT_REASON_NAMES, COUNT_REASONS, type Count, type CountReason } from '#contract/counts.ts';
import { formatMoney } from '#core/planning/cost.ts';
import { formatVolume } from '#core/units/formatVolume.ts';
import { post } from '../../lib/api.ts';
import { useOverride } from '../../lib/override.ts';
import { useSession } from '../../lib/session.tsx';
import { t } from '../../lib/speech.ts';
import { useCommand } from '../../state/useCommand.ts';
import { Button } from '../../ui/Button.tsx';
import { ListField, TypedField } from '../../ui/Labelled.tsx';
import { Refusal } from '../../ui/Refusal.tsx';

type Why = { reason: CountReason | ''; note: string };

/** What was different and why, and the end of the count. */
export function CloseCount({ count, keep }: { count: Count; keep: (count: Count) => void }) {
  const { shop } = useSession();
  const [why, setWhy] = useState<Record<number, Why>>({});
  const different = count.lines.filter((l) => l.seen?.difference?.beyond);
  const close = useCommand(
    () =>
      post<Count>(`/counts/${count.id}/closings`, {
        reasons: different.flatMap(({ id }) => {
          const { reason, note } = why[id] ?? { reason: '', note: '' };
          return reason ? [{ containerId: id, reason, note }] : [];
        }),
      }),
    (closed) => {
      useOverride.getState().keep(null);
      keep(closed);
    },
  );
  const set = (id: number, more: Partial<Why>) => {
    if (close.refusal) close.forget();
    setWhy((before) => ({ ...before, [id]: { ...(before[id] ?? { reason: '', note: '' }), ...more } }));
  };
  return (
    <section aria-label={t('Differences')} className="mt-8">
      <h2 className="mb-2">{t('Differences')}</h2>
      {different.length === 0 && (
        <p className="mb-4">{t('Everything agrees with the books, as near as can be told.')}</p>
      )}
      <ul className="border-t border-hairline empty:border-0">
        {different.map(({ id, code, productName, seen }) => {
          const difference = seen?.difference;
          if (!difference) return null;
          return (
            <li
              key={id}
              className="ruled grid items-start gap-3 border-faint py-3 sm:grid-cols-[1fr_1fr_1fr]"
            >
              <p className="leading-snug">
                <span className="reading font-bold">{code}</span> {productName}
                <strong className="block">
                  {formatVolume(Math.abs(difference.ul), shop.units)}{' '}
                  {difference.ul > 0 ? t('more') : t('missing')}
                  {difference.minor > 0 && `, ${formatMoney(difference.minor, shop.currency)}`}
                </strong>
                {Math.abs(difference.ul) > count.thresholdUl && t('Needs a manager’s word.')}
              </p>
              <ListField
                label={t('Why, {0}', code)}
                placeholder={t('Choose a reason')}
                value={why[id]?.reason ?? ''}
                options={COUNT_REASONS.map((value) => ({ value, name: t(COUNT_REASON_NAMES[value]) }))}
                onChange={(reason) => set(id, { reason: reason as CountReason })}
              />
              <TypedField
                label={t('Note, {0}', code)}
                maxLength={200}
                value={why[id]?.note ?? ''}
                onChange={(e) => set(id, { note: e.target.value })}
              />
            </li>
          );
        })}
      </ul>
      {close.refusal && <Refusal problem={close.refusal} />}
      <Button look="main" bay className="mt-4" disabled={close.waiting} onClick={() => close.run()}>
        {close.waiting
          ? t('Closing ...')
          : different.length === 0
            ? t('Close the count')
            : t('Book these and close')}
      </Button>
    </section>
  );
}
