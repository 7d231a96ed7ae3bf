import type { KeyboardEvent, ReactNode } from 'react';
import type { Refusal as CoreRefusal } from '#core/outcome.ts';
import { TypedField } from '../../ui/Labelled.tsx';
import { Refusal } from '../../ui/Refusal.tsx';
import { Keypad, useKeypad } from './Keypad.tsx';
import type { PadFor } from './keypadKeys.ts';

/** An amount or a strength at the Bench. Where people touch the screen it is typed on the shop's own keypad. */
export function AmountField(props: {
  label: string;
  value: string;
  refusal: CoreRefusal | undefined;
  placeholder?: string;
  hint?: ReactNode;
  /** What it takes: a volume where nothing is said. */
  of?: PadFor;
  /** What it is found by, from elsewhere on the Bench. */
  name?: string;
  /** Volumes with names of their own that are read here. */
  words?: readonly string[];
  onChange: (text: string) => void;
  onKeyDown?: (event: KeyboardEvent) => void;
}) {
  const { label, value, refusal, placeholder, hint, of = 'volume', name, words, onChange, onKeyDown } = props;
  const pad = useKeypad();
  return (
    <div ref={pad.ref} className="max-lg:scroll-mt-34 max-lg:scroll-mb-108">
      <TypedField
        label={label}
        name={name}
        error={refusal && <Refusal problem={refusal} />}
        hint={hint}
        className="reading min-h-16 text-[1.4rem]"
        inputMode={pad.touch ? 'none' : 'text'}
        value={value}
        placeholder={placeholder}
        onChange={(e) => onChange(e.target.value)}
        onClick={(e) => pad.open((e.nativeEvent as PointerEvent).pointerType)}
        onKeyDown={onKeyDown}
      />
      {pad.shown && (
        <Keypad label={label} value={value} of={of} words={words} onChange={onChange} close={pad.close} />
      )}
    </div>
  );
}
