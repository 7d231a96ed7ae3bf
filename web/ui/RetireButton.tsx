import { useMutation } from '@tanstack/react-query';
import type { Topic } from '#contract/ledger.ts';
import { t } from '../lib/speech.ts';
import { askAgain } from '../state/queries.ts';
import { Button } from './Button.tsx';
import { Refusal } from './Refusal.tsx';

/** Takes something out of use, or brings it back; a no stands beside it in words. */
export function RetireButton(props: { retired: boolean; topic: Topic; send: () => Promise<unknown> }) {
  const { retired, topic, send } = props;
  const retiring = useMutation({ mutationFn: send, onSettled: () => askAgain(topic) });
  return (
    <>
      <Button disabled={retiring.isPending} onClick={() => retiring.mutate()}>
        {retired ? t('Bring it back') : t('Retire it')}
      </Button>
      {retiring.error && <Refusal problem={retiring.error} />}
    </>
  );
}
