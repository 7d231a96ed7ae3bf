import { type Line, lineBody, linePatch } from '#contract/dispensers.ts';
import { parseNumber } from '#core/units/parseNumber.ts';
import { patch } from '../../lib/api.ts';
import { t } from '../../lib/speech.ts';
import { TextField, TickField } from '../../ui/FormFields.tsx';
import { FormFoot } from '../../ui/FormFoot.tsx';
import { RetireButton } from '../../ui/RetireButton.tsx';
import { useRowForm } from '../../ui/useRowForm.ts';

type Typed = { name: string; checkDays: string; footValve: boolean };

/** What a manager sets of a line: its name, how long a verification holds, and whether it has a foot valve. */
export function LineSettings({ line }: { line: Line }) {
  const { deviceId, retired } = line;
  const of = useRowForm<Typed, Line>({
    row: line,
    path: '/lines',
    topic: 'devices',
    schema: linePatch,
    typed: (row) => ({
      name: row?.name ?? '',
      checkDays: t('{0} days', row?.checkDays ?? 30),
      footValve: row?.footValve ?? true,
    }),
    read: ({ name, checkDays, footValve }) => {
      const days = parseNumber(checkDays.replace(/\s*days?\s*$/i, ''), t('Verified every'));
      const remedy = t('Type whole days from 1 to 365, such as 30.');
      return {
        body: { deviceId, name, footValve, checkDays: days.ok ? days.value : 0, retired },
        refusals: days.ok ? {} : { checkDays: { ...days, remedy } },
      };
    },
    labels: { name: t('Line name'), checkDays: t('Verified every'), footValve: t('Foot valve') },
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
          <TextField of={of} name="name" label={t('Line name')} />
          <TextField of={of} name="checkDays" label={t('Verified every')} />
          <TickField of={of} name="footValve" label={t('It has a foot valve')} />
        </div>
        <FormFoot save={t('Save')} {...of.foot}>
          <RetireButton retired={retired} topic="devices" send={setRetired} />
        </FormFoot>
      </form>
    </section>
  );
}
