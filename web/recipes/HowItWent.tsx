import type { OutcomeRow } from '#contract/recipes.ts';
import { weatherInWords } from '#core/dwell/weather.ts';
import { OUTCOME_NAMES, OUTCOMES, type OutcomeKind } from '#core/recipes/outcomes.ts';
import { useSession } from '../lib/session.tsx';
import { t } from '../lib/speech.ts';
import { shopDay, timeOfDay } from '../ui/dates.ts';
import { Refusal } from '../ui/Refusal.tsx';

type Props = {
  outcomes: readonly OutcomeRow[];
  note: (kind: OutcomeKind) => void;
  takeBack: (id: number) => void;
  busy?: boolean;
  error?: Error | null;
};

/** One tap says how a wash went; a tap beside it takes that back. */
export function HowItWent({ outcomes, note, takeBack, busy = false, error = null }: Props) {
  const { who, shop } = useSession();
  return (
    <section aria-label={t('How it went')} className="no-print">
      <h2 className="mb-2">{t('How did it go?')}</h2>
      <div className="grid grid-cols-2 gap-3 sm:grid-cols-4">
        {OUTCOMES.map((kind) => (
          <button
            key={kind}
            type="button"
            className={`min-h-16 rounded-[2px] border border-ink px-2 leading-tight first-letter:uppercase ${kind === 'good' ? 'bg-ink font-semibold text-ground' : ''}`}
            disabled={busy}
            onClick={() => note(kind)}
          >
            {t(OUTCOME_NAMES[kind])}
          </button>
        ))}
      </div>
      <ul aria-live="polite" className="mt-3">
        {outcomes.map((o) => (
          <li key={o.id} className="ruled flex items-center justify-between gap-3 border-faint">
            <span className="py-1.5">
              <strong>{t(OUTCOME_NAMES[o.kind])}</strong>, {o.personName}, {shopDay(o.at, shop.zone)}{' '}
              {timeOfDay(o.at, shop.zone)}
              {o.weather && (
                <span className="block text-[0.94rem] text-muted">
                  {weatherInWords(o.weather, shop.units, t)}
                </span>
              )}
            </span>
            {(o.personId === who.personId || who.role === 'manager') && (
              <button
                type="button"
                className="min-h-12 px-2 underline underline-offset-4"
                disabled={busy}
                onClick={() => takeBack(o.id)}
              >
                {t('Undo')}
              </button>
            )}
          </li>
        ))}
      </ul>
      {error && <Refusal problem={error} />}
    </section>
  );
}
