import type { Clock } from '#contract/clocks.ts';
import { OUTCOME_NAMES, OUTCOMES } from '#core/recipes/outcomes.ts';
import { clockName } from '../clocks/clockWords.ts';
import { useClockCommands } from '../clocks/useClockCommands.ts';
import { useClocks } from '../clocks/useClocks.ts';
import { useSession } from '../lib/session.tsx';
import { t } from '../lib/speech.ts';
import { timeOfDay } from '../ui/dates.ts';
import { Refusal } from '../ui/Refusal.tsx';
import { clocksOfRun } from './runClock.ts';
import type { RunHere } from './useRun.ts';

/** How what was laid came off: one tap each, and its recipe hears of it. */
export function HowItWent({ here: { run } }: { here: RunHere }) {
  const clocks = useClocks().filter((c) => c.key.startsWith(clocksOfRun(run.key)) && c.endedAt !== null);
  if (clocks.length === 0) return null;
  return (
    <section aria-label={t('How did it go?')}>
      <h2 className="text-[1.3rem]">{t('How did it go?')}</h2>
      <ul className="border-t border-ink">
        {clocks.map((clock) => (
          <Line key={clock.key} clock={clock} />
        ))}
      </ul>
    </section>
  );
}

function Line({ clock }: { clock: Clock }) {
  const { shop } = useSession();
  const commands = useClockCommands(clock);
  return (
    <li className="ruled border-faint py-1.5">
      <p className="font-bold leading-snug">
        {clockName(clock)}{' '}
        <span className="reading font-normal text-muted">{timeOfDay(clock.startedAt, shop.zone)}</span>
      </p>
      <div className="flex flex-wrap gap-x-4">
        {OUTCOMES.map((kind) => {
          const noted = clock.outcomes.some((o) => o.kind === kind);
          return (
            <button
              key={kind}
              type="button"
              aria-pressed={noted}
              className="min-h-12 underline underline-offset-4 aria-pressed:font-bold aria-pressed:no-underline"
              onClick={() => !noted && commands.note(kind)}
            >
              {t(OUTCOME_NAMES[kind])}
            </button>
          );
        })}
      </div>
      {commands.error && <Refusal problem={commands.error} />}
    </li>
  );
}
