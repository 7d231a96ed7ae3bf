import { useSearchParams } from 'react-router';
import { MOVEMENT_KIND_NAMES, MOVEMENT_KINDS } from '#contract/stock.ts';
import { useSession } from '../../lib/session.tsx';
import { shopNow } from '../../lib/shopNow.ts';
import { t } from '../../lib/speech.ts';
import { peopleQuery, placesQuery, productsQuery } from '../../state/queries.ts';
import { useQuery } from '../../state/useQuery.ts';
import { dayOf } from '../../ui/dates.ts';
import { ListField, TypedField } from '../../ui/Labelled.tsx';
import { PERIOD_WORDS, PERIODS, type PeriodName, periodNamed, periodOf } from '../../ui/periods.ts';

/** What movements may be asked for by; they stand in the address under these names. */
export const WHICH = ['person', 'product', 'place', 'kind'] as const;
type Which = (typeof WHICH)[number];
/** From which day to which: both are counted in. */
export const DAYS = ['from', 'to'] as const;

const ANY = 'any';

export type AskedWhich = {
  asked: URLSearchParams;
  set: (name: string, value: string) => void;
  /** Several at once. */
  setAll: (values: Readonly<Record<string, string>>) => void;
};

/** Which movements the address asks for. What is set stands there from then on. */
export function useWhich(names: readonly string[]): AskedWhich {
  const [params, setParams] = useSearchParams();
  const asked = new URLSearchParams(
    names.flatMap((name) => (params.get(name) ? [[name, params.get(name) as string]] : [])),
  );
  const setAll = (values: Readonly<Record<string, string>>) => {
    const next = new URLSearchParams(asked);
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

/** A field for each of them, and for the days. */
export function WhichFields({ names, ...which }: AskedWhich & { names: readonly Which[] }) {
  return (
    <>
      {names.map((name) => (
        <WhichField key={name} name={name} {...which} />
      ))}
      <DayFields {...which} />
    </>
  );
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

function WhichField({ name, asked, set }: AskedWhich & { name: Which }) {
  const { data: people = [] } = useQuery(peopleQuery);
  const { data: products = [] } = useQuery(productsQuery);
  const { data: places = [] } = useQuery(placesQuery);
  const kinds = MOVEMENT_KINDS.map((id) => ({ id, name: t(MOVEMENT_KIND_NAMES[id]) }));
  const LISTS: Record<Which, [string, string, readonly { id: number | string; name: string }[]]> = {
    person: [t('Who'), t('everyone'), people],
    product: [t('Product'), t('every product'), products],
    place: [t('Where'), t('everywhere'), places],
    kind: [t('What'), t('everything'), kinds],
  };
  const [label, every, rows] = LISTS[name];
  return (
    <ListField
      label={label}
      value={asked.get(name) ?? ANY}
      options={[{ value: ANY, name: every }, ...rows.map((r) => ({ value: String(r.id), name: r.name }))]}
      onChange={(value) => set(name, value)}
    />
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

/** What of it comes to how much, and how that is put. */
export function Sums({
  label,
  sums,
}: {
  label: string;
  sums: { name: string; much: string; more: string }[];
}) {
  return (
    <section aria-label={label} className="mb-5">
      <dl className="flex flex-wrap gap-x-8 gap-y-2 border-t-2 border-ink pt-2">
        {sums.map(({ name, much, more }) => (
          <div key={name}>
            <dt className="caps text-muted">{name}</dt>
            <dd>
              <span className="reading text-[1.3rem]">{much}</span> <span className="text-muted">{more}</span>
            </dd>
          </div>
        ))}
      </dl>
    </section>
  );
}
