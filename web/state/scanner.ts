import { useEffect, useRef } from 'react';

/** Keys that come faster than any hand: a barcode scanner types what it reads and ends it with Enter. */
const FASTEST_HAND_MS = 30;
const CODE = /^[PBL]-\d{1,9}$/i;

type Scanned = (code: string) => void;
const listeners: Scanned[] = [];

let typed = '';
let lastMs = 0;
let field: { el: HTMLInputElement; value: string } | null = null;

/** Watches every key of the page; what a scanner typed into a field by mistake is taken out of it again. */
function onKey(event: KeyboardEvent): void {
  const nowMs = event.timeStamp;
  const fast = nowMs - lastMs < FASTEST_HAND_MS;
  lastMs = nowMs;
  if (event.key === 'Enter' && fast && CODE.test(typed)) {
    const code = typed.toUpperCase();
    event.preventDefault();
    event.stopPropagation();
    if (field) restore(field.el, field.value);
    typed = '';
    listeners.at(-1)?.(code);
    return;
  }
  if (event.key.length !== 1) {
    if (event.key !== 'Shift') typed = '';
    return;
  }
  if (!fast) {
    typed = '';
    const at = event.target;
    field = at instanceof HTMLInputElement ? { el: at, value: at.value } : null;
  }
  typed += event.key;
}

/** Sets a field back the way React hears of it. */
function restore(el: HTMLInputElement, value: string): void {
  Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value')?.set?.call(el, value);
  el.dispatchEvent(new Event('input', { bubbles: true }));
}

/** Hears what is scanned, while nobody who asked later does. */
export function useScanner(heard: Scanned): void {
  const latest = useRef(heard);
  useEffect(() => {
    latest.current = heard;
  });
  useEffect(() => {
    const mine: Scanned = (code) => latest.current(code);
    if (listeners.length === 0) window.addEventListener('keydown', onKey, { capture: true });
    listeners.push(mine);
    return () => {
      listeners.splice(listeners.indexOf(mine), 1);
      if (listeners.length === 0) window.removeEventListener('keydown', onKey, { capture: true });
    };
  }, []);
}

/** The stand-in for a scanner: types a code the way a real one does. */
export function simulateScan(code: string): void {
  for (const key of [...code, 'Enter']) {
    window.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true }));
  }
}
