import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { BODIES, type Body, zoneM2, zonesM2 } from '../soil/bodies.ts';
import { panelM2, panelsOf } from '../soil/panels.ts';
import type { SoilLevel } from '../soil/soil.ts';
import { BODY, HATCHBACK_ZONE_M2, ZONES } from '../soil/zones.ts';
import {
  type AcrossVehicle,
  acrossVehicle,
  inOrder,
  type PanelWork,
  type Walk,
  walks,
} from './acrossVehicle.ts';
import { RATES } from './remedies.ts';

const FOAM = { apply: RATES.foam, rinse: RATES.rinse };

const work = (body: Body, rinseByS: number, shortestS = 60, soil: SoilLevel = 2): PanelWork[] =>
  panelsOf(BODY).map((panel) => ({
    ...panel,
    m2: panelM2(panel, body),
    soil: panel.zone === 'lowers' || panel.zone === 'rear' ? ((soil + 1) as SoilLevel) : soil,
    shortestS,
    toS: 300,
    rinseByS,
  }));
const done = (panels: PanelWork[], direction: 'any' | 'bottomUp' | 'topDown' = 'any'): AcrossVehicle => {
  const found = acrossVehicle(panels, FOAM, direction);
  if (!found.ok) throw new Error(found.code);
  return found.value;
};

describe('bodies and panels', () => {
  it('a hatchback is the measure, and wheels are the same on all', () => {
    for (const zone of ZONES) expect(zoneM2(zone, 'hatchback')).toBe(HATCHBACK_ZONE_M2[zone]);
    expect(zoneM2('lowers', 'camper')).toBeCloseTo(5.72, 9);
    expect(zoneM2('wheels', 'camper')).toBe(1);
    expect(zonesM2(BODY, 'cityCar')).toBeCloseTo(14.7 * 0.85, 9);
  });

  it('the panels of a zone are all of it', () => {
    for (const body of BODIES) {
      for (const zone of ZONES.filter((z) => z !== 'interior')) {
        const m2 = panelsOf([zone]).reduce((sum, p) => sum + panelM2(p, body), 0);
        expect(m2).toBeCloseTo(zoneM2(zone, body), 9);
      }
    }
  });
});

describe('across the vehicle', () => {
  it('a walk goes up or down, and one way round from the front', () => {
    const panels = work('hatchback', 600);
    const ids = (walk: Partial<Walk>) =>
      inOrder(panels, { from: 'bottomUp', turn: 'clockwise', rinse: 'same', ...walk }).map((p) => p.id);
    expect(ids({})).toEqual([
      'front',
      'lowerRight',
      'rear',
      'lowerLeft',
      'upperRight',
      'upperLeft',
      'bonnet',
      'glass',
      'roof',
    ]);
    expect(ids({ turn: 'anticlockwise' }).slice(0, 4)).toEqual(['front', 'lowerLeft', 'rear', 'lowerRight']);
    expect(ids({ from: 'topDown' })[0]).toBe('bonnet');
    expect(walks('any')).toHaveLength(8);
    expect(walks('topDown')).toHaveLength(4);
  });

  it('is one piece while there is time, and more as it gets short', () => {
    const whole = done(work('hatchback', 500));
    expect(whole.sections).toHaveLength(1);
    const counts = [500, 400, 300, 200, 150].map((s) => done(work('hatchback', s)).sections.length);
    expect([...counts].sort((a, b) => a - b)).toEqual(counts);
    expect(counts.at(-1)).toBeGreaterThan(2);
    // Everything is laid and rinsed once, at the stated rates.
    const total = whole.sections
      .flatMap((s) => s.panels)
      .reduce((sum, p) => sum + p.applyToS - p.applyFromS, 0);
    expect(total).toBeCloseTo(14.7 / 0.12, 6);
  });

  it('a camper takes more pieces than a city car', () => {
    expect(done(work('camper', 300)).sections.length).toBeGreaterThan(
      done(work('cityCar', 300)).sections.length,
    );
  });

  it('keeps to a recipe’s own direction', () => {
    expect(done(work('hatchback', 500), 'topDown').walk.from).toBe('topDown');
  });

  it('is refused where not even a panel can be done, naming it and what would work', () => {
    const refused = acrossVehicle(work('camper', 90), FOAM);
    expect(refused).toMatchObject({
      ok: false,
      code: 'dwell.infeasible',
      facts: { zone: expect.stringContaining('glass') },
    });
    expect(acrossVehicle([], FOAM)).toMatchObject({ ok: false, code: 'dwell.noPanels' });
  });

  const panel = fc.record({
    m2: fc.double({ min: 0.2, max: 3, noNaN: true }),
    tier: fc.integer({ min: 0, max: 2 }),
    around: fc.integer({ min: 0, max: 7 }),
    soil: fc.constantFrom<SoilLevel>(0, 1, 2, 3, 4),
    shortestS: fc.integer({ min: 10, max: 90 }),
    rinseByS: fc.integer({ min: 60, max: 500 }),
  });
  const panels = fc
    .array(panel, { minLength: 1, maxLength: 6 })
    .map((all) =>
      all.map((p, i): PanelWork => ({ ...p, id: `p${i}`, name: `panel ${i}`, toS: p.shortestS + 120 })),
    );

  it('holds every panel to its window, does each once, and no fewer pieces would do', () => {
    fc.assert(
      fc.property(panels, (all) => {
        const found = acrossVehicle(all, FOAM);
        const fewest = Math.min(...walks('any').map((walk) => fewestByTrying(inOrder(all, walk), walk)));
        if (!found.ok) {
          expect(fewest).toBe(Number.POSITIVE_INFINITY);
          return;
        }
        expect(found.value.sections.length).toBe(fewest);
        const times = found.value.sections.flatMap((s) => s.panels);
        expect(times.map((t) => t.id).sort()).toEqual(all.map((p) => p.id).sort());
        for (const t of times) {
          const of = all.find((p) => p.id === t.id) as PanelWork;
          expect(t.rinseFromS - t.applyToS).toBeGreaterThanOrEqual(of.shortestS - 1e-6);
          expect(t.rinseToS - t.applyFromS).toBeLessThan(of.rinseByS);
        }
      }),
      { numRuns: 150 },
    );
  });
});

/** The fewest pieces by trying every way to cut: slow and plain. */
function fewestByTrying(order: PanelWork[], walk: Walk): number {
  let fewest = Number.POSITIVE_INFINITY;
  for (let cuts = 0; cuts < 1 << (order.length - 1); cuts++) {
    const pieces: PanelWork[][] = [[]];
    order.forEach((p, i) => {
      pieces.at(-1)?.push(p);
      if (cuts & (1 << i) && i < order.length - 1) pieces.push([]);
    });
    if (pieces.length < fewest && pieces.every((piece) => fits(piece, walk))) fewest = pieces.length;
  }
  return fewest;
}

/** Whether some wait leaves every panel of a piece within its window, worked out from the rates alone. */
function fits(piece: PanelWork[], walk: Walk): boolean {
  const lay = piece.map((p) => p.m2 / FOAM.apply);
  const rinse = piece.map((p) => p.m2 / FOAM.rinse);
  const sum = (of: number[]) => of.reduce((a, b) => a + b, 0);
  const bounds = piece.map((p, i) => {
    const laidAfter = sum(lay.slice(i + 1));
    const rinsedBefore = sum(walk.rinse === 'same' ? rinse.slice(0, i) : rinse.slice(i + 1));
    const contact = laidAfter + rinsedBefore;
    return {
      least: p.shortestS - contact,
      most: p.rinseByS - contact - (lay[i] as number) - (rinse[i] as number),
    };
  });
  return Math.min(...bounds.map((b) => b.most)) - Math.max(0, ...bounds.map((b) => b.least)) >= 1e-6;
}
