import { useEffect, useState } from 'react';
import { firstAidQuery } from '../state/firstAid.ts';
import { useQuery } from '../state/useQuery.ts';
import { Button } from '../ui/Button.tsx';

const load = () => import('./Emergency.tsx');
type Card = Awaited<ReturnType<typeof load>>['default'];

/** The card is fetched with the page, so that it opens when the connection is gone. */
export function useFirstAidCard(): Card | null {
  const [card, setCard] = useState<Card | null>(null);
  useQuery(firstAidQuery);
  useEffect(() => {
    void load().then((loaded) => setCard(() => loaded.default));
  }, []);
  return card;
}

/** Opens the first-aid card where nobody has to be signed in. */
export function FirstAidButton() {
  const Emergency = useFirstAidCard();
  const [open, setOpen] = useState(false);
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => event.key === '!' && setOpen(true);
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, []);
  return (
    <>
      <Button bay className="self-start" aria-keyshortcuts="!" onClick={() => setOpen(true)}>
        Spill, first aid
      </Button>
      {open && Emergency && <Emergency close={() => setOpen(false)} />}
    </>
  );
}
