import { useMutation } from '@tanstack/react-query';
import type { LineFillBody } from '#contract/dispensers.ts';
import type { PourBody, Slip } from '#contract/ledger.ts';
import { usePrintEach } from '../labels/usePrintEach.ts';
import { isDefinite, newKey, post } from '../lib/api.ts';
import { useWord } from '../lib/word.ts';
import { askAgain } from '../state/queries.ts';
import { type Sent, useBench } from './benchDraft.ts';

/**
 * Books pours. A pour whose answer never came is remembered with its key, through reloads, and can be sent again:
 * however often it is sent, it is booked once.
 */
export function usePour(personId: number) {
  const { sent, remember, print } = useBench();
  const printEach = usePrintEach();
  const waiting = sent[personId] ?? null;
  const mutation = useMutation({
    mutationFn: async (command: Sent) => {
      remember(personId, command);
      try {
        const slip = await post<Slip>(command.path ?? '/pours', JSON.parse(command.body), {
          key: command.key,
        });
        remember(personId, null);
        useWord.getState().keep(null);
        print(personId, slip);
        printEach(slip);
        return slip;
      } catch (error) {
        if (isDefinite(error)) remember(personId, null);
        throw error;
      }
    },
    onSettled: () => {
      askAgain('containers');
      askAgain('vessels');
    },
  });
  return {
    pour: (body: PourBody) => mutation.mutate({ key: newKey(), body: JSON.stringify(body) }),
    /** The same for a fill from a line of the wall dispenser. */
    fillFromLine: (body: LineFillBody) =>
      mutation.mutate({ key: newKey(), path: '/line-fills', body: JSON.stringify(body) }),
    /** Set while an earlier pour has had no answer. */
    unanswered: mutation.isPending ? null : waiting,
    sendAgain: () => waiting && mutation.mutate(waiting),
    pending: mutation.isPending,
    error: mutation.error,
    forgetError: mutation.reset,
  };
}
