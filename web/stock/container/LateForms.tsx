import { atLeast } from '#contract/roles.ts';
import { latePourBody, lostBody } from '#contract/stock.ts';
import { formatVolume } from '#core/units/formatVolume.ts';
import { useSession } from '../../lib/session.tsx';
import { shopNow } from '../../lib/shopNow.ts';
import { t } from '../../lib/speech.ts';
import { peopleQuery } from '../../state/queries.ts';
import { useQuery } from '../../state/useQuery.ts';
import { amount, rowChoice, text, type ValuesOf } from '../../ui/codecs.ts';
import { ChoiceField, TextField } from '../../ui/FormFields.tsx';
import { FormFoot } from '../../ui/FormFoot.tsx';
import { AmountOf } from './AmountOf.tsx';
import { type FormProps, useAct } from './containerAct.ts';
import { localTime, readLocalTime } from './localTime.ts';

const LATE = { ul: amount(), occurredAt: text(), personId: rowChoice(), note: text() };

/** What was poured and never booked: how much, when, and, for a lead, by whom. */
export function LateForm(props: FormProps) {
  const { shop, who } = useSession();
  const { data: people = [] } = useQuery(peopleQuery);
  const lead = atLeast(who.role, 'lead');
  const of = useAct(props, 'late-pours', LATE, latePourBody, {
    values: { occurredAt: localTime(shopNow(), shop.zone), personId: String(who.personId) },
    read: ({ occurredAt }, { body, refusals }) => {
      const { personId, ...others } = body as Partial<ValuesOf<typeof LATE>>;
      const at = readLocalTime(occurredAt, shop.zone) ?? '';
      return { body: { ...others, occurredAt: at, ...(lead && { personId }) }, refusals };
    },
  });
  return (
    <form onSubmit={of.submit} noValidate className="flex flex-col gap-4 p-5">
      <div className="grid items-start gap-4 sm:grid-cols-2">
        <AmountOf of={of} container={props.container} placeholder={t('such as 80 ml')} />
        <TextField of={of} name="occurredAt" type="datetime-local" />
      </div>
      {lead && (
        <ChoiceField
          of={of}
          name="personId"
          options={people.filter((p) => !p.retired).map((p) => ({ value: String(p.id), name: p.name }))}
        />
      )}
      <TextField of={of} name="note" placeholder={t('such as wheels of the estate')} />
      <FormFoot save={t('Book it')} {...of.foot} />
    </form>
  );
}

/** Nobody can find it: it goes off the shelf, and stands there again once it turns up. */
export function LostForm(props: FormProps) {
  const { shop } = useSession();
  const of = useAct(props, 'losses', { note: text() }, lostBody);
  return (
    <form onSubmit={of.submit} noValidate className="flex flex-col gap-4 p-5">
      <p>
        {t(
          'The {0} the books have in it are written off and it goes off the shelf. If it turns up, take that back on its page.',
          formatVolume(props.container.heldUl, shop.units),
        )}
      </p>
      <TextField of={of} name="note" />
      <FormFoot save={t('Write it off')} {...of.foot} />
    </form>
  );
}
