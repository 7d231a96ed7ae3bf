import { RadioGroup } from 'radix-ui';
import { type ReactNode, useEffect, useRef } from 'react';
import { byArrows } from './byArrows.ts';

/** One of a few, as marks along a line; arrows step. */
export function Marks(props: {
  label: string;
  /** What is asked, above it, while nothing is chosen: the first key is its own then. */
  titled?: string | null;
  value: string;
  options: readonly { value: string; name: ReactNode; at?: ReactNode }[];
  onChange: (value: string) => void;
}) {
  const { label, titled = null, value, options, onChange } = props;
  const root = useRef<HTMLDivElement>(null);
  const asked = titled !== null;
  useEffect(() => {
    if (asked && document.activeElement === document.body)
      root.current?.querySelector<HTMLElement>('[role="radio"]')?.focus({ preventScroll: true });
  }, [asked]);
  return (
    <>
      {asked && <p className="font-bold">{titled}</p>}
      <RadioGroup.Root
        ref={root}
        aria-label={label}
        value={value}
        onValueChange={onChange}
        onKeyDown={byArrows}
        className="border-l-2 border-ink"
      >
        {options.map((option) => (
          <RadioGroup.Item
            key={option.value}
            value={option.value}
            className="group flex min-h-16 w-full items-center gap-3 pr-1 text-left lg:min-h-12"
          >
            <span
              aria-hidden
              className="h-px w-4 shrink-0 bg-ink group-data-[state=checked]:h-[5px] group-data-[state=checked]:w-7"
            />
            <span className="min-w-0 flex-1 leading-tight group-data-[state=checked]:font-bold">
              {option.name}
            </span>
            {option.at}
          </RadioGroup.Item>
        ))}
      </RadioGroup.Root>
    </>
  );
}
