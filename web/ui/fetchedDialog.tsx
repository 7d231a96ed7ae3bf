import type { ComponentType } from 'react';
import { t } from '../lib/speech.ts';
import { Button } from './Button.tsx';
import { type Fetched, fetched } from './fetched.tsx';

/** A sheet over the page that is fetched when it is first opened; where it can't be, it says so at the top of the page. */
export const fetchedDialog = <P extends { close: () => void }>(
  load: () => Promise<{ default: ComponentType<P> }>,
): Fetched<P> =>
  fetched(load, null, (refusal, { close }) => (
    <div className="fixed inset-x-0 top-0 z-30 flex flex-wrap items-center justify-between gap-3 border-b-2 border-ink bg-raised pr-5">
      {refusal}
      <Button bay onClick={close}>
        {t('Close')}
      </Button>
    </div>
  ));
