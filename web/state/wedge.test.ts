import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { Wedge } from './wedge.ts';

/** Types keys so many milliseconds apart and tells what was scanned. */
function type(wedge: Wedge, keys: string[], apartMs: number, fromMs = 1_000): (string | null)[] {
  return keys.map((key, i) => wedge.take(key, fromMs + i * apartMs));
}
const code = (text: string) => [...text, 'Enter'];

describe('a scanner that types', () => {
  it.each(['P-14', 'B-207', 'L-2', 'R-5', 'p-3'])('%s is heard at its Enter, in capitals', (text) => {
    const heard = type(new Wedge(), code(text), 5);
    expect(heard.at(-1)).toBe(text.toUpperCase());
    expect(heard.slice(0, -1).every((h) => h === null)).toBe(true);
  });

  it('holds Shift for its capitals, and is heard all the same', () => {
    expect(type(new Wedge(), ['Shift', 'P', '-', '1', '4', 'Enter'], 5).at(-1)).toBe('P-14');
  });

  it('is not heard where a hand types the same, or presses Enter late', () => {
    expect(type(new Wedge(), code('P-14'), 80).at(-1)).toBeNull();
    const wedge = new Wedge();
    type(wedge, [...'P-14'], 5);
    expect(wedge.take('Enter', 2_000)).toBeNull();
  });

  it('is not heard for what is no code of the shop', () => {
    for (const text of ['1:12', 'Q-14', 'P14', 'P-', 'P-1234567890', 'hello']) {
      expect(type(new Wedge(), code(text), 5).at(-1)).toBeNull();
    }
  });

  it('starts afresh after a hand’s pause: what was typed before is no part of the code', () => {
    const wedge = new Wedge();
    type(wedge, [...'75'], 200);
    expect(wedge.fresh).toBe(true);
    const heard = type(wedge, code('P-14'), 5, 10_000);
    expect(heard.at(-1)).toBe('P-14');
  });

  it('says where a burst began, so that a field can be set back to what it held', () => {
    const wedge = new Wedge();
    wedge.take('P', 1_000);
    expect(wedge.fresh).toBe(true);
    wedge.take('-', 1_005);
    expect(wedge.fresh).toBe(false);
  });

  it('hears two codes in a row, and nothing between them', () => {
    const wedge = new Wedge();
    const heard = [...type(wedge, code('L-2'), 5, 1_000), ...type(wedge, code('P-14'), 5, 1_400)];
    expect(heard.filter((h) => h !== null)).toEqual(['L-2', 'P-14']);
  });

  it('never takes slow hands for a scanner, whatever they type', () => {
    fc.assert(
      fc.property(
        fc.array(fc.constantFrom('P', '-', '1', 'Enter', 'Shift', 'Backspace', 'b'), { maxLength: 40 }),
        (keys) => {
          expect(type(new Wedge(), keys, 31).every((h) => h === null)).toBe(true);
        },
      ),
    );
  });
});
