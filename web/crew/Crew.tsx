import { useMemo, useState } from 'react';
import type { Person, SignOffOf } from '#contract/people.ts';
import type { Product } from '#contract/products.ts';
import { atLeast, type Role } from '#contract/roles.ts';
import { post } from '../lib/api.ts';
import { useSession } from '../lib/session.tsx';
import { shopNow } from '../lib/shopNow.ts';
import { t } from '../lib/speech.ts';
import { allSignOffsQuery, peopleQuery, productsQuery } from '../state/queries.ts';
import { useAsked } from '../state/useAsked.ts';
import { useCommand } from '../state/useCommand.ts';
import { ButtonLink } from '../ui/Button.tsx';
import { linkColumn } from '../ui/columns.tsx';
import { DataTable } from '../ui/DataTable.tsx';
import { dayOf } from '../ui/dates.ts';
import type { Needs } from '../ui/fetched.tsx';
import { ListField, TypedField } from '../ui/Labelled.tsx';
import { Page } from '../ui/Page.tsx';
import { Refusal } from '../ui/Refusal.tsx';
import type { TableColumn } from '../ui/tableColumn.ts';
import { useGo } from '../ui/useGo.ts';
import { inAYear } from './inAYear.ts';

const MAY: () => Record<Role, string> = () => ({
  technician: t('pours, and takes back their own pours for ten minutes'),
  lead: t("also brings in stock, and takes back anyone's pours of the day"),
  manager: t('everything'),
});

Crew.needs = (() => [peopleQuery, productsQuery, allSignOffsQuery]) satisfies Needs;

/** The people of the shop, what each may do and is signed off for; a manager signs off several at once. */
export default function Crew() {
  const { who, shop } = useSession();
  const [people, products, signOffs] = useAsked(peopleQuery, productsQuery, allSignOffsQuery);
  const go = useGo();
  const [chosen, setChosen] = useState<ReadonlySet<number | string>>(new Set());
  const [done, setDone] = useState('');
  const manager = atLeast(who.role, 'manager');
  const here = people.filter((p) => chosen.has(p.id) && !p.retired);
  const columns = useMemo(
    () => columnsOf(products, signOffs, dayOf(shopNow(), shop.zone)),
    [products, signOffs, shop],
  );
  return (
    <Page title={t('Crew')} actions={manager && <ButtonLink to="/crew/new">{t('Add someone')}</ButtonLink>}>
      <p role="status">{done}</p>
      <DataTable
        name="crew"
        label={t('Crew')}
        rows={people}
        columns={columns}
        keyOf={(p) => p.id}
        empty={t('Nobody is here yet.')}
        open={(p) => go(`/crew/${p.id}`)}
        {...(manager && {
          choosing: {
            chosen: new Set(here.map((p) => p.id)),
            set: (keys: (number | string)[]) => {
              setDone('');
              setChosen(new Set(keys));
            },
            acts: (
              <SignOffSeveral
                people={here}
                products={products.filter((p) => p.record.care.signOff)}
                done={(words) => {
                  setDone(words);
                  setChosen(new Set());
                }}
              />
            ),
          },
        })}
      />
    </Page>
  );
}

/** One product for everybody chosen, until a day. */
function SignOffSeveral(props: { people: Person[]; products: Product[]; done: (words: string) => void }) {
  const { people, products, done } = props;
  const { shop } = useSession();
  const [until, setUntil] = useState(() => inAYear(dayOf(shopNow(), shop.zone)));
  const signing = useCommand(
    (productId: number) =>
      post<SignOffOf[]>('/people/sign-offs', {
        personIds: people.map((p) => p.id),
        productId,
        until: until || null,
      }),
    (given) => {
      const product = products.find((p) => p.id === given[0]?.productId)?.name;
      done(t('{0} signed off for {1}.', people.map((p) => p.name).join(', '), product));
    },
  );
  if (products.length === 0) {
    return (
      <p className="text-muted">{t('No product asks for a sign-off. It is ticked on the product’s page.')}</p>
    );
  }
  return (
    <>
      <TypedField
        label={t('Until')}
        type="date"
        title={t('Empty: for good')}
        value={until}
        onChange={(e) => setUntil(e.target.value)}
      />
      <div className="min-w-52">
        <ListField
          label={t('Sign them off for')}
          value=""
          options={products.map((p) => ({ value: String(p.id), name: p.name }))}
          onChange={(id) => signing.run(Number(id))}
        />
      </div>
      {signing.refusal && <Refusal problem={signing.refusal} />}
    </>
  );
}

function columnsOf(products: Product[], signOffs: SignOffOf[], today: string): TableColumn<Person>[] {
  const signedOff = (person: Person) =>
    person.role === 'manager'
      ? t('everything')
      : signOffs
          .filter((s) => s.personId === person.id && (s.until === null || s.until >= today))
          .map((s) => products.find((p) => p.id === s.productId)?.name)
          .join(', ');
  return [
    linkColumn(
      t('Name'),
      (p) => p.name,
      (p) => `/crew/${p.id}`,
    ),
    { id: 'role', name: t('Role'), wide: 0.7, groups: true, value: (p) => t(p.role) },
    {
      id: 'may',
      name: t('May do'),
      wide: 2,
      desk: true,
      value: (p) => (p.retired ? t('has left; their name stays in the books') : MAY()[p.role]),
    },
    {
      id: 'signedOff',
      name: t('Signed off to mix'),
      wide: 1.6,
      value: (p) => (p.retired ? '' : signedOff(p)),
    },
    {
      id: 'pin',
      name: t('Signs in'),
      wide: 0.8,
      value: (p) => (p.retired ? t('has left') : p.hasPin ? t('with a PIN') : t('No PIN yet')),
      show: (p) =>
        p.retired ? (
          <span className="text-muted">{t('has left')}</span>
        ) : p.hasPin ? (
          t('with a PIN')
        ) : (
          <strong className="text-stop">{t('No PIN yet')}</strong>
        ),
    },
  ];
}
