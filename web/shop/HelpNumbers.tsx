import type { FieldValues } from 'react-hook-form';
import { t } from '../lib/speech.ts';
import { TextField } from '../ui/FormFields.tsx';
import type { TextForm } from '../ui/useTextForm.ts';

/** The two numbers that stand on the first-aid card. */
export function HelpNumbers<V extends FieldValues & { emergencyNumber: string; poisonNumber: string }>({
  of,
}: {
  of: TextForm<V>;
}) {
  return (
    <>
      <TextField
        of={of}
        name={'emergencyNumber' as Parameters<typeof TextField<V>>[0]['name']}
        inputMode="tel"
        hint={t('Stands on the first-aid card, without a PIN')}
      />
      <TextField
        of={of}
        name={'poisonNumber' as Parameters<typeof TextField<V>>[0]['name']}
        inputMode="tel"
        hint={t('Where poisonings are answered')}
      />
    </>
  );
}
