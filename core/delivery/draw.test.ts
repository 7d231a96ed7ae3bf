import { describe, expect, it } from 'vitest';
import { simulateStrength } from '../mixing/tolerance.ts';
import { fractionOf } from '../strength/strength.ts';
import { bottleForPanel, dialCanClose, panelFraction, spreadOfDraw, UNMEASURED_DRAW } from './draw.ts';

const parts = (water: number) => {
  const f = fractionOf({ notation: 'parts', water });
  if (!f.ok) throw new Error(f.code);
  return f.value;
};
const percent = (p: number) => {
  const f = fractionOf({ notation: 'percent', percent: p });
  if (!f.ok) throw new Error(f.code);
  return f.value;
};

describe('what reaches the panel', () => {
  it('is the bottle times the draw: 1:6 at 9 % is 1.285714 %', () => {
    expect(parts(6) * 100).toBeCloseTo(14.2857, 4);
    expect(panelFraction(parts(6), 0.09) * 100).toBeCloseTo(1.285714, 6);
  });

  it('asks 1:5 of the bottle for 1.5 % on the panel at 9 %: 150 ml and 750 ml in 900 ml', () => {
    const bottle = bottleForPanel(percent(1.5), 0.09);
    expect(bottle.ok && bottle.value * 100).toBeCloseTo(16.6667, 4);
    expect(bottle.ok && Math.round(bottle.value * 900)).toBe(150);
  });

  it('refuses 12 % at a draw of 9 %, and says what would work', () => {
    const refused = bottleForPanel(percent(12), 0.09);
    expect(refused).toMatchObject({
      ok: false,
      code: 'panel.impossible',
      facts: { q: 0.09, panel: 0.12, enough: null },
    });
    const open = bottleForPanel(percent(12), 0.09, [
      { name: 'wide open', q: 0.2 },
      { name: 'half', q: 0.13 },
      { name: 'closed', q: 0.03 },
    ]);
    expect(open).toMatchObject({ facts: { enough: { name: 'half', q: 0.13 } } });
  });

  it('takes neat product where the target is exactly the draw, and says when the dial can be closed', () => {
    expect(bottleForPanel(percent(9), 0.09)).toMatchObject({ ok: true, value: 1 });
    expect(dialCanClose(percent(1.9), 0.2)).toBe(true);
    expect(dialCanClose(percent(1.9), 1)).toBe(false);
    expect(dialCanClose(percent(2.1), 0.2)).toBe(false);
  });
});

describe('a draw in the simulation', () => {
  const mix = {
    product: [{ name: 'syringe', ul: 100_000, spread: { relative: 0 } }],
    water: { name: 'fill line', ul: 0, spread: { relative: 0 } },
    assay: 0,
  };

  it('never measured has its median at 8 % and nine in ten between 4 and 14 %', () => {
    const spread = simulateStrength(
      { ...mix, draw: { q: UNMEASURED_DRAW.q, spread: spreadOfDraw(UNMEASURED_DRAW) } },
      200_000,
      3,
    );
    expect(spread.median * 100).toBeCloseTo(8, 1);
    expect(spread.p5 * 100).toBeCloseTo(4, 1);
    expect(spread.p95 * 100).toBeCloseTo(14, 0);
  });

  it('measured is as wide as it was measured, and after one run a tenth', () => {
    const width = (known: 'measured' | 'oneRun', u: number) => {
      const draw = { q: 0.09, known, u, from: null, to: null };
      const s = simulateStrength({ ...mix, draw: { q: 0.09, spread: spreadOfDraw(draw) } }, 200_000, 5);
      return Math.log(s.p95 / s.p5) / (2 * 1.644854);
    };
    expect(width('measured', 0.03)).toBeCloseTo(0.03, 3);
    expect(width('oneRun', 0)).toBeCloseTo(0.1, 2);
  });
});
