import { type ReactNode, useEffect, useRef, useState } from 'react';
import type { FieldValues } from 'react-hook-form';
import type { TextForm } from './useTextForm.ts';

/**
 * A named part of a long form, shut to one line that says what stands in it. It opens where something in it is wrong, so
 * that no fault is out of sight.
 */
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
    <details
      ref={part}
      open={open}
      aria-label={name}
      className="group border-t border-hairline"
      onToggle={(event) => setOpen(event.currentTarget.open)}
    >
      <summary className="flex min-h-14 cursor-pointer list-none items-center gap-3 py-2 [&::-webkit-details-marker]:hidden">
        <svg
          aria-hidden
          viewBox="0 0 10 10"
          className="size-3 shrink-0 fill-ink transition-transform group-open:rotate-90"
        >
          <path d="M1 0 9 5 1 10Z" />
        </svg>
        <span className="font-reading shrink-0 text-[1.2rem] font-semibold">{name}</span>
        {says && <span className="min-w-0 truncate text-[0.94rem] text-muted group-open:hidden">{says}</span>}
      </summary>
      <div className="pt-1 pb-6">{children}</div>
    </details>
  );
}
