import { t } from '../lib/speech.ts';
import { useCommand } from '../state/useCommand.ts';
import { Button } from './Button.tsx';
import { Refusal } from './Refusal.tsx';

/** Takes something out of use, or brings it back; a no stands beside it in words. */
export function RetireButton(props: { retired: boolean; send: () => Promise<unknown> }) {
  const { retired, send } = props;
  const retiring = useCommand(send);
  return (
    <>
      <Button disabled={retiring.waiting} onClick={() => retiring.run()}>
        {retired ? t('Bring it back') : t('Retire it')}
      </Button>
      {retiring.refusal && <Refusal problem={retiring.refusal} />}
    </>
  );
}
