import { useState } from 'react';
import type { Count } from '#contract/counts.ts';
import { post } from '../../lib/api.ts';
import { t } from '../../lib/speech.ts';
import { containersQuery, missingQuery } from '../../state/queries.ts';
import { useCommand } from '../../state/useCommand.ts';
import { useQuery } from '../../state/useQuery.ts';
import { Button, ButtonLink } from '../../ui/Button.tsx';
import { TypedField } from '../../ui/Labelled.tsx';
import { Refusal } from '../../ui/Refusal.tsx';

const MOST = 6;

/** Something stands here that is not on the sheet: found by code, lot or name, and put on it. */
export function Stray({ count, put }: { count: Count; put: (after: Count, id: number) => void }) {
  const [open, setOpen] = useState(false);
  const [wanted, setWanted] = useState('');
  const { data: containers = [] } = useQuery(containersQuery);
  const { data: missing = [] } = useQuery(missingQuery);
  const stray = useCommand(
    (containerId: number) => post<Count>(`/counts/${count.id}/strays`, { containerId }),
    (after, id) => {
      setOpen(false);
      setWanted('');
      put(after, id);
    },
  );
  if (!open) {
    return (
      <Button bay className="self-start" onClick={() => setOpen(true)}>
        {t('Something here is not listed')}
      </Button>
    );
  }
  const onSheet = new Set(count.lines.map((l) => l.id));
  const words = wanted.toLowerCase().split(/\s+/).filter(Boolean);
  const found = [
    ...missing.map((c) => ({ ...c, where: 'missing' })),
    ...containers.map((c) => ({ ...c, where: t('by the books in {0}', c.placeName) })),
  ]
    .filter((c) => !onSheet.has(c.id))
    .filter((c) => words.every((w) => `${c.code} ${c.lot} ${c.productName}`.toLowerCase().includes(w)));
  return (
    <section aria-label={t('Not listed')} className="flex flex-col gap-3 border-l-2 border-ink pl-3">
      <TypedField
        label={t('Its code, lot or name')}
        autoFocus
        maxLength={60}
        placeholder={t('such as P-14')}
        value={wanted}
        onChange={(e) => setWanted(e.target.value)}
      />
      <ul className="border-t border-hairline empty:border-0">
        {words.length > 0 &&
          found.slice(0, MOST).map((c) => (
            <li key={c.id} className="ruled border-faint">
              <button
                type="button"
                className="flex min-h-16 w-full items-center justify-between gap-3 text-left"
                disabled={stray.waiting}
                onClick={() => stray.run(c.id)}
              >
                <span className="leading-tight">
                  <span className="reading font-bold">{c.code}</span> {c.productName}
                  {c.lot && <span className="text-muted">{t(', lot {0}', c.lot)}</span>}
                </span>
                <span className="shrink-0 text-right text-muted">{c.where}</span>
              </button>
            </li>
          ))}
      </ul>
      {words.length > 0 && found.length > MOST && (
        <p className="text-muted">{t('And more: type a little more.')}</p>
      )}
      {words.length > 0 && found.length === 0 && (
        <p>
          {t('Nothing in the books is called that. If it carries no code of this shop, bring it in as new.')}
        </p>
      )}
      {stray.refusal && <Refusal problem={stray.refusal} />}
      <div className="flex flex-wrap gap-3">
        <Button bay onClick={() => setOpen(false)}>
          {t('Close this')}
        </Button>
        <ButtonLink bay to={`/stock/receive?place=${count.placeId}`}>
          {t('Bring it in as new')}
        </ButtonLink>
      </div>
    </section>
  );
}
