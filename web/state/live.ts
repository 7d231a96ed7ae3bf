import { useEffect } from 'react';
import type { LiveEvent } from '#contract/ledger.ts';
import { heardSoFar, takeHeard } from '../lib/changed.ts';
import { askAfresh, askAgain, queryClient, whoQuery } from './queries.ts';

const OPEN_AGAIN_MS = 3_000;

/** Keeps what is shown up with what others do, for as long as someone is signed in. */
export function useLive(signedIn: boolean): void {
  useEffect(() => {
    if (!signedIn) return;
    let stream: EventSource;
    let again: ReturnType<typeof setTimeout> | undefined;
    const open = () => {
      stream = new EventSource(`/api/live?after=${heardSoFar()}`);
      const on = (kind: string, does: (data: string) => void) =>
        stream.addEventListener(kind, (event) => {
          takeHeard(event.lastEventId);
          does(event.data);
        });
      on('changed', (data) => askAgain((JSON.parse(data) as LiveEvent).topic));
      on('refetch', () => askAfresh());
      on('heard', () => {});
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
