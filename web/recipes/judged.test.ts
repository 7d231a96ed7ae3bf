import { describe, expect, it } from 'vitest';
import type { Vessel } from '#contract/equipment.ts';
import type { Product } from '#contract/products.ts';
import type { MixCell } from '#core/recipes/recipe.ts';
import { comparedBy, inBook, judgedAt, minorPerVehicle, takes } from '#core/recipes/vehicleCost.ts';
import { entry, equipment, of } from '../bench/mix/madeUpEquipment.ts';
import { ladderRange } from './MiniLadder.tsx';
import { parts, version } from './madeUpRecipe.ts';
import type { BookFacts } from './useBook.ts';

const wash: Product = {
  ...of('citrusPreWash', [entry(3, '1:50', 'preWash'), entry(4, '1:20', 'preWash')]),
  id: 22,
  name: 'Orchard',
};
const sprayer: Vessel = { ...(equipment.vessels[0] as Vessel), id: 31, kind: 'pumpSprayer', name: 'Sprayer' };
const cannon: Vessel = {
  ...sprayer,
  id: 32,
  kind: 'cannonBottle',
  name: 'Cannon',
  dials: [
    { id: 9, name: 'half' },
    { id: 10, name: 'open' },
  ],
  draws: [
    {
      calibrationId: 1,
      dialId: 9,
      machineId: 4,
      q: 0.09,
      u: 0.03,
      known: 'measured',
      from: 0.085,
      to: 0.095,
      runs: 3,
      at: '',
      personName: '',
      liquidName: null,
    },
  ],
};
const bucket: Vessel = {
  ...sprayer,
  id: 33,
  kind: 'bucket',
  fillLimitUl: 18_000_000,
  displacementUl: 450_000,
};
const container = (priceMinor: number | null) =>
  ({ productId: 22, priceMinor, sizeUl: 5_000_000, receivedAt: '2026-04-01T08:00:00Z' }) as never;
const book: BookFacts = {
  products: new Map([[22, wash]]),
  vessels: new Map([sprayer, cannon, bucket].map((v) => [v.id, v])),
  machines: new Map([[4, { id: 4, name: 'Washer' } as never]]),
  containers: [container(3_150)],
  noted: () => [],
};
const cell = version().cells[0] as MixCell;
const at = (more: Parameters<typeof version>[0]) => {
  const recipe = version(more);
  const standards = inBook(recipe, book);
  if (!standards) throw new Error('nothing to stand on');
  return { recipe, standards };
};

describe('what a recipe stands on', () => {
  it('is its product and vessel, or nothing where one is not there at all', () => {
    expect(at({}).standards).toMatchObject({ product: { id: 22 }, vessel: { id: 31 } });
    expect(inBook(version({ productId: 99 }), book)).toBeNull();
    expect(inBook(version({ vesselId: 99 }), book)).toBeNull();
  });

  it('takes in the draw of a cannon as it is set; one never measured is what cannons usually draw', () => {
    const measured = at({ vesselId: 32, dialId: 9, machineId: 4 });
    expect(measured.standards.standards).toMatchObject({ q: 0.09, draw: { known: 'measured' } });
    const judged = judgedAt({ ...cell, strength: parts(6) }, measured.recipe, measured.standards);
    expect(judged.ok && judged.value.panel).toBeCloseTo(0.0128571, 6);
    for (const set of [
      { dialId: 10, machineId: 4 },
      { dialId: 9, machineId: null },
    ]) {
      const never = at({ vesselId: 32, ...set }).standards.standards;
      expect(never).toMatchObject({ q: 0.08, draw: { known: 'never' } });
      expect(never.others.map((o) => o.name)).toEqual(set.machineId === 4 ? ['half'] : []);
    }
  });

  it('says what a vehicle takes and costs, by area or by the bucket', () => {
    // 2.6 m2 at 60 ml, and a 41st of that product.
    expect(takes(at({}).recipe, at({}).standards, 'hatchback')).toEqual({ ul: 156_000, by: 'area' });
    expect(minorPerVehicle(version(), cell, book, 'hatchback')).toBeCloseTo(
      (156_000 / 41) * (3_150 / 5_000_000),
      9,
    );
    const washed = at({ vesselId: 33, use: 'shampoo', film: null, zones: [] });
    expect(takes(washed.recipe, washed.standards, 'hatchback')).toEqual({ ul: 17_550_000, by: 'bucket' });
    expect(
      minorPerVehicle(version(), cell, { ...book, containers: [container(null)] }, 'hatchback'),
    ).toBeNull();
    expect(minorPerVehicle(version({ productId: 99 }), cell, book, 'hatchback')).toBeNull();
  });

  it('names what stands behind a number, and what is gone', () => {
    const named = comparedBy(book);
    expect([named.productName(22), named.vesselName(32), named.dialName(10), named.machineName(4)]).toEqual([
      'Orchard',
      'Cannon',
      'open',
      'Washer',
    ]);
    expect(named.productName(1)).toContain('no longer there');
  });
});

describe('the ladder laid small', () => {
  it('shows band, limits and every level, whatever they are, with room on both sides', () => {
    const { recipe, standards } = at({
      cells: version().cells.map((c, i) => ({
        ...(c as MixCell),
        strength: parts([200, 50, 40, 20, 3][i] ?? 1),
      })),
    });
    const { from, to } = ladderRange(recipe, standards.standards);
    expect(from).toBeLessThan(1 / 201);
    expect(to).toBeGreaterThan(1 / 4);
    const cannonOnPanel = at({ vesselId: 32, dialId: 9, machineId: 4, onPanel: true });
    const range = ladderRange(cannonOnPanel.recipe, cannonOnPanel.standards.standards);
    // 1:40 on the panel at a draw of 9 % is 27 % in the bottle.
    expect(range.to).toBeGreaterThan(0.27);
    expect(range.to).toBeLessThanOrEqual(1.3);
  });
});
