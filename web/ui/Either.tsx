import { RadioGroup } from 'radix-ui';

/** One of two, side by side, large enough for a wet glove. */
export function Either<V extends string>(props: {
  label: string;
  value: V;
  options: readonly { value: V; name: string }[];
  onChange: (value: V) => void;
}) {
  const { label, value, options, onChange } = props;
  return (
    <RadioGroup.Root
      aria-label={label}
      value={value}
      onValueChange={(chosen) => onChange(chosen as V)}
      className="grid grid-cols-2 border border-ink"
    >
      {options.map((option) => (
        <RadioGroup.Item
          key={option.value}
          value={option.value}
          className="min-h-16 px-2 leading-tight data-[state=checked]:bg-ink data-[state=checked]:text-ground lg:min-h-13"
        >
          {option.name}
        </RadioGroup.Item>
      ))}
    </RadioGroup.Root>
  );
}
