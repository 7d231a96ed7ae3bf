import { useSearchParams } from 'react-router';
import { MOVEMENT_KINDS } from '#contract/stock.ts';
import { t } from '../../lib/speech.ts';
import { peopleQuery, placesQuery, productsQuery } from '../../state/queries.ts';
import { useQuery } from '../../state/useQuery.ts';
import { ListField, TypedField } from '../../ui/Labelled.tsx';
import { KIND_NAMES } from './movementWords.ts';

/** What movements may be asked for by; they stand in the address under these names. */
export const WHICH = ['person', 'product', 'place', 'kind', 'from', 'to'] as const;
type Which = (typeof WHICH)[number];

const ANY = 'any';

export type AskedWhich = { asked: URLSearchParams; set: (name: string, value: string) => void };

/** Which movements the address asks for. What is set stands there from then on. */
export function useWhich(names: readonly string[]): AskedWhich {
  const [params, setParams] = useSearchParams();
  const asked = new URLSearchParams(
    names.flatMap((name) => (params.get(name) ? [[name, params.get(name) as string]] : [])),
  );
  const set = (name: string, value: string) => {
    const next = new URLSearchParams(asked);
    if (value && value !== ANY) next.set(name, value);
    else next.delete(name);
    setParams(next, { replace: true });
  };
  return { asked, set };
}

/** The same, but for one name; as it stands in an address after its path. */
export function without(asked: URLSearchParams, name: string): string {
  const rest = new URLSearchParams(asked);
  rest.delete(name);
  return rest.size > 0 ? `?${rest}` : '';
}

/** One field of them. */
export function WhichField({ name, asked, set }: AskedWhich & { name: Which }) {
  const { data: people = [] } = useQuery(peopleQuery);
  const { data: products = [] } = useQuery(productsQuery);
  const { data: places = [] } = useQuery(placesQuery);
  if (name === 'from' || name === 'to') {
    return (
      <TypedField
        label={name === 'from' ? t('From') : t('To')}
        type="date"
        value={asked.get(name) ?? ''}
        onChange={(e) => set(name, e.target.value)}
      />
    );
  }
  const kinds = MOVEMENT_KINDS.map((id) => ({ id, name: KIND_NAMES()[id] }));
  const LISTS: Record<typeof name, [string, string, readonly { id: number | string; name: string }[]]> = {
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
