import { useState } from 'react';
import type { Person, SignOff } from '#contract/people.ts';
import type { Product } from '#contract/products.ts';
import { atLeast } from '#contract/roles.ts';
import { post } from '../lib/api.ts';
import { useSession } from '../lib/session.tsx';
import { shopNow } from '../lib/shopNow.ts';
import { t } from '../lib/speech.ts';
import { productsQuery, signOffsQuery } from '../state/queries.ts';
import { useAsked } from '../state/useAsked.ts';
import { useCommand } from '../state/useCommand.ts';
import { Button } from '../ui/Button.tsx';
import { dayOf, shopDay } from '../ui/dates.ts';
import { TextInput } from '../ui/Field.tsx';
import { Refusal } from '../ui/Refusal.tsx';
import { inAYear } from './inAYear.ts';

/** What someone may mix that asks for a sign-off; a manager gives it, until a day or for good, and takes it back. */
export function SignOffs({ person }: { person: Person }) {
  const { who } = useSession();
  const [products, signOffs] = useAsked(productsQuery, signOffsQuery(person.id));
  const asking = products.filter((p) => p.record.care.signOff);
  return (
    <section aria-label={t('Sign-offs')} className="mt-8 max-w-3xl">
      <h2 className="mb-2">{t('Signed off to mix')}</h2>
      {person.role === 'manager' && (
        <p className="mb-2">{t('A manager answers for everything and needs none.')}</p>
      )}
      {asking.length === 0 ? (
        <p className="text-muted">
          {t('No product asks for a sign-off. It is ticked on the product’s page.')}
        </p>
      ) : (
        <ul className="border-t-2 border-ink">
          {asking.map((product) => (
            <SignOffLine
              key={product.id}
              person={person}
              product={product}
              signOff={signOffs.find((s) => s.productId === product.id)}
              may={atLeast(who.role, 'manager')}
            />
          ))}
        </ul>
      )}
    </section>
  );
}

const withYear = (day: string): string => shopDay(`${day}T12:00:00Z`, 'UTC');

function SignOffLine(props: {
  person: Person;
  product: Product;
  signOff: SignOff | undefined;
  may: boolean;
}) {
  const { person, product, signOff, may } = props;
  const { shop } = useSession();
  const [until, setUntil] = useState(() => inAYear(dayOf(shopNow(), shop.zone)));
  const changing = useCommand(
    (given: boolean) =>
      post(`/people/${person.id}/sign-offs`, {
        productId: product.id,
        given,
        until: given && until ? until : null,
      }),
    () => setUntil(inAYear(dayOf(shopNow(), shop.zone))),
  );
  const over = signOff?.until != null && signOff.until < dayOf(shopNow(), shop.zone);
  const words = !signOff
    ? t('not signed off')
    : signOff.until === null
      ? t('for good, by {0}', signOff.givenBy)
      : over
        ? t('ended {0}', withYear(signOff.until))
        : t('until {0}, by {1}', withYear(signOff.until), signOff.givenBy);
  return (
    <li className="ruled flex min-h-16 flex-wrap items-center gap-x-5 gap-y-2 border-faint py-2">
      <span className="w-52">{product.name}</span>
      <span className={`flex-1 basis-44 ${signOff && !over ? 'font-semibold' : 'text-muted'}`}>{words}</span>
      {may && (
        <span className="no-print flex items-center gap-3">
          {signOff && !over ? (
            <Button disabled={changing.waiting} onClick={() => changing.run(false)}>
              {t('End it')}
            </Button>
          ) : (
            <>
              <TextInput
                type="date"
                aria-label={t('Until, for {0}', product.name)}
                title={t('Empty: for good')}
                value={until}
                onChange={(e) => setUntil(e.target.value)}
              />
              <Button className="shrink-0" disabled={changing.waiting} onClick={() => changing.run(true)}>
                {t('Sign off')}
              </Button>
            </>
          )}
        </span>
      )}
      {changing.refusal && <Refusal problem={changing.refusal} />}
    </li>
  );
}
