import { useMutation } from '@tanstack/react-query';
import type { Clock, ClockBody, ClockLayer, End, Laid } from '#contract/clocks.ts';
import type { OutcomeKind } from '#core/recipes/outcomes.ts';
import { post } from '../lib/api.ts';
import { useSession } from '../lib/session.tsx';
import { t } from '../lib/speech.ts';
import { askAgain } from '../state/queries.ts';
import { unlockSound } from './alarm.ts';
import { clockName } from './clockWords.ts';
import { type Effect, send } from './outbox.ts';

/** What can be done to a clock; it shows at once, and is sent as soon as the shop's machine can be reached. */
export function useClockCommands(clock: Clock) {
  const { who } = useSession();
  const name = t('{0} in {1}', clockName(clock), clock.placeName);
  const command = (path: string, body: Record<string, unknown>, effect: Effect, what: string) => {
    unlockSound();
    void send({
      clockKey: clock.key,
      path: `/clocks/${clock.key}/${path}`,
      body,
      personId: who.personId,
      what: `${what}: ${name}`,
      effect,
    });
  };
  const undoing = useMutation({
    mutationFn: (path: string) => post(path, {}),
    onSettled: () => askAgain('clocks'),
  });
  const last = clock.layers.findLast((l) => l.kind !== 'remist') as ClockLayer;
  return {
    end: (how: End) =>
      command(
        'ends',
        { how },
        { kind: 'end', how, by: who.name },
        how === 'rinsed' ? t('Rinsed') : t('Cancelled'),
      ),
    resume: () => command('resumptions', {}, { kind: 'resume' }, t('End taken back')),
    remist: () =>
      command(
        'layers',
        { kind: 'remist' },
        { kind: 'layer', layer: { ...last, kind: 'remist', personName: who.name } },
        t('Re-misted'),
      ),
    layOver: (laid: Laid, layer: ClockLayer) =>
      command('layers', { kind: 'over', laid }, { kind: 'layer', layer }, t('Laid {0} over it', layer.name)),
    dropLayer: () => command('layer-withdrawals', {}, { kind: 'dropLayer' }, t('Layer taken back')),
    dries: () => command('dryings', {}, { kind: 'note' }, t('Began to dry')),
    note: (kind: OutcomeKind) => command('outcomes', { kind }, { kind: 'note' }, t('How it went')),
    takeBackOutcome: (id: number) => undoing.mutate(`/outcomes/${id}/withdrawals`),
    takeBackDrying: (id: number) => undoing.mutate(`/clocks/${clock.key}/dryings/${id}/withdrawals`),
    undoing: undoing.isPending,
    error: undoing.error,
  };
}

/** Starts a clock: it runs here from this moment, whether or not the shop's machine can be reached. */
export function startClock(body: ClockBody, shown: Clock, personId: number): void {
  unlockSound();
  void send({
    clockKey: body.key,
    path: '/clocks',
    body: { ...body },
    personId,
    what: t('Started {0} in {1}', clockName(shown), shown.placeName),
    effect: { kind: 'start', clock: shown },
  });
}
