import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { ALL_UNKNOWN, type Traits } from '../safety/traits.ts';
import { formatStrength } from '../strength/formatStrength.ts';
import type { Fraction } from '../strength/strength.ts';
import { firstDraft } from './firstDraft.ts';
import { bandsOf, findingFacts, judgeCell, mayPublish, type Standards } from './judge.ts';
import { DWELL, f, GROUND, mix, parts, percent } from './madeUp.ts';
import type { MixCell } from './recipe.ts';

const written = (cells: readonly MixCell[]) => cells.map((c) => formatStrength(c.strength));

describe('a first draft from the label', () => {
  const band = { least: 0.02 as Fraction, most: 0.1 as Fraction, ends: [percent(2), percent(10)] as const };

  it('goes from the weakest to the strongest in even proportions, its ends as they are written', () => {
    expect(written(firstDraft(band, false, null, 1, null))).toEqual(['2 %', '1:30', '1:20', '1:15', '10 %']);
    expect(firstDraft(band, false, null, 1, DWELL)[2]?.dwell).toEqual({
      shortestS: 60,
      fromS: 180,
      toS: 240,
    });
  });

  it('is capped by the ceiling over the draw, and on the panel by the ceiling itself', () => {
    const strongest = (onPanel: boolean, ceiling: number, q: number) =>
      f(firstDraft(band, onPanel, ceiling, q, null)[4]?.strength ?? percent(1));
    // 1:19 as people mix it without going over: 1:20. And 1:17 likewise.
    expect(strongest(false, 0.05, 1)).toBeCloseTo(1 / 21, 12);
    expect(strongest(false, 0.005, 0.09)).toBeCloseTo(1 / 21, 12);
    expect(strongest(true, 0.05, 0.09)).toBeCloseTo(1 / 21, 12);
    // A ceiling the cannon never reaches caps nothing.
    expect(strongest(false, 0.05, 0.09)).toBeCloseTo(0.1, 12);
  });

  it('never leaves the band or the ceiling, and never gets weaker with soil', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 1e-4, max: 0.9, noNaN: true }),
        fc.double({ min: 1, max: 40, noNaN: true }),
        fc.double({ min: 1e-4, max: 1, noNaN: true }),
        fc.double({ min: 0.03, max: 1, noNaN: true }),
        (lo, width, ceiling, q) => {
          const [least, most] = [lo, Math.min(1, lo * width)] as Fraction[] as [Fraction, Fraction];
          const ends = [percent(least * 100), percent(most * 100)] as const;
          const made = firstDraft({ least, most, ends }, false, ceiling, q, null).map((c) => f(c.strength));
          const cap = Math.min(1, ceiling / q);
          made.forEach((x, k) => {
            expect(x).toBeLessThanOrEqual(Math.min(most, cap) * (1 + 1e-9));
            expect(x).toBeGreaterThanOrEqual(Math.min(least, cap) * (1 - 1e-9));
            if (k > 0) expect(x).toBeGreaterThanOrEqual((made[k - 1] ?? 0) * (1 - 1e-9));
          });
        },
      ),
    );
  });
});

describe('a cell against its limits', () => {
  const judged = (cell: MixCell, onPanel = false, more: Partial<Standards> = {}) =>
    judgeCell(cell, onPanel, { ...GROUND, ...more });
  const findings = (...asked: Parameters<typeof judged>) => {
    const verdict = judged(...asked);
    return verdict.ok ? verdict.value.findings : verdict.code;
  };

  it('is held to the label on the basis of the label, and to floor and ceiling on the panel alone', () => {
    expect(findings(mix(percent(4)))).toEqual([]);
    expect(findings(mix(percent(6)))).toEqual(['overCeiling']);
    expect(findings(mix(percent(12)))).toEqual(['overLabel', 'overCeiling']);
    expect(findings(mix(percent(0.5)))).toEqual(['underLabel', 'underFloor']);
    // 1:6 in a cannon that draws 9 %: 14.2857 % in the bottle is over its label, 1.2857 % on the panel is fine.
    const cannon = judged(mix(parts(6)), false, { q: 0.09 });
    expect(cannon).toMatchObject({ ok: true, value: { findings: ['overLabel'] } });
    expect(cannon.ok && cannon.value.panel).toBeCloseTo(0.01285714, 8);
    // The same label on the panel is held to what lands there.
    const bands = [{ least: 0.01 as Fraction, most: 0.02 as Fraction, basis: 'panel' as const }];
    expect(findings(mix(parts(6)), false, { q: 0.09, bands })).toEqual([]);
  });

  it('on the panel asks the bottle for what the draw leaves, and names the dial that would do', () => {
    const sevens = judged(mix(percent(1.5)), true, { q: 0.09, bands: [] });
    expect(sevens.ok && sevens.value.bottle).toBeCloseTo(1 / 6, 12);
    const refused = judged(mix(percent(12)), true, { q: 0.09, others: [{ name: 'open', q: 0.14 }] });
    expect(refused).toMatchObject({
      ok: false,
      code: 'panel.impossible',
      facts: { enough: { name: 'open' } },
    });
  });

  it('is refused where no reason makes it good', () => {
    expect(findings(mix(parts(4)), false, { state: 'readyToUse', bands: [] })).toBe('strength.readyToUse');
    expect(findings(mix(percent(0)))).toBe('strength.nothing');
    const dwell = (shortestS: number, fromS: number, toS: number) =>
      mix(percent(4), { dwell: { shortestS, fromS, toS } });
    expect(findings(dwell(60, 240, 180))).toBe('dwell.order');
    expect(findings(dwell(300, 240, 260))).toBe('dwell.shortest');
    expect(findings(dwell(60, 240, 360))).toEqual(['overLongest']);
    expect(findings(dwell(30, 45, 60))).toEqual(['underShortest']);
    const traits: Traits = { ...ALL_UNKNOWN, neverExceedDwell: 'yes' };
    expect(findings(dwell(60, 240, 360), false, { traits })).toBe('dwell.never');
  });

  it('outside a limit is published only with a reason, and each finding says what would work', () => {
    const no = mayPublish(mix(percent(12)), false, GROUND);
    expect(no).toMatchObject({
      ok: false,
      code: 'recipe.reason',
      facts: { finding: 'overLabel', limit: 0.1, basis: 'bottle' },
      of: { soil: 3 },
    });
    expect(mayPublish(mix(percent(12), { reason: 'Quarry trucks only' }), false, GROUND).ok).toBe(true);
    // A hard refusal stays one, whatever the reason.
    const rtu = { ...GROUND, state: 'readyToUse' as const };
    expect(mayPublish(mix(percent(12), { reason: 'because' }), false, rtu).ok).toBe(false);
    expect(findingFacts('overCeiling', { ...GROUND, q: 0.1 })).toEqual({
      finding: 'overCeiling',
      limit: 0.05,
      basis: 'panel',
      q: 0.1,
    });
  });

  it('keeps bands on different bases apart', () => {
    const entry = (fraction: number, basis: 'bottle' | 'panel') => ({
      fraction,
      basis,
      use: 'foam' as const,
    });
    const bands = bandsOf([entry(0.1, 'bottle'), entry(0.01, 'panel'), entry(0.02, 'panel')], 'foam');
    expect(bands).toEqual([
      { least: 0.1, most: 0.1, basis: 'bottle' },
      { least: 0.01, most: 0.02, basis: 'panel' },
    ]);
    expect(bandsOf([], 'foam')).toEqual([]);
  });
});
