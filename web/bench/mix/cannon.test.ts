import { describe, expect, it } from 'vitest';
import type { MeasuredDraw } from '#contract/rigs.ts';
import { simulateStrength } from '#core/mixing/tolerance.ts';
import { fractionOf } from '#core/strength/strength.ts';
import { drawInWords } from '../../rigs/drawInWords.ts';
import { type BenchDraft, EMPTY_DRAFT } from './benchDraft.ts';
import { benchMix } from './benchMix.ts';
import { benchRig, HOSE } from './benchRig.ts';
import { bodyOf, entry, equipment, of, sized } from './madeUpEquipment.ts';
import { uncertainMix } from './uncertainMix.ts';

const draw = (dialId: number, q: number, more: Partial<MeasuredDraw> = {}): MeasuredDraw => ({
  calibrationId: dialId,
  dialId,
  machineId: 5,
  q,
  known: 'measured',
  u: 0.02,
  from: q * 0.95,
  to: q * 1.05,
  runs: 4,
  at: '2026-04-14T06:50:00Z',
  personName: 'Odo Marsh',
  liquidName: null,
  ...more,
});
const cannon = sized('cannonBottle', {
  brimfulUl: 1_000_000,
  fillLimitUl: 900_000,
  machineId: 5,
  dialId: 2,
  dials: [
    { id: 1, name: 'closed' },
    { id: 2, name: 'half' },
    { id: 3, name: 'open' },
  ],
  draws: [
    draw(2, 0.09),
    draw(3, 0.14),
    draw(2, 0.05, { machineId: null, known: 'oneRun', from: null, to: null }),
  ],
});
const foam = of('neutralFoam', [
  entry(1, '1:10', 'foam'),
  entry(2, '1:5', 'foam'),
  entry(3, '1%', 'preWash', 'panel'),
  entry(4, '3%', 'preWash', 'panel'),
]);
const at = (draft: Partial<BenchDraft>, vessels = cannon) =>
  benchMix(
    { ...EMPTY_DRAFT, productId: 1, vesselId: 1, containerId: 3, measure: 'free', ...draft },
    { ...equipment, products: [foam], vessels },
  );

describe('a cannon on the Bench', () => {
  it('shows bottle and panel: 1:6 at a draw of 9 % is 14.2857 % and 1.285714 %', () => {
    const mix = at({ strengthText: '1:6' });
    expect((mix.fraction ?? 0) * 100).toBeCloseTo(14.2857, 4);
    expect((mix.panel ?? 0) * 100).toBeCloseTo(1.285714, 6);
  });

  it('is solved from the panel: 1.5 % asks 1:5 of the bottle, 150 and 750 ml', () => {
    const mix = at({ strengthText: '1.5%', onPanel: true });
    expect((mix.fraction ?? 0) * 100).toBeCloseTo(16.6667, 4);
    expect([mix.plan?.productUl, mix.plan?.waterUl]).toEqual([150_000, 750_000]);
    const body = bodyOf(mix, true);
    const booked = body && fractionOf(body.strength);
    expect(booked?.ok && booked.value).toBeCloseTo(1 / 6, 12);
    expect(body?.rig).toEqual({ dialId: 2, machineId: 5 });
  });

  it('refuses 12 % on the panel at 9 %, and names the dial position that would do', () => {
    const mix = at({ strengthText: '12%', onPanel: true });
    expect(mix.refusals.strength).toMatchObject({
      code: 'panel.impossible',
      facts: { enough: { name: 'open', q: 0.14 } },
    });
    expect(mix.plan).toBeNull();
    expect(at({ strengthText: '12%', onPanel: true, dialId: 3 }).refusals.strength).toBeUndefined();
  });

  it('follows the dial and the machine, and says how well the draw is known', () => {
    expect(at({ strengthText: '1:6', dialId: 3 }).rig?.draw.q).toBe(0.14);
    expect(at({ strengthText: '1:6', dialId: 1 }).rig?.draw.known).toBe('never');
    const hose = at({ strengthText: '1:6', machineId: HOSE }).rig;
    expect([hose?.machineId, hose?.draw.known]).toEqual([null, 'oneRun']);
    const words = (draft: Partial<BenchDraft>) => {
      const rig = benchRig(cannon[0] ?? null, { ...EMPTY_DRAFT, ...draft });
      return rig && drawInWords(rig.draw, rig.measured?.runs);
    };
    expect(words({})).toBe('9 %, 8.5 to 9.5, by 4 runs');
    expect(words({ dialId: 1 })).toBe('not measured: typical 8 %, could be 4 to 14');
    expect(words({ machineId: HOSE })).toBe('5 % by one run, a tenth either way');
    expect(benchRig(sized('pumpSprayer')[0] ?? null, EMPTY_DRAFT)).toBeNull();
  });

  it('judges each band on its own basis, and floor and ceiling on the panel only', () => {
    const bottle = at({ strengthText: '1:6' });
    expect(bottle.limits?.band).toMatchObject({ basis: 'bottle' });
    expect(bottle.limits).toMatchObject({ place: 'within', panelPlace: 'within' });
    // 1:30 in the bottle is 0.29 % on the panel: under the floor of a neutral foam.
    expect(at({ strengthText: '1:30' }).limits).toMatchObject({ place: 'under', panelPlace: 'underFloor' });
    const panel = at({ strengthText: '2%', onPanel: true });
    expect(panel.limits?.band).toMatchObject({ basis: 'panel', least: 0.01, most: 0.03 });
    expect(panel.limits).toMatchObject({ use: { kind: 'preWash' }, place: 'within', panelPlace: 'within' });
    // In a pump sprayer what is in the bottle is what lands on the panel.
    expect(at({ strengthText: '2%' }, sized('pumpSprayer')).limits).toMatchObject({
      band: { basis: 'panel' },
      place: 'within',
    });
  });

  it('takes the draw into the simulation, and names it first among what would help', () => {
    const spread = (draft: Partial<BenchDraft>) => {
      const mix = uncertainMix(at({ strengthText: '1:6', measure: null, ...draft }));
      if (!mix) throw new Error('no mix to simulate');
      return simulateStrength(mix, 50_000, 9);
    };
    const known = spread({});
    const unknown = spread({ dialId: 1 });
    expect(known.median * 100).toBeCloseTo(1.28, 1);
    expect(unknown.p95 / unknown.p5).toBeGreaterThan(2 * (known.p95 / known.p5));
  });

  it('needs no dial: a gun without one still says what is typical, and books no setting', () => {
    const gun = sized('gunBottle', { dials: [], draws: [] });
    const mix = at({ strengthText: '1:6' }, gun);
    expect(mix.rig).toMatchObject({ dial: null, measured: null });
    expect(bodyOf(mix, true)).not.toHaveProperty('rig');
  });
});
