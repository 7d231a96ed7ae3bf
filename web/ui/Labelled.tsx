import type { ComponentProps, ReactNode } from 'react';
import { Choice } from './Choice.tsx';
import { Field, TextInput } from './Field.tsx';

type Labelled = { label: string; error?: ReactNode; hint?: ReactNode };

/** A label, a field that takes what people type, and under it what is wrong or what would help. */
export function TypedField({ label, error, hint, ...input }: Labelled & ComponentProps<'input'>) {
  return (
    <Field label={label} error={error} hint={hint}>
      {(described) => <TextInput {...described} {...input} />}
    </Field>
  );
}

/** A label and one of a list. */
export function ListField({
  label,
  error,
  hint,
  ...choice
}: Labelled & Omit<ComponentProps<typeof Choice>, 'id' | 'label'>) {
  return (
    <Field label={label} error={error} hint={hint}>
      {(described) => <Choice {...described} {...choice} />}
    </Field>
  );
}
