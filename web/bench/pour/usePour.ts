import type { LineFillBody } from '#contract/dispensers.ts';
import type { PourBody, Slip } from '#contract/ledger.ts';
import { toSay } from '#core/say.ts';
import { usePrintEach } from '../../labels/usePrintEach.ts';
import { isDefinite, newKey, post } from '../../lib/api.ts';
import { useOverride } from '../../lib/override.ts';
import { tellRun } from '../../run/runOutbox.ts';
import { seenInVessels } from '../../state/queries.ts';
import { useCommand } from '../../state/useCommand.ts';
import { type BenchDraft, EMPTY_DRAFT, type Sent, useBench } from '../mix/benchDraft.ts';

/**
 * Books pours. A pour whose answer never came is remembered with its key, through reloads, and can be sent again:
 * however often it is sent, it is booked once.
 */
export function usePour(personId: number) {
  const { sent, remember, print } = useBench();
  const printEach = usePrintEach();
  const waiting = sent[personId] ?? null;
  const mutation = useCommand(async (command: Sent) => {
    remember(personId, command);
    try {
      const slip = await post<Slip>(command.path ?? '/pours', JSON.parse(command.body), {
        key: command.key,
      });
      remember(personId, null);
      useOverride.getState().keep(null);
      print(personId, slip, command.asked);
      printEach(slip);
      takeForRun(personId, command.asked, slip);
      // The slip is out; the next pour waits for what this one left in the vessel.
      await seenInVessels();
      return slip;
    } catch (error) {
      if (isDefinite(error)) remember(personId, null);
      throw error;
    }
  });
  const send = (body: object, path?: string) =>
    mutation.run({
      key: newKey(),
      body: JSON.stringify(body),
      asked: { ...EMPTY_DRAFT, ...useBench.getState().drafts[personId] },
      ...(path && { path }),
    });
  return {
    pour: (body: PourBody) => send(body),
    /** The same for a fill from a line of the wall dispenser. */
    fillFromLine: (body: LineFillBody) => send(body, '/line-fills'),
    /** Set while an earlier pour has had no answer. */
    unanswered: mutation.waiting ? null : waiting,
    sendAgain: () => waiting && mutation.run(waiting),
    pending: mutation.waiting,
    error: mutation.refusal,
    forgetError: mutation.forget,
  };
}

/** What was mixed for a run is what it takes, and its mixing is done. */
function takeForRun(personId: number, asked: BenchDraft | undefined, slip: Slip): void {
  const { run = null, mix = null } = asked?.mixedFor ?? {};
  if (run === null || mix === null) return;
  const what = toSay('Mixed {0} for the run', slip.batchCode);
  tellRun(run, { kind: 'taken', mix, batchId: slip.batchId, batch: slip.batchCode }, personId, what);
  tellRun(run, { kind: 'ended', task: `mix ${mix}` }, personId, what);
}
