import { Check } from 'lucide-react';
import type { ReactNode } from 'react';
import { Link } from 'react-router';
import { FIRST_DAY, type FirstDay, type FirstDayItem } from '#contract/opening.ts';
import { atLeast } from '#contract/roles.ts';
import { post } from '../lib/api.ts';
import { useSession } from '../lib/session.tsx';
import { t } from '../lib/speech.ts';
import { firstDayQuery } from '../state/queries.ts';
import { useCommand } from '../state/useCommand.ts';
import { useQuery } from '../state/useQuery.ts';
import { Button } from '../ui/Button.tsx';
import { Refusal } from '../ui/Refusal.tsx';

type Words = { name: string; gives: string; to: string | null };
const WORDS: () => Record<FirstDayItem, Words> = () => ({
  equipment: {
    name: t('Bottles, buckets and cannons'),
    gives: t('what is mixed in'),
    to: '/opening/equipment',
  },
  products: {
    name: t('Products and what is on the shelf'),
    gives: t('what is poured, and how much is left'),
    to: '/opening/products',
  },
  recipes: { name: t('Recipes'), gives: t('how strong and how long, by soil level'), to: '/opening/recipes' },
  bays: { name: t('Bays and vans'), gives: t('where dwell clocks run'), to: '/opening/equipment' },
  crew: { name: t('The crew'), gives: t('who poured what, each with a PIN'), to: '/crew' },
  hardness: { name: t('Hardness of the water'), gives: t('the right dose of soap'), to: '/shop' },
  sheets: {
    name: t('Safety data sheets'),
    gives: t('first aid and cautions by the sheet, not by habit'),
    to: '/stock',
  },
  draw: {
    name: t('What the cannons draw'),
    gives: t('the strength on the panel, not only in the bottle'),
    to: '/rigs',
  },
  weather: {
    name: t('Weather in the yard'),
    gives: t('when a film dries, and what would give more time: type it below'),
    to: null,
  },
  count: { name: t('A first count'), gives: t('stock that is true from the first day'), to: '/stock/counts' },
  backup: {
    name: t('Backups in a second place'),
    gives: t('books that outlive this machine: start it with --copies-to'),
    to: '/shop',
  },
});

/** What makes a new shop useful from its first day: ticked off by doing it, gone when all is done or nobody wants it. */
export function FirstDayList() {
  const { who } = useSession();
  return atLeast(who.role, 'manager') ? <List /> : null;
}

function List() {
  const { data: day } = useQuery(firstDayQuery);
  const hiding = useCommand(() => post<FirstDay>('/opening', { over: true }));
  if (!day || day.over) return null;
  const asked = FIRST_DAY.filter((item) => day.done[item] !== null);
  const open = asked.filter((item) => !day.done[item]);
  if (open.length === 0) return null;
  return (
    <section aria-label={t('To begin with')} className="mb-8 border-t-2 border-ink pt-2">
      <div className="flex flex-wrap items-baseline justify-between gap-x-5">
        <h2>{t('To begin with')}</h2>
        <span className="text-muted">{t('{0} of {1} done', asked.length - open.length, asked.length)}</span>
      </div>
      <ol className="grid gap-x-13 lg:grid-cols-2">
        {asked.map((item) => {
          const { name, gives, to } = WORDS()[item];
          const done = day.done[item] === true;
          return (
            <Item key={item} done={done} gives={gives}>
              {done || to === null ? name : <Link to={to}>{name}</Link>}
            </Item>
          );
        })}
      </ol>
      {hiding.refusal && <Refusal problem={hiding.refusal} />}
      <Button className="mt-3" disabled={hiding.waiting} onClick={() => hiding.run()}>
        {t('Hide this list')}
      </Button>
    </section>
  );
}

function Item({ done, gives, children }: { done: boolean; gives: string; children: ReactNode }) {
  return (
    <li className="ruled grid min-h-12 grid-cols-[1.75rem_minmax(0,1fr)] items-center border-faint py-1">
      <span className="flex size-5 items-center justify-center border-2 border-ink">
        {done && <Check aria-label={t('done')} size={16} strokeWidth={3} />}
      </span>
      <span className="leading-tight">
        {children}
        <span className="block text-[0.94rem] text-muted">{gives}</span>
      </span>
    </li>
  );
}
