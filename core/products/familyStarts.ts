import { TRAITS, type Trait } from '../safety/traits.ts';
import type { Delivery } from './delivery.ts';
import type { Family } from './family.ts';
import type { Care, Hazard, ProtectionEffect, Thickness } from './record.ts';
import type { Dwell, Film, UseKind } from './uses.ts';

/** What a new product of a family usually is. A start to be checked against its own label and sheet, never a fact. */
export type FamilyStart = {
  readonly use: UseKind;
  readonly film: Film | null;
  readonly dwell: Dwell | null;
  readonly thickness: Thickness;
  readonly foams: boolean;
  readonly protection: ProtectionEffect;
  readonly delivery: readonly Delivery[];
  readonly hazards: readonly Hazard[];
  readonly care: Care;
  /** Days a mix keeps; null where it is used as it comes, or nobody says. */
  readonly useByDays: number | null;
  /** Traits the family usually has. */
  readonly has: readonly Trait[];
  /** Traits that differ from one product of the family to the next: only its sheet can say. */
  readonly varies: readonly Trait[];
};

/** Windows in minutes, for 15 to 20 C in the shade: shortest useful, recommended from and to. */
const dwell = (shortest: number, from: number, to: number): Dwell => ({
  shortestS: shortest * 60,
  fromS: from * 60,
  toS: to * 60,
  longestS: to * 60,
});

const MILD: Care = { gloves: true, eyes: false, air: false, acknowledge: false, signOff: false };
const STRONG: Care = { gloves: true, eyes: true, air: true, acknowledge: true, signOff: false };

const PLAIN: FamilyStart = {
  use: 'interior',
  film: null,
  dwell: null,
  thickness: 'thin',
  foams: false,
  protection: 'unknown',
  delivery: [],
  hazards: ['irritatesEyes'],
  care: MILD,
  useByDays: null,
  has: [],
  varies: [],
};
const PRE_WASH: FamilyStart = {
  ...PLAIN,
  use: 'preWash',
  film: 'pumpSprayer',
  delivery: ['pumpSprayer', 'cannon', 'dispenser'],
};
const SHAMPOO: FamilyStart = {
  ...PLAIN,
  use: 'shampoo',
  foams: true,
  protection: 'keeps',
  delivery: ['bucket', 'cannon', 'dispenser'],
  hazards: ['irritatesEyes', 'slippery'],
  useByDays: 30,
};

export const STARTS: Record<Family, FamilyStart> = {
  neutralFoam: {
    ...PRE_WASH,
    use: 'foam',
    film: 'foam',
    dwell: dwell(1, 4, 6),
    foams: true,
    protection: 'keeps',
    delivery: ['cannon', 'hoseGun', 'pumpSprayer', 'dispenser'],
    hazards: ['irritatesEyes', 'slippery'],
    useByDays: 30,
  },
  alkalineFoam: {
    ...PRE_WASH,
    use: 'foam',
    film: 'foam',
    dwell: dwell(1, 3, 5),
    foams: true,
    delivery: ['cannon', 'hoseGun', 'pumpSprayer', 'dispenser'],
    hazards: ['irritatesSkin', 'irritatesEyes', 'slippery'],
    care: { ...MILD, eyes: true },
    useByDays: 60,
    varies: ['strongAlkali', 'chlorine'],
  },
  citrusPreWash: {
    ...PRE_WASH,
    dwell: dwell(1, 3, 4),
    hazards: ['irritatesSkin', 'irritatesEyes', 'sensitises'],
    care: { ...MILD, eyes: true },
    useByDays: 60,
    has: ['solvent'],
    varies: ['strongAlkali'],
  },
  allPurpose: {
    ...PLAIN,
    use: 'arch',
    film: 'pumpSprayer',
    dwell: dwell(0.5, 1, 3),
    protection: 'strips',
    delivery: ['trigger', 'pumpSprayer', 'bucket', 'dispenser'],
    hazards: ['irritatesSkin', 'irritatesEyes'],
    care: { ...MILD, eyes: true },
    useByDays: 60,
    varies: ['strongAlkali', 'chlorine', 'solvent'],
  },
  wheelGel: {
    ...PLAIN,
    use: 'wheel',
    film: 'gel',
    dwell: dwell(1, 2, 4),
    thickness: 'gel',
    delivery: ['trigger', 'cloth'],
    varies: ['acid', 'sulfide', 'fluoride', 'strongAlkali', 'neverExceedDwell', 'neverDispense'],
  },
  ironRemover: {
    ...PLAIN,
    use: 'iron',
    film: 'trigger',
    dwell: dwell(1, 2, 5),
    delivery: ['trigger'],
    hazards: ['irritatesSkin', 'irritatesEyes', 'harmfulBreathed', 'sensitises'],
    care: STRONG,
    has: ['sulfide', 'neverExceedDwell'],
    varies: ['neverDispense'],
  },
  tarRemover: {
    ...PLAIN,
    use: 'tar',
    film: 'trigger',
    dwell: dwell(0.5, 1, 2),
    protection: 'strips',
    delivery: ['trigger', 'cloth'],
    hazards: ['flammable', 'irritatesSkin', 'harmfulBreathed', 'water'],
    care: STRONG,
    has: ['solvent', 'neverDispense'],
    varies: ['neverExceedDwell'],
  },
  insectSoak: {
    ...PLAIN,
    use: 'insectSoak',
    film: 'saturation',
    dwell: dwell(1, 2, 3),
    delivery: ['trigger', 'pumpSprayer'],
    useByDays: 60,
    varies: ['strongAlkali', 'neverExceedDwell', 'neverDispense'],
  },
  limeRemover: {
    ...PLAIN,
    use: 'lime',
    film: 'saturation',
    protection: 'strips',
    delivery: ['trigger'],
    hazards: ['burns', 'aerosol', 'water'],
    care: { ...STRONG, signOff: true },
    has: ['acid', 'neverExceedDwell'],
    varies: ['fluoride', 'neverDispense'],
  },
  neutralShampoo: SHAMPOO,
  protectiveShampoo: { ...SHAMPOO, protection: 'adds' },
  strippingShampoo: {
    ...SHAMPOO,
    protection: 'strips',
    hazards: ['irritatesSkin', 'irritatesEyes', 'slippery'],
    varies: ['strongAlkali'],
  },
  rinseless: {
    ...PLAIN,
    use: 'rinselessWash',
    dwell: dwell(0.5, 1, 2),
    protection: 'keeps',
    delivery: ['bucket', 'pumpSprayer', 'trigger', 'dispenser'],
    useByDays: 90,
  },
  waterless: {
    ...PLAIN,
    use: 'waterlessWash',
    film: 'trigger',
    dwell: dwell(0.2, 0.3, 1),
    protection: 'keeps',
    delivery: ['trigger', 'pumpSprayer'],
    varies: ['neverDispense'],
  },
  dryingAid: {
    ...PLAIN,
    use: 'dryingAid',
    film: 'trigger',
    protection: 'adds',
    delivery: ['trigger'],
    varies: ['neverDispense'],
  },
  clayLubricant: {
    ...PLAIN,
    use: 'clayLubricant',
    film: 'trigger',
    protection: 'keeps',
    delivery: ['trigger'],
    varies: ['neverDispense'],
  },
  panelWipe: {
    ...PLAIN,
    use: 'panelWipe',
    film: 'trigger',
    protection: 'strips',
    delivery: ['trigger', 'cloth'],
    hazards: ['flammable', 'irritatesEyes', 'harmfulBreathed'],
    care: { ...MILD, air: true },
    has: ['solvent', 'neverDispense'],
  },
  tyreDressing: {
    ...PLAIN,
    use: 'tyre',
    protection: 'adds',
    delivery: ['cloth'],
    has: ['neverDispense'],
    varies: ['solvent'],
  },
  glass: {
    ...PLAIN,
    use: 'glass',
    film: 'trigger',
    protection: 'keeps',
    delivery: ['trigger', 'cloth'],
    hazards: ['flammable', 'irritatesEyes'],
    has: ['solvent'],
    varies: ['neverDispense'],
  },
  interior: {
    ...PLAIN,
    delivery: ['trigger', 'cloth'],
    varies: ['solvent', 'strongAlkali', 'neverDispense'],
  },
  padCleaner: {
    ...PLAIN,
    use: 'padCleaning',
    delivery: ['trigger', 'bucket'],
    useByDays: 60,
    varies: ['strongAlkali', 'solvent', 'neverDispense'],
  },
  other: { ...PLAIN, hazards: [], care: { ...STRONG, signOff: false }, varies: [...TRAITS] },
};

/**
 * What a new product of a family usually is, to start its record from. Windows and the shop's limits are the trade's seeds;
 * everything can be changed.
 */
