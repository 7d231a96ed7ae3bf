import { Checkbox } from 'radix-ui';
import { type ReactNode, type Ref, useId } from 'react';

type Ticked = {
  checked: boolean;
  set: (checked: boolean) => void;
  disabled?: boolean;
  ref?: Ref<HTMLButtonElement>;
  tabIndex?: number;
  onFocus?: () => void;
};

/** A box to tick, by itself. */
export function TickBox(props: Ticked & { label?: string; id?: string; className?: string }) {
  const { checked, set, disabled = false, ref, label, id, className = 'size-6', tabIndex, onFocus } = props;
  return (
    <Checkbox.Root
      ref={ref}
      id={id}
      aria-label={label}
      tabIndex={tabIndex}
      onFocus={onFocus}
      checked={checked}
      disabled={disabled}
      onCheckedChange={(now) => set(now === true)}
      className={`${className} shrink-0 rounded-[2px] border-2 border-ink bg-raised disabled:opacity-50 data-[state=checked]:bg-ink`}
    >
      <Checkbox.Indicator>
        <svg aria-hidden viewBox="0 0 20 20" className="size-full fill-none stroke-ground stroke-[3]">
          <path d="M4 10.5 8.5 15 16 5.5" />
        </svg>
      </Checkbox.Indicator>
    </Checkbox.Root>
  );
}

/** A box to tick, and what it says; `bay` is to be hit with a glove. */
export function Tick(props: Ticked & { children: ReactNode; bay?: boolean; className?: string }) {
  const { children, bay, className = '', ...box } = props;
  const id = useId();
  const look = bay
    ? 'min-h-16 gap-4 border-2 border-ink px-4 text-lg leading-tight'
    : `min-h-12 gap-3 ${className}`;
  return (
    <label htmlFor={id} className={`flex items-center ${look}`}>
      <TickBox {...box} id={id} className={bay ? 'size-8' : 'size-6'} />
      <span>{children}</span>
    </label>
  );
}
