import { describe, expect, it } from 'vitest';
import { levelServed } from './levelServed.ts';
import { mix, parts } from './madeUp.ts';
import type { RecipeCell } from './recipe.ts';

const cells: RecipeCell[] = [
  mix(parts(12), { soil: 0 }),
  mix(parts(8), { soil: 1 }),
  mix(parts(8), { soil: 2 }),
  mix(parts(5), { soil: 3 }),
  { soil: 4, kind: 'not', instead: '' },
];
const recipe = { cells, onPanel: false };

describe('a mix that came out wrong', () => {
  it('is as good as made for another level, within a few hundredths', () => {
    // 150 ml in 900 ml is 1:5; meant was 1:8, 100 ml.
    expect(levelServed(recipe, 150 / 900, 2)).toBe(3);
    expect(levelServed(recipe, (150 / 900) * 1.029, 2)).toBe(3);
    expect(levelServed(recipe, (150 / 900) * 1.04, 2)).toBeNull();
    // Of two levels at one strength the nearer one.
    expect(levelServed(recipe, 1 / 9, 3)).toBe(2);
    expect(levelServed(recipe, 1 / 9, 0)).toBe(1);
  });

  it('needs no other name where it is what it was meant to be, serves none, or holds on the panel', () => {
    expect(levelServed(recipe, 1 / 9, 2)).toBeNull();
    expect(levelServed(recipe, 0.3, 2)).toBeNull();
    expect(levelServed({ ...recipe, onPanel: true }, 150 / 900, 2)).toBeNull();
  });
});
