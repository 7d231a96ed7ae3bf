import type { PrepareSheet } from '#contract/prepareSheet.ts';
import { saveFile } from '../lib/api.ts';
import { t } from '../lib/speech.ts';
import { useCommand } from '../state/useCommand.ts';
import { Button } from '../ui/Button.tsx';
import { Refusal } from '../ui/Refusal.tsx';

/** Over what is to be prepared: on paper, and as a sheet with a code that leads back. */
export function PrepareHead({ sheet }: { sheet: () => PrepareSheet }) {
  const saving = useCommand(() => saveFile('/jobs/prepare.pdf', sheet()));
  return (
    <>
      <div className="flex min-h-13 flex-wrap items-end justify-between gap-3 border-b-2 border-ink pb-1">
        <h2>{t('To prepare')}</h2>
        <span className="no-print flex gap-3">
          <Button onClick={() => window.print()}>{t('Print it')}</Button>
          <Button disabled={saving.waiting} onClick={() => saving.run()}>
            {t('As PDF')}
          </Button>
        </span>
      </div>
      {saving.refusal && <Refusal problem={saving.refusal} />}
    </>
  );
}
