import { Check, ChevronDown } from 'lucide-react';
import { Select } from 'radix-ui';
import {
  memo,
  type ReactNode,
  type Ref,
  useCallback,
  useLayoutEffect,
  useMemo,
  useRef,
  useState,
} from 'react';

export type Option = {
  value: string;
  name: string;
  note?: string;
  disabled?: boolean;
  /** How it shows once chosen, where that is more than its name; it must follow from the rest of the option. */
  shown?: ReactNode;
};

const FRAMED =
  'flex w-full min-w-0 items-center justify-between gap-2 rounded-[2px] border border-ink bg-raised px-3 text-left';
const PLAIN = 'flex w-full min-w-0 items-center justify-center gap-1 text-center leading-tight';

type Props = {
  id?: string;
  label?: string;
  value: string;
  options: Option[];
  placeholder?: string;
  bay?: boolean;
  /** Without a frame, for where it stands in for a caption. */
  plain?: boolean;
  onChange: (value: string) => void;
  ref?: Ref<HTMLButtonElement>;
  'aria-describedby'?: string;
  'aria-invalid'?: boolean;
};

/** One of a list, by mouse, glove or keyboard. */
export function Choice({ options, onChange, ...rest }: Props) {
  const latest = useRef(onChange);
  useLayoutEffect(() => {
    latest.current = onChange;
  });
  const same = useSame(options);
  const choose = useCallback((value: string) => latest.current(value), []);
  return <List {...rest} options={same} onChange={choose} />;
}

/** The options as they were, while they say the same: at the Bench a list is asked again on every keystroke. */
function useSame(options: Option[]): Option[] {
  const text = options.map((o) => `${o.value}\t${o.name}\t${o.note}\t${o.disabled}`).join('\n');
  // biome-ignore lint/correctness/useExhaustiveDependencies: what they say stands for the options themselves
  return useMemo(() => options, [text]);
}

const List = memo(function List(props: Props) {
  const {
    id,
    label,
    value,
    options,
    placeholder,
    bay = false,
    plain = false,
    onChange,
    ref,
    ...aria
  } = props;
  const chosen = options.find((o) => o.value === value);
  // A closed list is not rendered at all: at the Bench everything else is, on every keystroke.
  const [open, setOpen] = useState(false);
  return (
    <Select.Root value={chosen ? value : ''} onValueChange={onChange} open={open} onOpenChange={setOpen}>
      <Select.Trigger
        ref={ref}
        id={id}
        aria-label={label}
        {...aria}
        className={`${plain ? PLAIN : FRAMED} ${bay ? 'min-h-16 text-lg' : 'min-h-12'}`}
      >
        <span className={`${plain ? '' : 'truncate'} ${chosen ? '' : 'text-muted'}`}>
          <Select.Value placeholder={placeholder}>{chosen?.shown ?? chosen?.name}</Select.Value>
        </span>
        {!plain && <ChevronDown aria-hidden size={20} className="shrink-0" />}
      </Select.Trigger>
      {open && (
        <Select.Portal>
          <Select.Content
            position="popper"
            sideOffset={4}
            className="z-20 max-h-[min(28rem,var(--radix-select-content-available-height))] min-w-[var(--radix-select-trigger-width)] max-w-[92vw] rounded-[2px] border-2 border-ink bg-raised text-ink"
          >
            <Select.Viewport>
              {options.map((o) => (
                <Select.Item
                  key={o.value}
                  value={o.value}
                  disabled={o.disabled ?? false}
                  className={`ruled flex items-center gap-3 border-faint px-3 outline-none last:border-0 data-[disabled]:text-muted data-[highlighted]:bg-ink data-[highlighted]:text-ground ${bay ? 'min-h-16 text-lg' : 'min-h-12'}`}
                >
                  <span className="flex-1">
                    <Select.ItemText>{o.name}</Select.ItemText>
                    {o.note && <span className="block text-[0.9rem] opacity-80">{o.note}</span>}
                  </span>
                  <Select.ItemIndicator>
                    <Check aria-hidden size={18} />
                  </Select.ItemIndicator>
                </Select.Item>
              ))}
            </Select.Viewport>
          </Select.Content>
        </Select.Portal>
      )}
    </Select.Root>
  );
});
