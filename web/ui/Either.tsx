import { RadioGroup } from 'radix-ui';
import { useId } from 'react';
import { byArrows } from './byArrows.ts';

/** One of a few, side by side, large enough for a wet glove. */
export function Either<V extends string>(props: {
  label: string;
  /** Its label stands above it; else it is only read aloud. */
  titled?: boolean;
  value: V;
  options: readonly { value: V; name: string; disabled?: boolean }[];
  onChange: (value: V) => void;
}) {
  const { label, titled = false, value, options, onChange } = props;
  const id = useId();
  return (
    <div>
      <span id={id} className={titled ? 'caps mb-1 block text-muted' : 'sr-only'}>
        {label}
      </span>
      <RadioGroup.Root
        aria-labelledby={id}
        value={value}
        onValueChange={(chosen) => onChange(chosen as V)}
        onKeyDown={byArrows}
        className="flex flex-wrap border border-ink"
      >
        {options.map((option) => (
          <RadioGroup.Item
            key={option.value}
            value={option.value}
            disabled={option.disabled ?? false}
            className="min-h-16 flex-1 px-1 text-center leading-tight disabled:text-muted disabled:line-through data-[state=checked]:bg-ink data-[state=checked]:text-ground lg:min-h-13"
          >
            {option.name}
          </RadioGroup.Item>
        ))}
      </RadioGroup.Root>
    </div>
  );
}
