import type { ComponentProps, ReactNode } from 'react';
import { Controller, type FieldPath, type FieldValues } from 'react-hook-form';
import { Choice, type Option } from './Choice.tsx';
import { Field, TextInput } from './Field.tsx';
import { Refusal } from './Refusal.tsx';
import { Tick } from './Tick.tsx';
import type { TextForm } from './useTextForm.ts';

type Bound<V extends FieldValues> = { of: TextForm<V>; name: FieldPath<V>; label?: string; hint?: ReactNode };

function errorOf<V extends FieldValues>({ of, name }: Pick<Bound<V>, 'of' | 'name'>): ReactNode {
  const fault = of.faultAt(name);
  return fault && <Refusal problem={fault} />;
}

/** A text field of a form, with what is wrong with it under it. */
export function TextField<V extends FieldValues>(
  props: Bound<V> & Omit<ComponentProps<'input'>, 'name' | 'form'>,
) {
  const { of, name, label = of.labelOf(name), hint, ...input } = props;
  return (
    <Field label={label} error={errorOf(props)} hint={hint}>
      {(described) => <TextInput {...described} {...input} {...of.form.register(name)} />}
    </Field>
  );
}

/** A field for a paragraph. */
export function NoteField<V extends FieldValues>(props: Bound<V>) {
  const { of, name, label = of.labelOf(name), hint } = props;
  return (
    <Field label={label} error={errorOf(props)} hint={hint}>
      {(described) => (
        <textarea
          {...described}
          rows={3}
          className="w-full rounded-[2px] border border-ink bg-raised p-3 text-ink aria-invalid:border-2 aria-invalid:border-stop"
          {...of.form.register(name)}
        />
      )}
    </Field>
  );
}

/** A field for one of a list. */
export function ChoiceField<V extends FieldValues>(
  props: Bound<V> & { options: Option[]; placeholder?: string; onChosen?: (value: string) => void },
) {
  const { of, name, label = of.labelOf(name), hint, options, placeholder, onChosen } = props;
  return (
    <Field label={label} error={errorOf(props)} hint={hint}>
      {(described) => (
        <Controller
          control={of.form.control}
          name={name}
          render={({ field }) => (
            <Choice
              {...described}
              ref={field.ref}
              value={field.value}
              onChange={(value) => {
                field.onChange(value);
                onChosen?.(value);
              }}
              options={options}
              {...(placeholder && { placeholder })}
            />
          )}
        />
      )}
    </Field>
  );
}

/** A box to tick. */
export function TickField<V extends FieldValues>({ of, name, label = of.labelOf(name) }: Bound<V>) {
  return (
    <Controller
      control={of.form.control}
      name={name}
      render={({ field }) => (
        <Tick className="self-center" ref={field.ref} checked={field.value} set={field.onChange}>
          {label}
        </Tick>
      )}
    />
  );
}
