import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { VESSEL_KINDS } from '../mixing/outlines.ts';
import { ALL_UNKNOWN, TRAITS } from '../safety/traits.ts';
import type { Fraction } from '../strength/strength.ts';
import { DELIVERIES } from './delivery.ts';
import { FAMILIES, FAMILY_NAMES, takesHardness } from './family.ts';
import { careInWords, checkPh, deliveryOf, isSuction, SURFACES, suitsVessel } from './record.ts';
import { familyStart, recordStart, startOfUse } from './starts.ts';
import { bandOfUse, nearestTo, placeOnPanel, served, type USE_KINDS } from './uses.ts';

describe('a family', () => {
  it.each(FAMILIES)('%s starts a record that says what is not known yet', (family) => {
    const record = recordStart(family);
    expect(FAMILY_NAMES[family]).toMatch(/\S/);
    expect(record.family).toBe(family);
    expect(SURFACES.every((s) => record.surfaces[s] === 'unknown')).toBe(true);
    expect([record.phNeat, record.phUse, record.replaces]).toEqual([null, null, null]);
    expect(record.firstAid).toContain('Eyes: rinse');
    expect(record.spill).toContain('Gloves');
    const start = familyStart(family);
    if (start.has.includes('acid') || start.has.includes('sulfide')) {
      expect(record.care.acknowledge).toBe(true);
      expect(record.spill).toContain('gas');
    }
    for (const trait of start.has) expect(TRAITS).toContain(trait);
  });

  it('carries the trade windows and limits of the shop to its own use, and to no other', () => {
    expect(startOfUse('foam', 'neutralFoam')).toEqual({
      kind: 'foam',
      panelFloor: 0.005,
      panelCeiling: null,
      film: 'foam',
      dwell: { shortestS: 60, fromS: 240, toS: 360, longestS: 360 },
      rateMlPerM2: null,
    });
    expect(startOfUse('preWash', 'citrusPreWash')).toMatchObject({ panelFloor: 0.01, panelCeiling: 0.05 });
    expect(startOfUse('arch', 'citrusPreWash')).toMatchObject({
      panelFloor: null,
      panelCeiling: null,
      dwell: null,
    });
    expect(startOfUse('waterlessWash', 'waterless').dwell).toMatchObject({
      shortestS: 12,
      fromS: 18,
      toS: 60,
    });
  });

  it('starts from the shop’s own figures where a shop has some', () => {
    const defaults = {
      preWashFloor: 0.02,
      preWashCeiling: 0.04,
      foamFloor: 0.01,
      useByDays: { rinseless: 14 },
    };
    expect(startOfUse('preWash', 'citrusPreWash', defaults)).toMatchObject({
      panelFloor: 0.02,
      panelCeiling: 0.04,
    });
    expect(startOfUse('foam', 'alkalineFoam', defaults)).toMatchObject({
      panelFloor: 0.02,
      panelCeiling: 0.04,
    });
    expect(startOfUse('foam', 'neutralFoam', defaults)).toMatchObject({
      panelFloor: 0.01,
      panelCeiling: null,
    });
    expect(startOfUse('wheel', 'wheelGel', defaults)).toMatchObject({ panelFloor: null, panelCeiling: null });
    expect(recordStart('rinseless', defaults).useByDays).toBe(14);
    expect(recordStart('neutralFoam', defaults).useByDays).toBe(30);
  });

  it('hands out a record of its own each time', () => {
    recordStart('rinseless').hazards.push('burns');
    expect(recordStart('rinseless').hazards).not.toContain('burns');
  });

  it('keeps mixes as long as the trade does, and doses only soaps by hardness', () => {
    expect(
      ['neutralFoam', 'rinseless', 'alkalineFoam'].map((f) => recordStart(f as 'rinseless').useByDays),
    ).toEqual([30, 90, 60]);
    expect(FAMILIES.filter(takesHardness)).toEqual([
      'neutralShampoo',
      'protectiveShampoo',
      'strippingShampoo',
    ]);
  });
});

describe('a band', () => {
  const entry = (percent: number, use: (typeof USE_KINDS)[number], basis: 'bottle' | 'panel' = 'bottle') => ({
    fraction: percent / 100,
    use,
    basis,
  });
  const entries = [entry(2, 'foam'), entry(9, 'foam'), entry(1, 'foam', 'panel'), entry(20, 'arch')];

  it('is of one use on one basis', () => {
    expect(bandOfUse(entries, 'foam', 'bottle')).toEqual({ least: 0.02, most: 0.09, basis: 'bottle' });
    expect(bandOfUse(entries, 'foam', 'panel')).toEqual({ least: 0.01, most: 0.01, basis: 'panel' });
    expect(bandOfUse(entries, 'glass', 'bottle')).toBeNull();
  });

  it('goes from one end of a range to the other, and what lies in it is that entry', () => {
    const range = { ...entry(3, 'interior'), upToFraction: 0.06 };
    const single = entry(10, 'interior');
    const both = [range, single];
    expect(bandOfUse(both, 'interior', 'bottle')).toEqual({ least: 0.03, most: 0.1, basis: 'bottle' });
    expect([0.01, 0.03, 0.05, 0.06, 0.07, 0.2].map((f) => nearestTo(both, f))).toEqual([
      range,
      range,
      range,
      range,
      range,
      single,
    ]);
    expect([0.028, 0.0295, 0.045, 0.0615, 0.064].map((f) => served(both, f).length)).toEqual([0, 1, 1, 1, 0]);
  });

  it('and a panel strength stands to floor and ceiling; on one is within', () => {
    const use = { panelFloor: 0.01, panelCeiling: 0.05 };
    const place = (f: number) => placeOnPanel(f as Fraction, use);
    expect([0.0099, 0.01, 0.03, 0.05, 0.0501].map(place)).toEqual([
      'underFloor',
      'within',
      'within',
      'within',
      'overCeiling',
    ]);
    expect(placeOnPanel(0.9 as Fraction, { panelFloor: null, panelCeiling: null })).toBe('within');
  });
});

describe('a record', () => {
  it('says its care as it stands on a label', () => {
    expect(careInWords({ gloves: true, eyes: true, air: true })).toBe(
      'Nitrile gloves, eye cover and fresh air.',
    );
    expect(careInWords({ gloves: false, eyes: true, air: false })).toBe('Eye cover.');
    expect(careInWords({ gloves: false, eyes: false, air: false })).toBe('');
  });

  it('is refused where it calls pH over 11 no strong alkali; not knowing is no contradiction', () => {
    const no = { ...ALL_UNKNOWN, strongAlkali: 'no' as const };
    expect(checkPh(11.1, no)).toMatchObject({ ok: false, code: 'ph.strongAlkali', facts: { is: true } });
    expect(checkPh(11, no).ok).toBe(true);
    expect(checkPh(13, ALL_UNKNOWN).ok).toBe(true);
    expect(checkPh(null, no).ok).toBe(true);
  });

  it('a gel is told apart from a fine spray, and what nobody entered is no objection', () => {
    const gel = { name: 'Gel', thickness: 'gel' as const, delivery: ['cloth' as const] };
    const verdict = suitsVessel(gel, { name: 'Bottle', kind: 'triggerBottle' });
    expect(verdict).toMatchObject({ ok: false, facts: { product: 'Gel', gel: true } });
    expect(suitsVessel({ ...gel, delivery: [] }, { name: 'Bottle', kind: 'triggerBottle' }).ok).toBe(true);
    expect(suitsVessel(gel, { name: 'Pail', kind: 'stockPail' }).ok).toBe(true);
  });

  it('every product suits a vessel that delivers it the way its record names', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...VESSEL_KINDS),
        fc.subarray([...DELIVERIES], { minLength: 1 }),
        (kind, delivery) => {
          const means = deliveryOf(kind);
          const suits = suitsVessel({ name: 'p', thickness: 'thin', delivery }, { name: 'v', kind }).ok;
          expect(suits).toBe(means === null || delivery.includes(means));
          if (isSuction(kind)) expect(['cannon', 'hoseGun']).toContain(means);
        },
      ),
    );
  });
});

describe('what a mix is as good as', () => {
  const label = [
    { name: 'foam', fraction: 0.1, basis: 'bottle' as const },
    { name: 'pre-wash', fraction: 0.01, basis: 'panel' as const },
  ];

  it('is held to each label strength where that one holds', () => {
    const names = (bottle: number, panel?: number) => served(label, bottle, panel).map((e) => e.name);
    expect(names(0.1)).toEqual(['foam']);
    expect(names(0.01)).toEqual(['pre-wash']);
    expect(names(0.1, 0.0098)).toEqual(['foam', 'pre-wash']);
    expect(names(0.1, 0.009)).toEqual(['foam']);
  });
});
