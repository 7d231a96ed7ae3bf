import { useParams } from 'react-router';
import { type Person, personBody, personPatch } from '#contract/people.ts';
import { atLeast, ROLES, type Role } from '#contract/roles.ts';
import { useSession } from '../lib/session.tsx';
import { shopNow } from '../lib/shopNow.ts';
import { t } from '../lib/speech.ts';
import { peopleQuery, productsQuery, signOffsQuery } from '../state/queries.ts';
import { useAsked } from '../state/useAsked.ts';
import { ButtonLink } from '../ui/Button.tsx';
import { dayOf } from '../ui/dates.ts';
import { ChoiceField, TextField, TickField } from '../ui/FormFields.tsx';
import { FormFoot } from '../ui/FormFoot.tsx';
import type { Needs } from '../ui/fetched.tsx';
import { Page } from '../ui/Page.tsx';
import { periodOf } from '../ui/periods.ts';
import { useGo } from '../ui/useGo.ts';
import { useRowForm } from '../ui/useRowForm.ts';
import { SignOffs } from './SignOffs.tsx';

PersonPage.needs = (({ params: { id } }) => [
  peopleQuery,
  ...(id === 'new' ? [] : [productsQuery, signOffsQuery(Number(id))]),
]) satisfies Needs;

/** One member of the crew: sign-offs, and for a manager name, role, a new PIN, leaving and coming back. */
export default function PersonPage() {
  const { id } = useParams();
  const { who } = useSession();
  const [people] = useAsked(peopleQuery);
  if (id === 'new') return <PersonForm person={null} />;
  const person = people.find((p) => p.id === Number(id));
  if (person && atLeast(who.role, 'manager')) return <PersonForm key={person.id} person={person} />;
  if (person)
    return (
      <Page title={person.name} actions={<WhatTheyPoured person={person} />}>
        <p>{t(person.role)}</p>
        <SignOffs person={person} />
      </Page>
    );
  return (
    <Page title={t('No such person')}>
      <ButtonLink to="/crew">{t('Back to Crew')}</ButtonLink>
    </Page>
  );
}

/** Leads to what somebody poured, this month to begin with. */
function WhatTheyPoured({ person }: { person: Person }) {
  const { shop } = useSession();
  const { from, to } = periodOf('month', dayOf(shopNow(), shop.zone));
  return (
    <ButtonLink to={`/stock/movements?person=${person.id}&kind=pour&from=${from}&to=${to}`}>
      {t('What they poured')}
    </ButtonLink>
  );
}

type PersonTyped = { name: string; role: Role; pin: string; retired: boolean };

const typedPerson = (person: Person | null): PersonTyped => ({
  name: person?.name ?? '',
  role: person?.role ?? 'technician',
  pin: '',
  retired: person?.retired ?? false,
});

function PersonForm({ person }: { person: Person | null }) {
  const go = useGo();
  const of = useRowForm<PersonTyped, Person>({
    row: person,
    path: '/people',
    schema: person ? personPatch : personBody,
    typed: typedPerson,
    read: ({ name, role, pin, retired }) => ({
      body: person ? { name, role, retired, ...(pin && { pin }) } : { name, role, pin },
    }),
    done: () => go('/crew'),
  });
  return (
    <Page title={person?.name ?? t('Add someone')} actions={person && <WhatTheyPoured person={person} />}>
      <form onSubmit={of.submit} noValidate className="max-w-xl">
        <div className="grid items-start gap-4 sm:grid-cols-2">
          <TextField of={of} name="name" />
          <ChoiceField of={of} name="role" options={ROLES.map((r) => ({ value: r, name: t(r) }))} />
          <TextField
            of={of}
            name="pin"
            label={person ? t('New PIN') : t('PIN')}
            inputMode="numeric"
            maxLength={4}
            hint={
              person
                ? t('Leave empty to keep the one they have. A new one ends their other sessions.')
                : t('Four digits')
            }
          />
          {person && <TickField of={of} name="retired" label={t('Has left the shop')} />}
        </div>
        <FormFoot save={person ? t('Save') : t('Add them')} {...of.foot}>
          <ButtonLink to="/crew">{t('Back to Crew')}</ButtonLink>
        </FormFoot>
      </form>
      {person && <SignOffs person={person} />}
    </Page>
  );
}
