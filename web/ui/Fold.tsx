import { type ReactNode, useEffect, useRef, useState } from 'react';
import type { FieldValues } from 'react-hook-form';
import { Folded } from './Folded.tsx';
import type { TextForm } from './useTextForm.ts';

/** A part of a long form; it opens where something in it is wrong, so that no fault is out of sight. */
export function Fold<V extends FieldValues>(props: {
  of: TextForm<V>;
  name: string;
  /** What is entered, in a few words. */
  says?: string;
  open?: boolean;
  children: ReactNode;
}) {
  const { of, name, says, children } = props;
  const [open, setOpen] = useState(props.open ?? false);
  const part = useRef<HTMLDetailsElement>(null);
  const { errors, submitCount } = of.form.formState;
  // biome-ignore lint/correctness/useExhaustiveDependencies: looked for again whenever the form was tried, not as fields are put right
  useEffect(() => {
    if (part.current?.querySelector('[aria-invalid="true"], [role="alert"]')) setOpen(true);
  }, [submitCount, errors]);
  return (
    <Folded ref={part} name={name} says={says} open={open} toggled={setOpen}>
      {children}
    </Folded>
  );
}
