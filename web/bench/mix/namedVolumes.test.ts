import { describe, expect, it } from 'vitest';
import { parseStrength } from '#core/strength/parseStrength.ts';
import { product, syringe, vessel } from './madeUpEquipment.ts';
import { namedVolumes, strengthKeys } from './namedVolumes.ts';

const pump = (id: number) => ({
  ...syringe,
  id,
  name: `Pump ${id}`,
  kind: 'pump' as const,
  capacityUl: 30_000,
  stepUl: 30_000,
});
const trigger = { ...vessel, output: { per: 'squeeze' as const, ml: 1.2 } };

describe('volumes with names of their own at the Bench', () => {
  it('are the product’s cap, the one pump head, a squeeze of the trigger and the vessel itself', () => {
    const names = namedVolumes(product(1, 'concentrate'), trigger, [syringe, pump(2)]);
    expect(names).toEqual({
      cap: 7_500,
      capful: 7_500,
      pump: 30_000,
      stroke: 30_000,
      squeeze: 1_200,
      bottle: vessel.fillLimitUl,
      vessel: vessel.fillLimitUl,
    });
    expect(strengthKeys(names, trigger, 'metric')).toEqual(['cap', 'pump', 'squeeze', 'bottle']);
    for (const [typed, per] of [
      ['2 caps per bottle', 15_000],
      ['1 pump to a bottle', 30_000],
      ['10 squeezes per bottle', 12_000],
    ] as const) {
      const read = parseStrength(typed, { words: names });
      expect(read.ok && read.value).toMatchObject({ notation: 'dose', dose: { amount: per / 1_000 } });
    }
  });

  it('are the pump head’s that sits on the product, whatever else the shop has', () => {
    const onIt = { ...pump(3), capacityUl: 8_000, stepUl: 8_000, productId: 1 };
    const all = [pump(1), { ...pump(2), capacityUl: 20_000 }, onIt];
    expect(namedVolumes(product(1, 'concentrate'), vessel, all)).toMatchObject({
      pump: 8_000,
      stroke: 8_000,
    });
    expect(namedVolumes(product(2, 'concentrate'), vessel, all)).not.toHaveProperty('pump');
    expect(namedVolumes(product(2, 'concentrate'), vessel, [pump(1), onIt])).toMatchObject({ pump: 30_000 });
  });

  it('name no pump where there are two that give unlike amounts, nothing nobody measured, and no bucket where a bottle is filled', () => {
    const names = namedVolumes({ ...product(1, 'concentrate'), capUl: null }, vessel, [
      pump(1),
      { ...pump(2), capacityUl: 20_000 },
    ]);
    expect(Object.keys(names)).toEqual(['bottle', 'vessel']);
    expect(parseStrength('2 caps per bottle', { words: names }).ok).toBe(false);
    expect(parseStrength('20 ml per bucket', { words: names }).ok).toBe(false);
    expect(strengthKeys({}, { ...vessel, depth: { kind: 'round', diameterCm: 28 } }, 'us')).toEqual(['inch']);
  });
});
