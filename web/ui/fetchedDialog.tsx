import { type ComponentType, useEffect } from 'react';
import { t } from '../lib/speech.ts';
import { Button } from './Button.tsx';
import { type Fetched, fetched } from './fetched.tsx';

/** A sheet over the page that is fetched when it is first opened; where it can't be, it says so at the top of the page. */
export const fetchedDialog = <P extends { close: () => void }>(
  load: () => Promise<{ default: ComponentType<P> }>,
): Fetched<P> =>
  fetched(load, null, (refusal, { close }) => (
    <div className="fixed inset-x-0 top-0 z-30 flex flex-wrap items-end justify-between border-b-2 border-ink bg-raised">
      {refusal}
      <div className="p-5">
        <Button bay onClick={close}>
          {t('Close')}
        </Button>
      </div>
    </div>
  ));

/** Fetches sheets with the page they belong to, so that they open where the connection is gone. */
export function useFetchedAhead(sheets: readonly Pick<Fetched<never>, 'fetch'>[]): void {
  useEffect(() => {
    for (const sheet of sheets) sheet.fetch().catch(() => undefined);
  }, [sheets]);
}
