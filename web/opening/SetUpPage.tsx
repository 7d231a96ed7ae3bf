import type { ReactNode } from 'react';
import { NavLink } from 'react-router';
import { atLeast } from '#contract/roles.ts';
import { useSession } from '../lib/session.tsx';
import { t } from '../lib/speech.ts';
import { Page } from '../ui/Page.tsx';

const STEPS = () =>
  [
    { to: '/opening/equipment', name: t('Equipment') },
    { to: '/opening/products', name: t('Products') },
    { to: '/opening/recipes', name: t('Recipes') },
  ] as const;

const TAB =
  'flex min-h-12 items-center gap-2 border-b-4 border-transparent no-underline aria-[current=page]:border-ink aria-[current=page]:font-bold';

/** One of the pages a new shop is filled with; each can be left and come back to. */
export function SetUpPage({
  title,
  actions,
  children,
}: {
  title: string;
  actions?: ReactNode;
  children: ReactNode;
}) {
  const { who } = useSession();
  const manager = atLeast(who.role, 'manager');
  return (
    <Page title={title} actions={manager && actions}>
      {manager ? (
        <>
          <nav aria-label={t('Set up')} className="mb-8 border-b border-hairline">
            <ol className="flex flex-wrap gap-x-8">
              {STEPS().map(({ to, name }, i) => (
                <li key={to}>
                  <NavLink to={to} className={TAB}>
                    <span className="reading text-muted">{i + 1}</span>
                    {name}
                  </NavLink>
                </li>
              ))}
              <li className="sm:ml-auto">
                <NavLink to="/opening/file" className={TAB}>
                  {t('All of it from a file')}
                </NavLink>
              </li>
            </ol>
          </nav>
          {children}
        </>
      ) : (
        <p>{t('A manager enters what the shop mixes with. Ask yours to add it.')}</p>
      )}
    </Page>
  );
}
