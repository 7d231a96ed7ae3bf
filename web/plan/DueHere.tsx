import { type Interval, intervalsOf, TREATMENT_NAMES, type Treated } from '#core/planning/intervals.ts';
import { useSession } from '../lib/session.tsx';
import { t } from '../lib/speech.ts';
import { dayInWords } from '../ui/dates.ts';

const STATES: () => Record<Interval['state'], string> = () => ({
  never: '',
  fine: t('not due'),
  soon: t('coming'),
  due: t('due'),
});

/** What was done to a vehicle and when that is due again; nothing where nothing is on record. */
export function DueHere({ treated, today }: { treated: readonly Treated[]; today: string }) {
  const { shop } = useSession();
  const known = intervalsOf(treated, today, shop.everyDays).filter((i) => i.lastDay !== null);
  if (known.length === 0) return null;
  return (
    <section aria-label={t('On record')}>
      <h2 className="border-b border-ink text-[1.2rem]">{t('On record')}</h2>
      <ul>
        {known.map(({ treatment, lastDay, dueDay, state }) => (
          <li key={treatment} className="ruled flex flex-wrap justify-between gap-x-4 border-faint py-1">
            <span>
              {t(TREATMENT_NAMES[treatment])}, {t('last {0}', dayInWords(lastDay as string))}
            </span>
            <span className={state === 'due' ? 'font-bold' : 'text-muted'}>
              {STATES()[state]}
              {dueDay && state !== 'due' && ` ${dayInWords(dueDay)}`}
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}
