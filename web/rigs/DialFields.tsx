import { useFieldArray } from 'react-hook-form';
import { USUAL_DIALS } from '#core/mixing/starterEquipment.ts';
import { t } from '../lib/speech.ts';
import { Button } from '../ui/Button.tsx';
import { TextField } from '../ui/FormFields.tsx';
import { Refusal } from '../ui/Refusal.tsx';
import type { TextForm } from '../ui/useTextForm.ts';
import type { VesselTyped } from './vesselTyped.ts';

/** The settings of a cannon's dial, from closed to open. */
export function DialFields({ of }: { of: TextForm<VesselTyped> }) {
  const { fields, append, remove, replace } = useFieldArray({
    control: of.form.control,
    name: 'dials',
    keyName: 'key',
  });
  const fault = of.faultAt('dials');
  return (
    <fieldset className="sm:col-span-2">
      <legend className="caps mb-1 text-muted">{t('Dial positions, from closed to open')}</legend>
      <ol className="grid gap-2">
        {fields.map((field, i) => (
          <li key={field.key} className="grid grid-cols-[1fr_auto] items-start gap-2">
            <TextField of={of} name={`dials.${i}.name`} label={t('Position {0}', i + 1)} />
            <Button
              className="mt-6"
              onClick={() => remove(i)}
              aria-label={t('Take position {0} away', i + 1)}
            >
              {t('Take away')}
            </Button>
          </li>
        ))}
      </ol>
      {fault && <Refusal problem={fault} />}
      <div className="mt-2 flex flex-wrap gap-3">
        <Button onClick={() => append({ id: null, name: '' })}>{t('Add a position')}</Button>
        {fields.length === 0 && (
          <Button onClick={() => replace(USUAL_DIALS.map((name) => ({ id: null, name })))}>
            {t('closed, half, open')}
          </Button>
        )}
      </div>
    </fieldset>
  );
}
