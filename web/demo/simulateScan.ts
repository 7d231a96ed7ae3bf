/**
 * The stand-in for a scanner: types a code the way a real one does, whatever language the screen is in. Its keys carry
 * the moment they were sent at, as those of a real one do: a busy page takes them late, and they stay fast.
 */
export function simulateScan(code: string): void {
  const sentMs = performance.now();
  for (const [i, key] of [...code, 'Enter'].entries()) {
    const event = new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true });
    Object.defineProperty(event, 'timeStamp', { value: sentMs + i });
    window.dispatchEvent(event);
  }
}
