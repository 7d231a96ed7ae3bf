import { useSearchParams } from 'react-router';
import type { Who } from '#contract/people.ts';
import { refuse } from '#contract/refusals.ts';
import { firstRunBody, type Shop, UNIT_SYSTEMS } from '#contract/shop.ts';
import { get, post } from '../lib/api.ts';
import { t } from '../lib/speech.ts';
import { namesQuery, queryClient, shopQuery, whoQuery } from '../state/queries.ts';
import { ChoiceField, TextField } from '../ui/FormFields.tsx';
import { FormFoot } from '../ui/FormFoot.tsx';
import { useTextForm } from '../ui/useTextForm.ts';
import { HelpNumbers } from './HelpNumbers.tsx';
import { UNIT_SYSTEM_NAMES } from './units.ts';

type FirstRunTyped = {
  code: string;
  name: string;
  zone: string;
  currency: string;
  units: Shop['units'];
  emergencyNumber: string;
  poisonNumber: string;
  manager: { name: string; pin: string; again: string };
};

/** A new shop's first page: what it is called, where it is, how it measures, and who runs it. */
export default function FirstRun() {
  const [search] = useSearchParams();
  const of = useTextForm({
    values: {
      code: search.get('code') ?? '',
      name: '',
      zone: Intl.DateTimeFormat().resolvedOptions().timeZone,
      currency: currencyHere(),
      units: navigator.language === 'en-US' ? 'us' : 'metric',
      emergencyNumber: '',
      poisonNumber: '',
      manager: { name: '', pin: '', again: '' },
    } as FirstRunTyped,
    read: ({ manager: { again, ...manager }, ...typed }) => ({
      body: { ...typed, manager },
      refusals: again === manager.pin ? {} : { 'manager.again': refuse('pin.differs', {}) },
    }),
    schema: firstRunBody,
    send: (body) => post<Shop>('/shop', body),
    done: async () => {
      const { manager } = of.form.getValues();
      const names = await queryClient.fetchQuery(namesQuery);
      const me = names.find((n) => n.name === manager.name.trim());
      if (me)
        queryClient.setQueryData(
          whoQuery.queryKey,
          await post<Who>('/sessions', { personId: me.id, pin: manager.pin }),
        );
      // Once there is a shop this address leads on to what it mixes with.
      queryClient.setQueryData(shopQuery.queryKey, await get('/shop'));
    },
  });
  return (
    <main className="mx-auto max-w-2xl p-5 md:pt-13">
      <h1 className="mb-2">{t('Set up your shop')}</h1>
      <p className="mb-5">
        {t('This is asked once. All of it but the time zone can be changed later, under Shop and Crew.')}
      </p>
      <form onSubmit={of.submit} noValidate>
        <div className="grid items-start gap-4 sm:grid-cols-2">
          <TextField
            of={of}
            name="code"
            inputMode="numeric"
            hint={t('Printed where the program was started')}
          />
          <TextField of={of} name="name" />
          <TextField
            of={of}
            name="zone"
            list="zones"
            hint={t('Such as Europe/London. Fixed once the books are open.')}
          />
          <TextField
            of={of}
            name="currency"
            list="currencies"
            maxLength={3}
            hint={t('Such as GBP, EUR or USD')}
          />
          <datalist id="zones">
            {Intl.supportedValuesOf('timeZone').map((zone) => (
              <option key={zone} value={zone} />
            ))}
          </datalist>
          <datalist id="currencies">
            {Intl.supportedValuesOf('currency').map((code) => (
              <option key={code} value={code} />
            ))}
          </datalist>
          <HelpNumbers of={of} />
          <div className="sm:col-span-2">
            <ChoiceField
              of={of}
              name="units"
              hint={t('Only what is shown; anything can be typed in any unit.')}
              options={UNIT_SYSTEMS.map((value) => ({ value, name: UNIT_SYSTEM_NAMES()[value] }))}
            />
          </div>
        </div>
        <h2 className="mt-8 mb-3">{t('The first manager')}</h2>
        <div className="grid items-start gap-4 sm:grid-cols-2">
          <div className="sm:col-span-2">
            <TextField of={of} name="manager.name" />
          </div>
          <TextField
            of={of}
            name="manager.pin"
            label={t('Your PIN')}
            type="password"
            inputMode="numeric"
            maxLength={4}
            hint={t('Four digits that nobody would try first')}
          />
          <TextField
            of={of}
            name="manager.again"
            label={t('Your PIN once more')}
            type="password"
            inputMode="numeric"
            maxLength={4}
          />
        </div>
        <FormFoot save={t('Open the shop')} {...of.foot} />
      </form>
    </main>
  );
}

function currencyHere(): string {
  const region = /-([A-Z]{2})\b/.exec(navigator.language)?.[1];
  return (
    { GB: 'GBP', US: 'USD', CA: 'CAD', AU: 'AUD', NZ: 'NZD', CH: 'CHF', IN: 'INR', JP: 'JPY' }[
      region ?? ''
    ] ?? 'EUR'
  );
}
