import { useState } from 'react';
import { t } from '../lib/speech.ts';
import { firstAidQuery } from '../state/firstAid.ts';
import { useQuery } from '../state/useQuery.ts';
import { Button } from '../ui/Button.tsx';
import { fetchedDialog, useFetchedAhead } from '../ui/fetchedDialog.tsx';
import { useKeydown } from '../ui/useKeydown.ts';

export const Emergency = fetchedDialog(() => import('./Emergency.tsx'));
const SHEETS = [Emergency];

/** The card is fetched with the page, so that it opens when the connection is gone. */
export function useFirstAid(): void {
  useQuery(firstAidQuery);
  useFetchedAhead(SHEETS);
}

/** Opens the first-aid card where nobody has to be signed in. */
export function FirstAidButton() {
  useFirstAid();
  const [open, setOpen] = useState(false);
  useKeydown((event) => event.key === '!' && setOpen(true));
  return (
    <>
      <Button bay className="self-start" aria-keyshortcuts="!" onClick={() => setOpen(true)}>
        {t('Spill, first aid')}
      </Button>
      {open && <Emergency close={() => setOpen(false)} />}
    </>
  );
}
