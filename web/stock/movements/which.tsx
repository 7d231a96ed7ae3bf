import { MOVEMENT_KIND_NAMES, MOVEMENT_KINDS } from '#contract/stock.ts';
import { t } from '../../lib/speech.ts';
import { peopleQuery, placesQuery, productsQuery } from '../../state/queries.ts';
import { useQuery } from '../../state/useQuery.ts';
import { ANY, type AskedWhich, DayFields } from '../../ui/asked.tsx';
import { ListField } from '../../ui/Labelled.tsx';

/** What movements may be asked for by; they stand in the address under these names. */
export const WHICH = ['person', 'product', 'place', 'kind'] as const;
type Which = (typeof WHICH)[number];
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
