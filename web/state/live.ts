import { useEffect } from 'react';
import type { LiveEvent } from '#contract/ledger.ts';
import { askAfresh, askAgain, queryClient, whoQuery } from './queries.ts';

const OPEN_AGAIN_MS = 3_000;

/** Keeps what is shown up with what others do, for as long as someone is signed in. */
export function useLive(signedIn: boolean): void {
  useEffect(() => {
    if (!signedIn) return;
    let stream: EventSource;
    let again: ReturnType<typeof setTimeout> | undefined;
    const open = () => {
      stream = new EventSource('/api/live');
      stream.addEventListener('changed', (event) => askAgain((JSON.parse(event.data) as LiveEvent).topic));
      stream.addEventListener('refetch', () => askAfresh());
      stream.addEventListener('error', () => {
        // A connection that is lost is taken up by the browser; a no of the server's is not.
        if (stream.readyState !== EventSource.CLOSED) return;
        void queryClient.invalidateQueries({ queryKey: whoQuery.queryKey });
        again = setTimeout(() => {
          askAfresh();
          open();
        }, OPEN_AGAIN_MS);
      });
    };
    open();
    return () => {
      clearTimeout(again);
      stream.close();
    };
  }, [signedIn]);
}
