import type { Clock, ClockBody, ClockLayer, End, Laid } from '#contract/clocks.ts';
import type { OutcomeKind } from '#core/recipes/outcomes.ts';
import { type Sentence, toSay } from '#core/say.ts';
import { post } from '../lib/api.ts';
import { useSession } from '../lib/session.tsx';
import { useCommand } from '../state/useCommand.ts';
import { unlockSound } from './alarm.ts';
import { clockOutbox, type Effect } from './clockOutbox.ts';

/** What can be done to a clock; it shows at once, and is sent as soon as the shop's machine can be reached. */
export function useClockCommands(clock: Clock) {
  const { who } = useSession();
  const command = (path: string, body: Record<string, unknown>, effect: Effect, what: Sentence) => {
    unlockSound();
    void clockOutbox.send({
      subject: clock.key,
      path: `/clocks/${clock.key}/${path}`,
      body,
      personId: who.personId,
      what,
      effect,
    });
  };
  const undoing = useCommand((path: string) => post(path, {}));
  const last = clock.layers.findLast((l) => l.kind !== 'remist') as ClockLayer;
  const there = [last.name, clock.placeName] as const;
  return {
    end: (how: End) =>
      command(
        'ends',
        { how },
        { kind: 'end', how, by: who.name },
        how === 'rinsed' ? toSay('Rinsed: {0} in {1}', ...there) : toSay('Cancelled: {0} in {1}', ...there),
      ),
    resume: () =>
      command('resumptions', {}, { kind: 'resume' }, toSay('End taken back: {0} in {1}', ...there)),
    remist: () =>
      command(
        'layers',
        { kind: 'remist' },
        { kind: 'layer', layer: { ...last, kind: 'remist', personName: who.name } },
        toSay('Re-misted: {0} in {1}', ...there),
      ),
    layOver: (laid: Laid, layer: ClockLayer) =>
      command(
        'layers',
        { kind: 'over', laid },
        { kind: 'layer', layer },
        toSay('Laid {0} over it: {1} in {2}', layer.name, ...there),
      ),
    dropLayer: () =>
      command(
        'layer-withdrawals',
        {},
        { kind: 'dropLayer' },
        toSay('Layer taken back: {0} in {1}', ...there),
      ),
    dries: () => command('dryings', {}, { kind: 'note' }, toSay('Began to dry: {0} in {1}', ...there)),
    note: (kind: OutcomeKind) =>
      command('outcomes', { kind }, { kind: 'note' }, toSay('How it went: {0} in {1}', ...there)),
    takeBackOutcome: (id: number) => undoing.run(`/outcomes/${id}/withdrawals`),
    takeBackDrying: (id: number) => undoing.run(`/clocks/${clock.key}/dryings/${id}/withdrawals`),
    undoing: undoing.waiting,
    error: undoing.refusal,
  };
}

/** Starts a clock: it runs here from this moment, whether or not the shop's machine can be reached. */
export function startClock(body: ClockBody, shown: Clock, personId: number): void {
  unlockSound();
  void clockOutbox.send({
    subject: body.key,
    path: '/clocks',
    body: { ...body },
    personId,
    what: toSay('Started {0} in {1}', shown.layers.at(-1)?.name ?? '', shown.placeName),
    effect: { kind: 'start', clock: shown },
  });
}
