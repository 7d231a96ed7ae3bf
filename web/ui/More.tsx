import { Collapsible } from 'radix-ui';
import { type ReactNode, useState } from 'react';
import { usePrinting } from './usePrinting.ts';

/** What is read by those who want to know more: a line that opens it. */
export function More(props: {
  title: ReactNode;
  open?: boolean;
  /** `plain` where the line is not underlined. */
  plain?: boolean;
  /** On paper it is open. */
  prints?: boolean;
  /** Within a text. */
  small?: boolean;
  className?: string;
  children: ReactNode;
}) {
  const { title, plain = false, small = false, prints = false, className = '', children } = props;
  const [open, setOpen] = useState(props.open ?? false);
  const printing = usePrinting(prints);
  return (
    <Collapsible.Root open={open || printing} onOpenChange={setOpen} className={className}>
      <Collapsible.Trigger
        className={`group flex items-center text-left ${small ? 'gap-2 text-muted' : 'min-h-12 gap-3 py-2.5'}`}
      >
        <svg
          aria-hidden
          viewBox="0 0 10 10"
          className="size-2.5 shrink-0 fill-ink transition-transform group-data-[state=open]:rotate-90"
        >
          <path d="M1 0 9 5 1 10Z" />
        </svg>
        <span className={plain || small ? '' : 'underline underline-offset-4'}>{title}</span>
      </Collapsible.Trigger>
      <Collapsible.Content>{children}</Collapsible.Content>
    </Collapsible.Root>
  );
}
