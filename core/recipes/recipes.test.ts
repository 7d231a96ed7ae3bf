import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { ALL_UNKNOWN, type Traits } from '../safety/traits.ts';
import { SOIL_LEVELS } from '../soil/soil.ts';
import { areaOfZones, BODY } from '../soil/zones.ts';
import { formatStrength } from '../strength/formatStrength.ts';
import { type Fraction, fractionOf, type Strength } from '../strength/strength.ts';
import { type CompareGround, compareRecipes, differenceInWords } from './compare.ts';
import { firstDraft } from './firstDraft.ts';
import { bandsOf, findingInWords, type Ground, judgeCell, mayPublish } from './judge.ts';
import { suggestStep, tallyOf } from './outcomes.ts';
import { mixPerVehicle } from './perVehicle.ts';
import type { MixCell, Recipe } from './recipe.ts';
import { shiftRungs, stepStrength } from './rungs.ts';
import { sameCell, sameRecipe } from './same.ts';

const parts = (water: number): Strength => ({ notation: 'parts', water });
const percent = (p: number): Strength => ({ notation: 'percent', percent: p });
const f = (strength: Strength): number => {
  const read = fractionOf(strength);
  if (!read.ok) throw new Error(read.reason);
  return read.value;
};
const written = (cells: readonly { kind: string; strength?: Strength }[]) =>
  cells.map((c) => (c.strength ? formatStrength(c.strength) : 'not'));

const DWELL = { shortestS: 60, fromS: 180, toS: 240, longestS: 300 };
const GROUND: Ground = {
  name: 'Pre-wash',
  state: 'concentrate',
  traits: ALL_UNKNOWN,
  bands: [{ least: 0.02 as Fraction, most: 0.1 as Fraction, basis: 'bottle' }],
  use: { panelFloor: 0.01, panelCeiling: 0.05, dwell: DWELL },
  q: 1,
  others: [],
};
const mix = (strength: Strength, more: Partial<MixCell> = {}): MixCell => ({
  soil: 3,
  kind: 'mix',
  strength,
  dwell: null,
  reason: '',
  ...more,
});

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
  const judged = (cell: MixCell, onPanel = false, more: Partial<Ground> = {}) =>
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
    expect(refused).toMatchObject({ ok: false, code: 'panel.impossible' });
    expect(!refused.ok && refused.remedy).toContain('open');
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
    expect(no).toMatchObject({ ok: false, code: 'recipe.reason', field: 'Reason' });
    expect(!no.ok && no.reason).toBe('At heavy: Stronger than its label. It needs a reason.');
    expect(!no.ok && no.remedy).toContain('10 %');
    expect(mayPublish(mix(percent(12), { reason: 'Quarry trucks only' }), false, GROUND).ok).toBe(true);
    // A hard refusal stays one, whatever the reason.
    const rtu = { ...GROUND, state: 'readyToUse' as const };
    expect(mayPublish(mix(percent(12), { reason: 'because' }), false, rtu).ok).toBe(false);
    const words = findingInWords('overCeiling', { ...GROUND, q: 0.1 });
    expect(words.remedy).toContain('50 % in the bottle at this draw');
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

describe('rungs', () => {
  it('step along the figures people mix to, in the notation written', () => {
    expect(formatStrength(stepStrength(parts(40), 'stronger'))).toBe('1:30');
    expect(formatStrength(stepStrength(parts(40), 'weaker'))).toBe('1:50');
    expect(formatStrength(stepStrength(parts(37), 'weaker'))).toBe('1:40');
    expect(formatStrength(stepStrength(percent(4), 'stronger'))).toBe('5 %');
    expect(formatStrength(stepStrength({ notation: 'inTotal', total: 10 }, 'stronger'))).toBe('1 in 8');
    expect(formatStrength(stepStrength(parts(1), 'stronger'))).toBe('neat');
    expect(stepStrength(percent(100), 'stronger')).toEqual(percent(100));
  });

  it('shift a whole recipe: each level takes the one beside it, the end goes on in proportion', () => {
    const cells = [40, 30, 20, 15, 10].map((w, soil) => mix(parts(w), { soil: soil as 0 }));
    const edge = { least: (1 / 61) as Fraction, most: 0.2 as Fraction };
    expect(written(shiftRungs(cells, 'weaker', edge))).toEqual(['1:50', '1:40', '1:30', '1:20', '1:15']);
    expect(written(shiftRungs(cells, 'stronger', edge))).toEqual(['1:30', '1:20', '1:15', '1:10', '1:7']);
    // Not past the edge.
    const tight = { least: (1 / 41) as Fraction, most: (1 / 11) as Fraction };
    expect(written(shiftRungs(cells, 'weaker', tight))[0]).toBe('1:40');
    // Levels it is not for stay as they are, and are stepped over.
    const holed = cells.map((c) =>
      c.soil === 1 ? { soil: 1 as const, kind: 'not' as const, instead: '' } : c,
    );
    expect(written(shiftRungs(holed, 'weaker', edge))).toEqual(['1:60', 'not', '1:40', '1:20', '1:15']);
  });

  it('always move the way they were asked, or stay', () => {
    const strength = fc.oneof(
      fc.double({ min: 0.6, max: 2000, noNaN: true }).map(parts),
      fc.double({ min: 0.01, max: 100, noNaN: true }).map(percent),
    );
    fc.assert(
      fc.property(strength, (s) => {
        expect(f(stepStrength(s, 'weaker'))).toBeLessThanOrEqual(f(s) * (1 + 1e-9));
        expect(f(stepStrength(s, 'stronger'))).toBeGreaterThanOrEqual(f(s) * (1 - 1e-9));
      }),
    );
    fc.assert(
      fc.property(fc.array(strength, { minLength: 1, maxLength: 5 }), (some) => {
        const cells = some.sort((a, b) => f(a) - f(b)).map((s, soil) => mix(s, { soil: soil as 0 }));
        const edge = { least: 0.001 as Fraction, most: 0.8 as Fraction };
        shiftRungs(cells, 'weaker', edge).forEach((c, i) => {
          const was = cells[i];
          if (c.kind === 'mix' && was)
            expect(f(c.strength)).toBeLessThanOrEqual(f(was.strength) * (1 + 1e-9));
        });
      }),
    );
  });
});

const RECIPE: Recipe = {
  name: 'Lower sides',
  productId: 1,
  use: 'preWash',
  vesselId: 2,
  dialId: null,
  machineId: null,
  onPanel: false,
  soilKinds: [],
  zones: ['lowers', 'rear'],
  film: 'pumpSprayer',
  rateMlPerM2: null,
  agitation: 'none',
  rinse: 'pressure',
  direction: 'bottomUp',
  cautions: '',
  cleanCheck: '',
  notes: '',
  cells: SOIL_LEVELS.map((soil) => mix(parts(40), { soil })),
};

describe('per vehicle', () => {
  it('a recipe takes its zones at its rate, the product’s, or the usual one', () => {
    expect(areaOfZones(BODY)).toBeCloseTo(14.7, 12);
    const take = (
      more: Partial<Recipe>,
      delivery: Parameters<typeof mixPerVehicle>[1],
      rate: number | null = null,
    ) => mixPerVehicle({ ...RECIPE, ...more }, delivery, { film: null, rateMlPerM2: rate }, 18_000_000);
    expect(take({ zones: ['lowers'] }, 'pumpSprayer')).toEqual({ ul: 156_000, by: 'area' });
    expect(take({ zones: [], film: null }, 'cannon')).toEqual({ ul: 514_500, by: 'area' });
    expect(take({ zones: ['lowers'] }, 'pumpSprayer', 100)).toEqual({ ul: 260_000, by: 'area' });
    expect(take({ zones: ['lowers'], rateMlPerM2: 50 }, 'pumpSprayer', 100)).toEqual({
      ul: 130_000,
      by: 'area',
    });
    expect(take({ zones: [], film: null }, 'bucket')).toEqual({ ul: 18_000_000, by: 'bucket' });
    expect(take({ zones: ['interior'], film: null }, 'cloth')).toBeNull();
  });
});

describe('two versions', () => {
  const ground: CompareGround = {
    productName: (id) => `product ${id}`,
    vesselName: (id) => `vessel ${id}`,
    dialName: (id) => `dial ${id}`,
    machineName: (id) => `machine ${id}`,
    // 156 ml a vehicle of a product at 6.30 a litre.
    minorPerVehicle: (_, cell) => 0.156 * 630 * f(cell.strength),
  };
  const change = (more: Partial<Recipe>) => compareRecipes(RECIPE, { ...RECIPE, ...more }, ground);
  const words = (more: Partial<Recipe>) => change(more).map((d) => differenceInWords(d, RECIPE.name, 'GBP'));

  it('differ in words and figures', () => {
    const cells = RECIPE.cells.map((c) => (c.soil === 3 ? mix(parts(30)) : c));
    expect(words({ cells })).toEqual([
      'Lower sides, heavy: 1:40 to 1:30, +32 % product, +£0.008 per vehicle',
    ]);
    expect(change({ cells })[0]?.moreProduct).toBeCloseTo(41 / 31 - 1, 12);
    const weaker = RECIPE.cells.map((c) => (c.soil === 0 ? mix(parts(80), { soil: 0 }) : c));
    expect(words({ cells: weaker })[0]).toMatch(/^Lower sides, dust: 1:40 to 1:80, −49 % product, −£0\.01/);
  });

  it('tell dwell, reasons, levels it is not for, and every other fact', () => {
    const dwell = { shortestS: 60, fromS: 180, toS: 300 };
    expect(
      words({
        cells: RECIPE.cells.map((c) =>
          c.soil === 2
            ? mix(parts(40), { soil: 2, dwell, reason: 'rail dust' })
            : c.soil === 4
              ? { soil: 4, kind: 'not', instead: 'rinse first' }
              : c,
        ),
        rinse: 'hose',
        zones: [],
        vesselId: 5,
      }),
    ).toEqual([
      'Lower sides, grime, dwell: – to 3 min to 5 min, not under 1 min',
      'Lower sides, grime, reason: – to rail dust',
      'Lower sides, caked: 1:40 to not for this: rinse first',
      'Lower sides, vessel: vessel 2 to vessel 5',
      'Lower sides, zones: lower sides, rear to wherever its use is',
      'Lower sides, rinse: pressure washer to open hose',
    ]);
    expect(words({})).toEqual([]);
  });
});

describe('saying the same', () => {
  it('is told whatever order an object came in, and apart by anything it says', () => {
    const turned = JSON.parse(JSON.stringify({ ...RECIPE, name: ' Lower sides ' })) as Recipe;
    const cells = turned.cells.map((c) =>
      c.kind === 'mix'
        ? { reason: '', dwell: null, strength: { water: 40, notation: 'parts' }, kind: 'mix', soil: c.soil }
        : c,
    ) as Recipe['cells'];
    expect(sameRecipe(RECIPE, { ...turned, cells })).toBe(true);
    expect(sameRecipe(RECIPE, { ...RECIPE, notes: 'x' })).toBe(false);
    expect(sameCell(mix(parts(40)), mix(parts(30)))).toBe(false);
    expect(sameCell(mix(parts(40)), mix(parts(40), { reason: 'x' }))).toBe(false);
  });
});

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
