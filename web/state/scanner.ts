import { useLayoutEffect, useRef } from 'react';
import { KeyboardScanner } from './keyboardScanner.ts';

type Scanned = (code: string) => void;
const listeners: Scanned[] = [];
const keyboardScanner = new KeyboardScanner();
let field: { el: HTMLInputElement; value: string } | null = null;

/** Watches every key of the page; what a scanner typed into a field by mistake is taken out of it again. */
function onKey(event: KeyboardEvent): void {
  const code = keyboardScanner.take(event.key, event.timeStamp);
  if (keyboardScanner.fresh) {
    const at = event.target;
    field = at instanceof HTMLInputElement ? { el: at, value: at.value } : null;
  }
  if (code === null) return;
  event.preventDefault();
  event.stopPropagation();
  if (field) restore(field.el, field.value);
  listeners.at(-1)?.(code);
}

/** Sets a field back the way React hears of it. */
function restore(el: HTMLInputElement, value: string): void {
  Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value')?.set?.call(el, value);
  el.dispatchEvent(new Event('input', { bubbles: true }));
}

/** What was scanned some other way than by keys: whoever waits for a code hears it. */
export const announceScan = (code: string): void => listeners.at(-1)?.(code);

/** Hears what is scanned, while nobody who asked later does. */
export function useScanner(heard: Scanned): void {
  const latest = useRef(heard);
  useLayoutEffect(() => {
    latest.current = heard;
  });
  // From the moment the page is drawn on: what is scanned before a later effect ran would be lost.
  useLayoutEffect(() => {
    const mine: Scanned = (code) => latest.current(code);
    if (listeners.length === 0) window.addEventListener('keydown', onKey, { capture: true });
    listeners.push(mine);
    return () => {
      listeners.splice(listeners.indexOf(mine), 1);
      if (listeners.length === 0) window.removeEventListener('keydown', onKey, { capture: true });
    };
  }, []);
}
