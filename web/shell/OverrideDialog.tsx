import { type Override, overrideBody, type SignInName } from '#contract/people.ts';
import { post } from '../lib/api.ts';
import { type OverrideAsked, useOverride } from '../lib/override.ts';
import { t } from '../lib/speech.ts';
import { namesQuery } from '../state/queries.ts';
import { useQuery } from '../state/useQuery.ts';
import { Dialog } from '../ui/Dialog.tsx';
import { ChoiceField, TextField } from '../ui/FormFields.tsx';
import { FormFoot } from '../ui/FormFoot.tsx';
import { useTextForm } from '../ui/useTextForm.ts';

const WHAT: () => Record<OverrideAsked['rule'], string> = () => ({
  count: t('The difference that was counted is accepted.'),
  signOff: t(
    'It may be mixed once by somebody who is not signed off for it. Its safety data sheet decides how.',
  ),
  waste: t('So much may be booked as waste.'),
  undo: t('It may be taken back.'),
  plan: t('It may still be laid on this vehicle. Its safety data sheet decides how.'),
});

/** A manager types name, PIN and reason at somebody else's tablet. */
export default function OverrideDialog({ of: asked, close }: { of: OverrideAsked; close: () => void }) {
  const { data: names } = useQuery(namesQuery);
  if (!names) return null;
  return (
    <Dialog title={t('A manager’s word')} close={close}>
      <WordForm asked={asked} managers={names.filter((n) => n.role === 'manager')} />
    </Dialog>
  );
}

function WordForm({ asked, managers }: { asked: OverrideAsked; managers: SignInName[] }) {
  const keep = useOverride((state) => state.keep);
  const of = useTextForm<{ personId: string; pin: string; reason: string }, Override>({
    values: { personId: managers.length === 1 ? String(managers[0]?.id) : '', pin: '', reason: '' },
    read: ({ personId, pin, reason }) => ({
      body: { ...asked, personId: personId ? Number(personId) : undefined, pin, reason },
    }),
    schema: overrideBody,
    send: (body) => post<Override>('/overrides', body),
    done: (given) => {
      keep({ ...asked, ...given });
    },
  });
  return (
    <form onSubmit={of.submit} noValidate className="flex flex-col gap-4 p-5">
      <p>{t('{0} It stays in the trail with your name and why.', WHAT()[asked.rule])}</p>
      <div className="grid items-start gap-4 sm:grid-cols-2">
        <ChoiceField
          of={of}
          name="personId"
          placeholder={t('Choose your name')}
          options={managers.map((n) => ({ value: String(n.id), name: n.name }))}
        />
        <TextField of={of} name="pin" type="password" inputMode="numeric" maxLength={4} autoComplete="off" />
      </div>
      <TextField of={of} name="reason" />
      <FormFoot save={t('Give my word')} {...of.foot} />
    </form>
  );
}
