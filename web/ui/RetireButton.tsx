import { useState } from 'react';
import { t } from '../lib/speech.ts';
import { useCommand } from '../state/useCommand.ts';
import { Button } from './Button.tsx';
import { Refusal, Watch } from './Refusal.tsx';

/** Takes something out of use, or brings it back; what still needs it is named first, a no stands beside it in words. */
export function RetireButton(props: {
  retired: boolean;
  send: () => Promise<unknown>;
  /** What can't be mixed any more without it. */
  neededBy?: readonly string[];
}) {
  const { retired, send, neededBy = [] } = props;
  const [asking, ask] = useState(false);
  const retiring = useCommand(send, () => ask(false));
  if (asking) {
    return (
      <div className="flex flex-wrap items-center gap-3">
        <Watch word={t('Recipes need it:')}>
          {t('{0}. They can’t be mixed without it.', neededBy.join(', '))}
        </Watch>
        <Button look="main" disabled={retiring.waiting} onClick={() => retiring.run()}>
          {t('Retire it anyway')}
        </Button>
        <Button onClick={() => ask(false)}>{t('Cancel')}</Button>
        {retiring.refusal && <Refusal problem={retiring.refusal} />}
      </div>
    );
  }
  return (
    <>
      <Button
        disabled={retiring.waiting}
        onClick={() => (!retired && neededBy.length > 0 ? ask(true) : retiring.run())}
      >
        {retired ? t('Bring it back') : t('Retire it')}
      </Button>
      {retiring.refusal && <Refusal problem={retiring.refusal} />}
    </>
  );
}
