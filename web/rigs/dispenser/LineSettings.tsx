import { type Line, lineBody, linePatch } from '#contract/dispensers.ts';
import { patch } from '../../lib/api.ts';
import { useSession } from '../../lib/session.tsx';
import { t } from '../../lib/speech.ts';
import { DAYS, flag, number, readBy, type TypedBy, text, typedOf } from '../../ui/codecs.ts';
import { TextField, TickField } from '../../ui/FormFields.tsx';
import { FormFoot } from '../../ui/FormFoot.tsx';
import { RetireButton } from '../../ui/RetireButton.tsx';
import { useRowForm } from '../../ui/useRowForm.ts';

const SETTINGS = {
  name: text(),
  checkDays: number('days', DAYS),
  footValve: flag(true),
};

/** What a manager sets of a line: its name, how long a verification holds, and whether it has a foot valve. */
export function LineSettings({ line }: { line: Line }) {
  const { shop } = useSession();
  const { deviceId, retired } = line;
  const of = useRowForm<TypedBy<typeof SETTINGS>, Line>({
    row: line,
    path: '/lines',
    schema: linePatch,
    typed: (row) => typedOf(SETTINGS, row, shop),
    read: readBy(SETTINGS, linePatch, shop, line, () => ({ deviceId, retired })),
    done: () => {},
  });
  const setRetired = async () => {
    const { name, footValve, checkDays } = line;
    const body = lineBody.validateSync({ deviceId, name, footValve, checkDays });
    return patch(`/lines/${line.id}`, { ...body, retired: !retired }, line.revision);
  };
  return (
    <section aria-label={t('Settings of the line')} className="max-w-md">
      <h2 className="mb-2">{t('Settings')}</h2>
      <form onSubmit={of.submit} noValidate>
        <div className="grid items-start gap-4 sm:grid-cols-2">
          <TextField of={of} name="name" />
          <TextField of={of} name="checkDays" />
          <TickField of={of} name="footValve" label={t('It has a foot valve')} />
        </div>
        <FormFoot save={t('Save')} {...of.foot}>
          <RetireButton retired={retired} send={setRetired} />
        </FormFoot>
      </form>
    </section>
  );
}
