import { useEffect, useRef, useState } from 'react';
import { useSession } from '../lib/session.tsx';
import { t } from '../lib/speech.ts';

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

const UNIT_KEYS = () => ({
  metric: ['ml', 'l'],
  us: [t('us oz'), t('us gal')],
  imperial: [t('imp oz'), t('imp gal')],
});

/** Digits and units large enough for a wet glove, laid out so that no system keyboard covers the numbers. */
export function Keypad(props: {
  label: string;
  value: string;
  strength: boolean;
  onChange: (text: string) => void;
  close: () => void;
}) {
  const { label, value, strength, onChange, close } = props;
  const { shop } = useSession();
  const extra = strength ? [':', '%'] : UNIT_KEYS()[shop.units];
  const rows = [
    ['1', '2', '3'],
    ['4', '5', '6'],
    ['7', '8', '9'],
    ['.', '0', t('Back')],
    [...extra, t('Done')],
  ];
  const press = (key: string) => {
    if (key === 'Done') return close();
    if (key === 'Back') return onChange(value.trimEnd().slice(0, -1));
    if (strength || /[\d.]/.test(key)) return onChange(key === '%' ? `${value}%` : value + key);
    // A unit replaces the one that was there.
    onChange(`${value.replace(/[^\d.,/ ]+.*$/, '').trimEnd()} ${key}`);
  };
  return (
    <fieldset
      aria-label={t('Keys for {0}', label)}
      className="mt-3 grid grid-cols-3 gap-3 max-lg:fixed max-lg:inset-x-0 max-lg:bottom-0 max-lg:z-20 max-lg:border-t-2 max-lg:border-ink max-lg:bg-ground max-lg:p-3"
    >
      {rows.flat().map((key) => (
        <button
          key={key}
          type="button"
          className="reading min-h-16 rounded-[2px] border border-ink text-xl active:bg-ink active:text-ground"
          onClick={() => press(key)}
        >
          {key}
        </button>
      ))}
    </fieldset>
  );
}
