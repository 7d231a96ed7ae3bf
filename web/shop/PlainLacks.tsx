import { t } from '../lib/speech.ts';
import { Watch } from '../ui/Refusal.tsx';

/** What a device can't do over a plain connection. */
export function PlainLacks() {
  return (
    <Watch word={t('This device’s connection is plain.')}>
      {t(
        'Everything works, but for five things: a page loaded again without a connection, a lock opened without one, a screen that stays on while a clock runs, a word when a clock is due and the page out of sight, and scanning by camera.',
      )}
    </Watch>
  );
}
