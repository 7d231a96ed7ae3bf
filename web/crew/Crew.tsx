import { Link } from 'react-router';
import { atLeast, type Role } from '#contract/roles.ts';
import { useSession } from '../lib/session.tsx';
import { t } from '../lib/speech.ts';
import { peopleQuery } from '../state/queries.ts';
import { useAsked } from '../state/useAsked.ts';
import { ButtonLink } from '../ui/Button.tsx';
import type { Needs } from '../ui/fetched.tsx';
import { Page } from '../ui/Page.tsx';

const MAY: () => Record<Role, string> = () => ({
  technician: t('pours, and takes back their own pours for ten minutes'),
  lead: t("also brings in stock, and takes back anyone's pours of the day"),
  manager: t('everything'),
});

Crew.needs = (() => [peopleQuery]) satisfies Needs;

/** The people of the shop and what each may do. */
export default function Crew() {
  const { who } = useSession();
  const [people] = useAsked(peopleQuery);
  const manager = atLeast(who.role, 'manager');
  return (
    <Page title={t('Crew')} actions={manager && <ButtonLink to="/crew/new">{t('Add someone')}</ButtonLink>}>
      <ul className="max-w-4xl border-t-2 border-ink">
        {people.map((person) => (
          <li
            key={person.id}
            className="ruled flex min-h-16 flex-wrap items-center gap-x-5 border-faint py-2"
          >
            <span className={`w-44 ${person.retired ? 'text-muted' : ''}`}>
              <Link to={`/crew/${person.id}`}>{person.name}</Link>
            </span>
            <span className="w-28">{t(person.role)}</span>
            <span className="flex-1 basis-60 text-muted">
              {person.retired ? t('has left; their name stays in the books') : MAY()[person.role]}
              {!person.retired && !person.hasPin && (
                <strong className="block text-stop">{t('No PIN yet: can’t sign in')}</strong>
              )}
            </span>
          </li>
        ))}
      </ul>
    </Page>
  );
}
