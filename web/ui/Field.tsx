import { type ComponentProps, type ReactNode, useId } from 'react';

type Described = { 'aria-describedby'?: string; 'aria-invalid'?: boolean; id: string };

/** A label, a control, what is wrong with it, and a hint. The control is given what ties them together. */
export function Field(props: {
  label: string;
  error?: ReactNode;
  hint?: ReactNode;
  children: (described: Described) => ReactNode;
}) {
  const { label, error, hint, children } = props;
  const id = useId();
  const note = `${id}-note`;
  return (
    <div className="flex min-w-0 flex-col gap-1">
      <label htmlFor={id} className="caps text-muted">
        {label}
      </label>
      {children({
        id,
        ...((error || hint) && { 'aria-describedby': note }),
        ...(error && { 'aria-invalid': true }),
      })}
      {(error || hint) && (
        <div id={note}>{error || <div className="text-[0.94rem] text-muted">{hint}</div>}</div>
      )}
    </div>
  );
}

/** A field that takes what people type. */
export function TextInput({ className = '', ...rest }: ComponentProps<'input'>) {
  return (
    <input
      autoComplete="off"
      autoCapitalize="off"
      spellCheck={false}
      className={`min-h-12 w-full min-w-0 rounded-[2px] border border-ink bg-raised px-3 text-ink aria-invalid:border-2 aria-invalid:border-stop placeholder:text-base placeholder:font-normal placeholder:text-muted ${className}`}
      {...rest}
    />
  );
}
