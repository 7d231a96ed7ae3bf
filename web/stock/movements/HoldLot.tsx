import { useState } from 'react';
import { atLeast } from '#contract/roles.ts';
import type { Recall } from '#contract/stock.ts';
import { post } from '../../lib/api.ts';
import { useSession } from '../../lib/session.tsx';
import { t } from '../../lib/speech.ts';
import { queryClient, recallQuery } from '../../state/queries.ts';
import { useCommand } from '../../state/useCommand.ts';
import { Button } from '../../ui/Button.tsx';
import { shopDay, timeOfDay } from '../../ui/dates.ts';
import { TypedField } from '../../ui/Labelled.tsx';
import { Refusal, Stop } from '../../ui/Refusal.tsx';

/** Stops the use of a lot and of every mix that holds some of it, and lifts that again. */
export function HoldLot({ recall }: { recall: Recall }) {
  const { who, shop } = useSession();
  const [words, setWords] = useState('');
  const path = `/lots/${encodeURIComponent(recall.lot)}`;
  const act = useCommand(
    (what: 'holds' | 'releases') => post<Recall>(`${path}/${what}`, what === 'holds' ? { words } : {}),
    (after) => queryClient.setQueryData(recallQuery(recall.lot).queryKey, after),
  );
  const { hold } = recall;
  if (hold) {
    return (
      <section aria-label={t('On hold')} className="mb-8 flex max-w-2xl flex-col items-start gap-3">
        <Stop
          reason={t('On hold: “{0}”.', hold.words)}
          remedy={t(
            '{0}, {1}, {2}. Nobody may pour from it, nor put a mix that holds some of it on a vehicle.',
            hold.by,
            timeOfDay(hold.at, shop.zone),
            shopDay(hold.at, shop.zone),
          )}
        />
        {atLeast(who.role, 'manager') ? (
          <Button bay disabled={act.waiting} onClick={() => act.run('releases')}>
            {t('Release it')}
          </Button>
        ) : (
          <p>{t('A manager releases it.')}</p>
        )}
        {act.refusal && <Refusal problem={act.refusal} />}
      </section>
    );
  }
  if (!atLeast(who.role, 'lead')) return null;
  return (
    <form
      aria-label={t('Stop its use')}
      className="no-print mb-8 grid max-w-2xl items-end gap-3 sm:grid-cols-[1fr_auto]"
      onSubmit={(event) => {
        event.preventDefault();
        act.run('holds');
      }}
    >
      <TypedField
        label={t('Stop its use, because')}
        value={words}
        maxLength={200}
        onChange={(event) => setWords(event.target.value)}
      />
      <Button bay type="submit" disabled={act.waiting || words.trim() === ''}>
        {t('Put it on hold')}
      </Button>
      {act.refusal && <Refusal problem={act.refusal} />}
    </form>
  );
}
