import { useEffect, useRef, useState } from 'react';
import { useSession } from '../../lib/session.tsx';
import { t } from '../../lib/speech.ts';
import { type PadFor, padKeys, pressed, withoutLast } from './keypadKeys.ts';

/** Opens the keypad for a field that was touched, and closes it when something else is. */
export function useKeypad() {
  const ref = useRef<HTMLDivElement>(null);
  const [touch, setTouch] = useState(false);
  const [shown, setShown] = useState(false);
  useEffect(() => {
    if (!shown) return;
    ref.current?.scrollIntoView({ block: 'nearest' });
    const outside = (event: PointerEvent) => {
      if (!ref.current?.contains(event.target as Node)) setShown(false);
    };
    window.addEventListener('pointerdown', outside);
    return () => window.removeEventListener('pointerdown', outside);
  }, [shown]);
  return {
    ref,
    touch,
    shown,
    /** Called with the click, not the touch before it: else the end of the same touch would press a key. */
    open: (pointerType: string | undefined) => {
      if (pointerType !== 'touch') return;
      setTouch(true);
      setShown(true);
    },
    close: () => setShown(false),
  };
}

const DIGITS = [
  ['1', '2', '3'],
  ['4', '5', '6'],
  ['7', '8', '9'],
];

/**
 * Digits, and beside them what this field takes, large enough for a wet glove; laid out so that no system keyboard covers
 * the numbers.
 */
export function Keypad(props: {
  label: string;
  value: string;
  of: PadFor;
  /** Volumes with names of their own there. */
  words?: readonly string[] | undefined;
  onChange: (text: string) => void;
  close: () => void;
}) {
  const { label, value, of, words, onChange, close } = props;
  const { shop } = useSession();
  const extra = padKeys(of, shop.units, words);
  const wide = extra.length > 0;
  const key = (says: string) => (
    <Key key={says} says={says} press={() => onChange(pressed(value, says, of))} />
  );
  const beside = (row: number) => wide && (extra[row] ? key(extra[row]) : <span key={`none ${row}`} />);
  const more = extra.slice(4);
  return (
    <fieldset
      aria-label={t('Keys for {0}', label)}
      className={`mt-3 grid gap-2 max-lg:fixed max-lg:inset-x-0 max-lg:bottom-0 max-lg:z-20 max-lg:border-t-2 max-lg:border-ink max-lg:bg-ground max-lg:p-3 ${wide ? 'grid-cols-4' : 'grid-cols-3'}`}
    >
      {DIGITS.map((digits, row) => [...digits.map(key), beside(row)])}
      {key('.')}
      {key('0')}
      <Key says={t('Back')} press={() => onChange(withoutLast(value))} />
      {beside(3)}
      {more.map(key)}
      <Key says={t('Done')} press={close} last={wide ? 4 - (more.length % 4) : 3} />
    </fieldset>
  );
}

const SPANS: Record<number, string> = {
  1: '',
  2: 'col-span-2',
  3: 'col-span-3',
  4: 'col-span-4',
};

function Key({ says, press, last = 1 }: { says: string; press: () => void; last?: number }) {
  return (
    <button
      type="button"
      className={`reading min-h-14 rounded-[2px] border border-ink text-xl active:bg-ink active:text-ground ${SPANS[last]}`}
      onClick={press}
    >
      {says}
    </button>
  );
}
