import { type ReactNode, type Ref, useState } from 'react';

/** A named part of a page, shut to one line that says what stands in it. */
export function Folded(props: {
  name: string;
  /** What stands in it, in a few words. */
  says?: string | undefined;
  open?: boolean;
  toggled?: (open: boolean) => void;
  ref?: Ref<HTMLDetailsElement>;
  children: ReactNode;
}) {
  const { name, says, toggled, ref, children } = props;
  const [own, setOwn] = useState(false);
  return (
    <details
      ref={ref}
      open={props.open ?? own}
      aria-label={name}
      className="group min-w-0 border-t border-hairline"
      onToggle={(event) => (toggled ?? setOwn)(event.currentTarget.open)}
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
