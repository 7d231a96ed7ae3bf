/** The stand-in for a scanner: types a code the way a real one does, whatever language the screen is in. */
export function simulateScan(code: string): void {
  for (const key of [...code, 'Enter']) {
    window.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true }));
  }
}
