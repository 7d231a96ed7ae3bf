import { type OverrideAsked, useOverride } from '../lib/override.ts';
import { t } from '../lib/speech.ts';
import { Button } from './Button.tsx';

/** A manager's word would lift a refusal: it is given here, at whoever's tablet this is, and then what was refused is sent again. */
export function AskForOverride({ of }: { of: OverrideAsked }) {
  const { word, ask } = useOverride();
  const given = word && word.rule === of.rule && word.subject === of.subject;
  return (
    <div className="mt-2">
      {given ? (
        <p role="status">
          <strong>{t('{0} gave their word.', word.givenBy)}</strong>{' '}
          {t('Send it again now; it is good once, for five minutes.')}
        </p>
      ) : (
        <Button onClick={() => ask(of)}>{t('A manager is here')}</Button>
      )}
    </div>
  );
}
