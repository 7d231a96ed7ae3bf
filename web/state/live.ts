import { useEffect } from 'react';
import type { LiveEvent } from '#contract/ledger.ts';
import { askAfresh, askAgain } from './queries.ts';

/** Keeps what is shown up with what others do, for as long as someone is signed in. */
export function useLive(signedIn: boolean): void {
  useEffect(() => {
    if (!signedIn) return;
    const stream = new EventSource('/api/live');
    stream.addEventListener('changed', (event) => askAgain((JSON.parse(event.data) as LiveEvent).topic));
    stream.addEventListener('refetch', () => askAfresh());
    return () => stream.close();
  }, [signedIn]);
}
