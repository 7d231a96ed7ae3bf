import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { judgeCell } from './judge.ts';
import { f, GROUND, mix, parts } from './madeUp.ts';
import { LOOKED_AT, OUTCOMES, suggestStep, tallyOf } from './outcomes.ts';
import type { MixCell } from './recipe.ts';

describe('what was noted', () => {
  const notes = (n: number, kind: 'film' | 'noBite' | 'dried' | 'ranOff', good: number) => [
    ...Array<typeof kind>(n).fill(kind),
    ...Array<'good'>(good).fill('good'),
  ];
  const suggest = (cell: MixCell, ...said: Parameters<typeof notes>) =>
    suggestStep(cell, tallyOf(notes(...said)), 300, (c) => {
      const verdict = judgeCell(c, false, GROUND);
      return verdict.ok && verdict.value.findings.length === 0;
    });

  it('counts the last twelve, most often first', () => {
    expect(tallyOf(notes(3, 'film', 20))).toEqual({
      of: 12,
      counts: [
        { kind: 'good', n: 9 },
        { kind: 'film', n: 3 },
      ],
    });
    expect(tallyOf([])).toEqual({ of: 0, counts: [] });
  });

  it('three of twelve with a film suggest one step weaker; two say too little', () => {
    const step = suggest(mix(parts(20)), 3, 'film', 9);
    expect(step).toMatchObject({ kind: 'film', n: 3, of: 12, cell: { strength: parts(25) } });
    expect(suggest(mix(parts(20)), 2, 'film', 10)).toBeNull();
    // As weak as the label: no step that leaves it.
    expect(suggest(mix(parts(49)), 3, 'film', 0)).toMatchObject({ cell: null });
  });

  it('no bite asks for longer before stronger, and dried for sooner', () => {
    const cell = mix(parts(30), { dwell: { shortestS: 60, fromS: 180, toS: 240 } });
    expect(suggest(cell, 4, 'noBite', 2)).toMatchObject({
      cell: { strength: parts(30), dwell: { fromS: 240, toS: 300 } },
    });
    const longest = mix(parts(30), { dwell: { shortestS: 60, fromS: 240, toS: 300 } });
    expect(suggest(longest, 4, 'noBite', 2)).toMatchObject({ cell: { strength: parts(25) } });
    expect(suggest(cell, 3, 'dried', 0)).toMatchObject({ cell: { dwell: { fromS: 180, toS: 180 } } });
    expect(suggest(cell, 3, 'ranOff', 0)).toMatchObject({ cell: null });
  });
});

describe('whatever was noted', () => {
  const fits = (cell: MixCell) => {
    const verdict = judgeCell(cell, false, GROUND);
    return verdict.ok && verdict.value.findings.length === 0;
  };
  const notes = fc.array(fc.constantFrom(...OUTCOMES), { maxLength: 30 });
  const dwell = fc
    .tuple(
      fc.integer({ min: 60, max: 120 }),
      fc.integer({ min: 0, max: 60 }),
      fc.integer({ min: 0, max: 60 }),
    )
    .map(([shortestS, a, b]) => ({ shortestS, fromS: shortestS + a, toS: shortestS + a + b }));
  const cell = fc
    .tuple(fc.integer({ min: 20, max: 49 }), fc.option(dwell))
    .map(([water, time]) => mix(parts(water), { dwell: time }));

  it('a tally counts the newest alone, and no more than there are', () => {
    fc.assert(
      fc.property(notes, (all) => {
        const { of, counts } = tallyOf(all);
        expect(of).toBe(Math.min(LOOKED_AT, all.length));
        expect(counts.reduce((sum, c) => sum + c.n, 0)).toBe(of);
        expect(tallyOf([...all.slice(0, LOOKED_AT), ...all])).toEqual(
          all.length >= LOOKED_AT ? tallyOf(all) : tallyOf([...all, ...all]),
        );
      }),
    );
  });

  it('a step that is suggested never leaves a limit, nor makes worse what was noted', () => {
    fc.assert(
      fc.property(cell, notes, (at, all) => {
        const said = suggestStep(at, tallyOf(all), 300, fits);
        if (!said) return;
        expect(said.why).toMatch(/\.$/);
        expect(said.n).toBeGreaterThanOrEqual(3);
        if (!said.cell) return;
        expect(fits(said.cell)).toBe(true);
        const stronger = f(said.cell.strength) / f(at.strength);
        if (said.kind === 'film' || said.kind === 'streaked') expect(stronger).toBeLessThan(1);
        if (said.kind === 'noBite') {
          const longer = (said.cell.dwell?.toS ?? 0) > (at.dwell?.toS ?? 0);
          expect(longer || stronger > 1).toBe(true);
        }
        if (said.kind === 'dried') expect(said.cell.dwell?.toS).toBeLessThan(at.dwell?.toS ?? 0);
      }),
    );
  });
});
