import { atLeast } from '#contract/roles.ts';
import { lateDrawBody, lostBody } from '#contract/stock.ts';
import { formatVolume } from '#core/units/formatVolume.ts';
import { shopNow } from '../lib/clock.ts';
import { useSession } from '../lib/session.tsx';
import { t } from '../lib/speech.ts';
import { peopleQuery } from '../state/queries.ts';
import { useQuery } from '../state/useQuery.ts';
import { ChoiceField, TextField } from '../ui/FormFields.tsx';
import { FormFoot } from '../ui/FormFoot.tsx';
import { AmountOf } from './AmountOf.tsx';
import { amountOf, type FormProps, useAct } from './containerAct.ts';
import { localTime, readLocalTime } from './localTime.ts';

/** What was poured and never booked: how much, when, and, for a lead, by whom. */
export function LateForm(props: FormProps) {
  const { shop, who } = useSession();
  const { data: people = [] } = useQuery(peopleQuery);
  const lead = atLeast(who.role, 'lead');
  const of = useAct(props, 'late-draws', {
    values: { ul: '', occurredAt: localTime(shopNow(), shop.zone), personId: String(who.personId), note: '' },
    read: (typed) => {
      const { ul, refusals } = amountOf(typed.ul, shop.units, t('How much'));
      const at = readLocalTime(typed.occurredAt, shop.zone);
      return {
        body: {
          ul,
          note: typed.note,
          occurredAt: at ?? '',
          ...(lead && { personId: Number(typed.personId) }),
        },
        refusals,
      };
    },
    schema: lateDrawBody,
  });
  return (
    <form onSubmit={of.submit} noValidate className="flex flex-col gap-4 p-5">
      <div className="grid items-start gap-4 sm:grid-cols-2">
        <AmountOf of={of} container={props.container} placeholder={t('such as 80 ml')} />
        <TextField of={of} name="occurredAt" label={t('When')} type="datetime-local" />
      </div>
      {lead && (
        <ChoiceField
          of={of}
          name="personId"
          label={t('Who')}
          options={people.filter((p) => !p.retired).map((p) => ({ value: String(p.id), name: p.name }))}
        />
      )}
      <TextField of={of} name="note" label={t('What for')} placeholder={t('such as wheels of the estate')} />
      <FormFoot save={t('Book it')} saving={of.saving} problem={of.problem} startAfresh={of.startAfresh} />
    </form>
  );
}

/** Nobody can find it: it goes off the shelf, and stands there again once it turns up. */
export function LostForm(props: FormProps) {
  const { shop } = useSession();
  const of = useAct(props, 'losses', {
    values: { note: '' },
    read: (body) => ({ body }),
    schema: lostBody,
  });
  return (
    <form onSubmit={of.submit} noValidate className="flex flex-col gap-4 p-5">
      <p>
        {t(
          'The {0} the books have in it are written off and it goes off the shelf. If it turns up, take that back on its page.',
          formatVolume(props.container.heldUl, shop.units),
        )}
      </p>
      <TextField of={of} name="note" label={t('Where it was last seen')} />
      <FormFoot
        save={t('Write it off')}
        saving={of.saving}
        problem={of.problem}
        startAfresh={of.startAfresh}
      />
    </form>
  );
}
