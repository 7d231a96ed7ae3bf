import { describe, expect, it } from 'vitest';
import { type StarterBody, starterBody } from '#contract/opening.ts';
import { type StarterId, usualSizeUl } from '#core/mixing/starterEquipment.ts';
import { noStarters, readStarters } from './starterTyped.ts';

describe('what a shop has to mix with, as it is typed', () => {
  it('starts in sizes that are read as they stand, in each system of units', () => {
    for (const units of ['metric', 'us', 'imperial'] as const) {
      const typed = { items: noStarters({ units }).items.map((item) => ({ ...item, count: '1' })) };
      const { body, refusals } = readStarters({ units, currency: 'USD' })(typed);
      expect(refusals).toEqual({});
      expect(starterBody.isValidSync(body)).toBe(true);
      for (const { what, sizeUl } of (body as StarterBody).items) {
        const usual = usualSizeUl(what, units);
        if (usual === null) expect(sizeUl).toBeNull();
        else expect(Math.abs((sizeUl ?? 0) - usual)).toBeLessThan(1);
      }
    }
    const sizes = new Map(noStarters({ units: 'us' }).items.map((i) => [i.what, i.sizeUl]));
    expect(
      ['wheelBucket', 'trigger', 'largePumpSprayer', 'smallSyringe'].map((of) => sizes.get(of as StarterId)),
    ).toEqual(['3.5 US gal', '24 US fl oz', '170 US fl oz', '20 ml']);
  });

  it('says that all is at 0 only where it is', () => {
    const refusedWith = (count: number | undefined) => {
      const { body } = readStarters({ units: 'metric', currency: 'EUR' })(noStarters({ units: 'metric' }));
      const items = (body as StarterBody).items.map((item) => ({ ...item, count }));
      try {
        starterBody.validateSync({ items }, { strict: true, abortEarly: false });
        return [];
      } catch (error) {
        return (error as { errors: string[] }).errors;
      }
    };
    expect(refusedWith(0)).toEqual(['Equipment is all at 0.']);
    expect(refusedWith(undefined)).not.toContain('Equipment is all at 0.');
  });

  it('asks nothing of the size of what isn’t there', () => {
    const { items } = noStarters({ units: 'metric' });
    const typed = { items: items.map((item, i) => ({ ...item, sizeUl: 'big', count: i === 0 ? '2' : '0' })) };
    const { refusals } = readStarters({ units: 'metric', currency: 'EUR' })(typed);
    expect(Object.keys(refusals ?? {})).toEqual(['items.0.sizeUl']);
  });
});
