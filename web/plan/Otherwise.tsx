import type { Remote } from 'comlink';
import { useCallback } from 'react';
import type { Shop } from '#contract/shop.ts';
import type { WeatherNow } from '#contract/weather.ts';
import type { Assessment } from '#core/planning/assessment.ts';
import type { AtHour, ByMethod } from '#core/planning/completePlan.ts';
import { formatMoney } from '#core/planning/cost.ts';
import { METHOD_NAMES, type Method } from '#core/planning/methods.ts';
import type { Plan, PlanShop } from '#core/planning/planWash.ts';
import { formatWater } from '#core/units/formatVolume.ts';
import { useSession } from '../lib/session.tsx';
import { t } from '../lib/speech.ts';
import { Button } from '../ui/Button.tsx';
import { timeOfDay } from '../ui/dates.ts';
import type { Plans } from '../workers/plan.worker.ts';
import { useWorkedOut } from './planWorker.ts';

/** The vehicle by every method: what each would take, or why it may not be; one tap plans it so. */
export function ByMethods(props: {
  said: Assessment;
  plan: Plan;
  shop: PlanShop;
  choose: (method: Method | null) => void;
}) {
  const { said, plan, shop, choose } = props;
  const { shop: settings } = useSession();
  const ask = useCallback((of: Remote<Plans>) => of.byMethod(said, shop), [said, shop]);
  const found = useWorkedOut(ask);
  if (!found) return null;
  const why = (method: Method) => plan.notTaken.find((n) => n.method === method)?.because;
  return (
    <section aria-label={t('By every method')} className="mt-8">
      <h2 className="border-b-2 border-ink pb-1">{t('By every method')}</h2>
      <ul>
        {found.map(({ method, takes }) => (
          <li
            key={method}
            className="ruled grid grid-cols-[minmax(0,1fr)_auto] items-center gap-x-4 border-faint py-2"
          >
            <div className="min-w-0">
              <strong>{t(METHOD_NAMES[method])}</strong>
              {takes && <span className="reading ml-3">{takesInWords(takes, settings)}</span>}
              {why(method) && (
                <p className="text-[0.94rem] leading-snug text-muted">{t(...(why(method) ?? ['']))}</p>
              )}
            </div>
            {method === plan.method ? (
              <strong>{t('planned')}</strong>
            ) : takes ? (
              <Button onClick={() => choose(method)}>{t('Plan it this way')}</Button>
            ) : (
              <span className="text-muted">{t('not possible')}</span>
            )}
          </li>
        ))}
      </ul>
      {plan.seen.method !== null && (
        <Button className="mt-3" onClick={() => choose(null)}>
          {t('Whichever suits')}
        </Button>
      )}
    </section>
  );
}

function takesInWords(
  { seconds, litres, productMinor, towels }: NonNullable<ByMethod['takes']>,
  { units, currency }: Shop,
): string {
  return [
    t('{0} min', Math.round(seconds / 60)),
    litres > 0 ? formatWater(litres, units) : null,
    productMinor === null ? null : formatMoney(productMinor, currency),
    towels === 1 ? t('1 towel') : t('{0} towels', towels),
  ]
    .filter(Boolean)
    .join(', ');
}

/** What today's coming hours make of it. */
export function ByHours(props: { said: Assessment; shop: PlanShop; weather: WeatherNow | undefined }) {
  const { said, shop, weather } = props;
  const { shop: settings } = useSession();
  const ahead = weather?.ahead;
  const ask = useCallback(
    async (of: Remote<Plans>) => (ahead ? of.byHour(said, shop, ahead) : []),
    [said, shop, ahead],
  );
  const hours = useWorkedOut(ask);
  if (!hours || hours.length === 0) return null;
  return (
    <section aria-label={t('When today')} className="mt-8">
      <h2 className="border-b-2 border-ink pb-1">{t('When today')}</h2>
      <ul>
        {spellsOf(hours).map(({ from, to, hour }) => (
          <li key={from} className="ruled flex flex-wrap justify-between gap-x-4 border-faint py-2">
            <span className="reading">
              {timeOfDay(from, settings.zone)}
              {to !== from && ` – ${timeOfDay(to, settings.zone)}`}
            </span>
            <span className={hour.takes ? '' : 'font-bold text-stop'}>{hourInWords(hour)}</span>
          </li>
        ))}
      </ul>
    </section>
  );
}

function hourInWords({ takes, tooFast }: AtHour): string {
  if (!takes) return tooFast ? t('dries too fast') : t('not as it stands');
  const { seconds, pieces, cooled } = takes;
  return [
    t('{0} min', Math.round(seconds / 60)),
    pieces > 1 ? t('in {0} pieces', pieces) : t('all at once'),
    cooled ? t('rinsed cool first') : null,
  ]
    .filter(Boolean)
    .join(', ');
}

/** Hours that come to the same are told once. */
function spellsOf(hours: readonly AtHour[]): { from: string; to: string; hour: AtHour }[] {
  const spells: { from: string; to: string; hour: AtHour }[] = [];
  for (const hour of hours) {
    const last = spells.at(-1);
    if (last && hourInWords(last.hour) === hourInWords(hour)) last.to = hour.at;
    else spells.push({ from: hour.at, to: hour.at, hour });
  }
  return spells;
}
