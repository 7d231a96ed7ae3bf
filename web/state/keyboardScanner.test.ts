import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { KeyboardScanner } from './keyboardScanner.ts';

/** Types keys so many milliseconds apart and tells what was scanned. */
function type(
  keyboardScanner: KeyboardScanner,
  keys: string[],
  apartMs: number,
  fromMs = 1_000,
): (string | null)[] {
  return keys.map((key, i) => keyboardScanner.take(key, fromMs + i * apartMs));
}
const code = (text: string) => [...text, 'Enter'];

describe('a scanner that types', () => {
  it.each(['P-14', 'B-207', 'L-2', 'R-5', 'p-3'])('%s is heard at its Enter, in capitals', (text) => {
    const heard = type(new KeyboardScanner(), code(text), 5);
    expect(heard.at(-1)).toBe(text.toUpperCase());
    expect(heard.slice(0, -1).every((h) => h === null)).toBe(true);
  });

  it('holds Shift for its capitals, and is heard all the same', () => {
    expect(type(new KeyboardScanner(), ['Shift', 'P', '-', '1', '4', 'Enter'], 5).at(-1)).toBe('P-14');
  });

  it('is not heard where a hand types the same, or presses Enter late', () => {
    expect(type(new KeyboardScanner(), code('P-14'), 80).at(-1)).toBeNull();
    const keyboardScanner = new KeyboardScanner();
    type(keyboardScanner, [...'P-14'], 5);
    expect(keyboardScanner.take('Enter', 2_000)).toBeNull();
  });

  it('is not heard for what is no code of the shop', () => {
    for (const text of ['1:12', 'Q-14', 'P14', 'P-', 'P-1234567890', 'hello']) {
      expect(type(new KeyboardScanner(), code(text), 5).at(-1)).toBeNull();
    }
  });

  it('starts afresh after a hand’s pause: what was typed before is no part of the code', () => {
    const keyboardScanner = new KeyboardScanner();
    type(keyboardScanner, [...'75'], 200);
    expect(keyboardScanner.fresh).toBe(true);
    const heard = type(keyboardScanner, code('P-14'), 5, 10_000);
    expect(heard.at(-1)).toBe('P-14');
  });

  it('says where a burst began, so that a field can be set back to what it held', () => {
    const keyboardScanner = new KeyboardScanner();
    keyboardScanner.take('P', 1_000);
    expect(keyboardScanner.fresh).toBe(true);
    keyboardScanner.take('-', 1_005);
    expect(keyboardScanner.fresh).toBe(false);
  });

  it('hears two codes in a row, and nothing between them', () => {
    const keyboardScanner = new KeyboardScanner();
    const heard = [
      ...type(keyboardScanner, code('L-2'), 5, 1_000),
      ...type(keyboardScanner, code('P-14'), 5, 1_400),
    ];
    expect(heard.filter((h) => h !== null)).toEqual(['L-2', 'P-14']);
  });

  it('never takes slow hands for a scanner, whatever they type', () => {
    fc.assert(
      fc.property(
        fc.array(fc.constantFrom('P', '-', '1', 'Enter', 'Shift', 'Backspace', 'b'), { maxLength: 40 }),
        (keys) => {
          expect(type(new KeyboardScanner(), keys, 31).every((h) => h === null)).toBe(true);
        },
      ),
    );
  });
});
