import { describe, expect, it } from 'vitest';
import { type Shop, shopPatch } from '#contract/shop.ts';
import { USUAL_SCHOOLS } from '#core/planning/schools.ts';
import { USUAL_DEFAULTS } from '#core/products/shopDefaults.ts';
import { saidOf } from '../lib/saidOf.ts';
import { KEEPING, readShop, type ShopTyped, typedShop } from './shopTyped.ts';

const shop: Shop = {
  ...USUAL_DEFAULTS,
  name: 'Tin Shed',
  zone: 'Europe/London',
  currency: 'GBP',
  units: 'metric',
  ratioReading: 'parts',
  hardnessPpm: 210,
  water: 'tap',
  measuring: 'measured',
  mixedBy: 'swirl',
  glass: 'readyToUse',
  schools: USUAL_SCHOOLS,
  soilHere: [],
  everyDays: { protection: 60 },
  lockMinutes: 3,
  countThresholdUl: 500_000,
  edgeShare: 0.6,
  jetShare: 0.1,
  wasteWater: '',
  weatherSource: 'typed',
  emergencyNumber: '112',
  poisonNumber: '',
  demo: false,
  madeOn: '2026-05-04',
  revision: 1,
};
const read = (more: Partial<ShopTyped>) => readShop({ ...typedShop(shop), ...more }, shop);

describe('the shop’s settings typed', () => {
  it('are sent as they were where nothing was touched', () => {
    const { body, refusals } = read({});
    expect(refusals).toEqual({});
    expect(body).toMatchObject({
      preWashFloor: 0.01,
      preWashCeiling: 0.05,
      foamFloor: 0.005,
      jetShare: 0.1,
      useByDays: {},
    });
    expect(shopPatch.isValidSync(body, { strict: true })).toBe(true);
  });

  it('are read in any notation, and only what differs from the trade is the shop’s own', () => {
    const { body } = read({
      preWashCeiling: '1:24',
      foamFloor: '1 %',
      hardnessPpm: '12 dH',
      jetShare: '15%',
      useByDays: { ...typedShop(shop).useByDays, rinseless: '14' },
    });
    expect(body).toMatchObject({
      preWashCeiling: 0.04,
      foamFloor: 0.01,
      jetShare: 0.15,
      useByDays: { rinseless: 14 },
    });
    expect((body as Shop).hardnessPpm).toBeCloseTo(214.2, 6);
    expect(KEEPING).toContain('rinseless');
    expect(KEEPING).not.toContain('wheelGel');
  });

  it('leave alone what the page does not ask for, and let go of what is back at the trade’s own', () => {
    const own = { ...shop, useByDays: { wheelGel: 3, rinseless: 14 } };
    const typed = typedShop(own);
    const usual = typedShop(shop).useByDays.rinseless ?? '';
    const { body } = readShop({ ...typed, useByDays: { ...typed.useByDays, rinseless: usual } }, own);
    expect((body as Shop).useByDays).toEqual({ wheelGel: 3 });
  });

  it.each<[Partial<ShopTyped>, string]>([
    [{ preWashFloor: 'none' }, 'preWashFloor'],
    [{ preWashCeiling: '0 %' }, 'preWashCeiling'],
    [{ jetShare: 'much' }, 'jetShare'],
    [{ hardnessPpm: 'hard' }, 'hardnessPpm'],
    [{ useByDays: { rinseless: 'long' } }, 'useByDays.rinseless'],
    [{ lockMinutes: 'soon' }, 'lockMinutes'],
  ])('%j is refused at its field, with what would work', (more, field) => {
    const said = saidOf(read(more).refusals?.[field]);
    expect(said.remedy).toMatch(/\S/);
    expect(said.reason).not.toContain('empty');
  });

  it('a floor over the ceiling is refused by the door', () => {
    const { body } = read({ preWashFloor: '6 %' });
    expect(() => shopPatch.validateSync(body, { strict: true })).toThrow('Pre-wash floor is over');
  });

  it('due again: a figure left at the usual one is not noted as the shop’s; no number is named by its field', () => {
    const { everyDays } = typedShop(shop);
    expect(everyDays).toMatchObject({ protection: '60', ironWheels: '30' });
    expect(read({}).body).toMatchObject({ everyDays: { protection: 60 } });
    const own = read({ everyDays: { ...everyDays, protection: '75', ironWheels: '14' } });
    expect(own.body).toMatchObject({ everyDays: { ironWheels: 14 } });
    const wrong = read({ everyDays: { ...everyDays, ironLow: 'monthly' } });
    expect(Object.keys(wrong.refusals ?? {})).toEqual(['everyDays.ironLow']);
  });
});
