import { useSearchParams } from 'react-router';
import { useSession } from '../lib/session.tsx';
import { shopNow } from '../lib/shopNow.ts';
import { t } from '../lib/speech.ts';
import { dayOf } from './dates.ts';
import { ListField, TypedField } from './Labelled.tsx';
import { PERIOD_WORDS, PERIODS, type PeriodName, periodNamed, periodOf } from './periods.ts';

/** From which day to which: both are counted in. */
export const DAYS = ['from', 'to'] as const;

/** Stands for all there is. */
export const ANY = 'any';

export type AskedWhich = {
  asked: URLSearchParams;
  set: (name: string, value: string) => void;
  /** Several at once. */
  setAll: (values: Readonly<Record<string, string>>) => void;
};

/** What the address asks for. What is set stands there from then on. */
export function useWhich(names: readonly string[]): AskedWhich {
  const [params, setParams] = useSearchParams();
  const of = (from: URLSearchParams) =>
    new URLSearchParams(names.flatMap((name) => (from.get(name) ? [[name, from.get(name) as string]] : [])));
  const asked = of(params);
  const setAll = (values: Readonly<Record<string, string>>) => {
    // As the address is by now: of two fields set at once the second must not take the first one back.
    const next = of(new URLSearchParams(window.location.search));
    for (const [name, value] of Object.entries(values)) {
      if (value && value !== ANY) next.set(name, value);
      else next.delete(name);
    }
    setParams(next, { replace: true });
  };
  return { asked, set: (name, value) => setAll({ [name]: value }), setAll };
}

/** The same, but for one name; as it stands in an address after its path. */
export function without(asked: URLSearchParams, name: string): string {
  const rest = new URLSearchParams(asked);
  rest.delete(name);
  return rest.size > 0 ? `?${rest}` : '';
}

/** A stretch of days: a usual one, or from and to. */
export function DayFields(which: AskedWhich) {
  const { asked, set } = which;
  return (
    <>
      <PeriodField {...which} />
      {DAYS.map((name) => (
        <TypedField
          key={name}
          label={name === 'from' ? t('From') : t('To')}
          type="date"
          value={asked.get(name) ?? ''}
          onChange={(e) => set(name, e.target.value)}
        />
      ))}
    </>
  );
}

/** A stretch of days people ask for, which sets both ends; whoever types days of their own has those. */
function PeriodField({ asked, setAll }: AskedWhich) {
  const { shop } = useSession();
  const today = dayOf(shopNow(), shop.zone);
  const days = { from: asked.get('from') ?? '', to: asked.get('to') ?? '' };
  const named = periodNamed(days, today);
  const own = named === null && (days.from || days.to);
  return (
    <ListField
      label={t('Period')}
      value={named ?? (own ? OWN : ANY)}
      options={[
        { value: ANY, name: t('any day') },
        ...PERIODS.map((value) => ({ value, name: PERIOD_WORDS()[value] })),
        ...(own ? [{ value: OWN, name: t('these days') }] : []),
      ]}
      onChange={(value) => {
        if (value === OWN) return;
        setAll(value === ANY ? { from: '', to: '' } : periodOf(value as PeriodName, today));
      }}
    />
  );
}
const OWN = 'own';
