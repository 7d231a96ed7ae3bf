import type { ProductBody } from '#contract/products.ts';
import type { Family } from '#core/products/family.ts';
import type { ProductRecord, Surface } from '#core/products/record.ts';
import type { UseKind } from '#core/products/uses.ts';
import type { Trait } from '#core/safety/traits.ts';

// What Limepit Lane washes with. Every name here is made up.

const ml = (n: number) => n * 1_000;

/** A product as told in short: what its family usually is, and what is different or found out about this one. */
export type DemoProduct = Pick<ProductBody, 'name' | 'state' | 'caution'> &
  Partial<Pick<ProductBody, 'gPerMl' | 'capUl' | 'shakeFirst'>> & {
    family: Family;
    /** The traits it has; of all others it is known that it has not. */
    has?: Trait[];
    /** Where its label strengths hold; in the bottle unless given. */
    basis?: 'bottle' | 'bucket';
    /** Label strengths as printed; of the family's own kind of use unless given. */
    label: [whatFor: string, printed: string, use?: UseKind][];
    record?: Partial<Omit<ProductRecord, 'replaces' | 'surfaces' | 'family'>>;
    /** What it is good for, and what it must not touch; the rest nobody has looked up. */
    good?: Surface[];
    bad?: Surface[];
    /** One part of it does the work of so many parts of another. */
    replaces?: { name: string; k: number };
  };

const PAINTED: Surface[] = ['paint', 'film', 'glass', 'plasticTrim', 'chrome'];

export const products: DemoProduct[] = [
  {
    name: 'Lime Kiln Foam',
    family: 'neutralFoam',
    state: 'concentrate',
    caution: 'Rinse off skin.',
    gPerMl: 1.035,
    capUl: ml(7.5),
    shakeFirst: true,
    label: [
      ['Light soil', '1:12'],
      ['Everyday', '1:8'],
      ['Quarry pickups', '1:5'],
    ],
    record: {
      phNeat: 7.2,
      phUse: 7,
      storeFromC: 5,
      storeToC: 30,
      delivery: ['cannon', 'hoseGun', 'pumpSprayer', 'trigger', 'dispenser'],
    },
    good: [...PAINTED, 'mattPaint', 'softTop', 'anodised'],
  },
  {
    name: 'Orchard Pre-wash',
    family: 'citrusPreWash',
    state: 'concentrate',
    caution: 'Do not let it dry on paint.',
    gPerMl: 1.02,
    label: [
      ['Lower sides, light', '1:50'],
      ['Lower sides, heavy', '1:20'],
      ['Arches', '1:10', 'arch'],
    ],
    record: { phNeat: 10.4, phUse: 9.5, storeFromC: 5 },
    good: PAINTED,
    bad: ['bareMetal', 'softTop'],
  },
  {
    name: 'Siding All-purpose',
    family: 'allPurpose',
    state: 'concentrate',
    caution: 'Alkaline. Keep off bare metal.',
    gPerMl: 1.04,
    has: ['strongAlkali'],
    label: [
      ['Arches and tyres', '1:10'],
      ['Tyres', '1:5', 'tyre'],
      ['Engine bay', '5%', 'engineBay'],
      ['Interior plastics', '1:30', 'interior'],
    ],
    record: { phNeat: 12.4, phUse: 11 },
    good: ['plasticTrim', 'rubber'],
    bad: ['bareMetal', 'anodised', 'carbonCeramic', 'leather'],
  },
  {
    name: 'Millpond Shampoo',
    family: 'neutralShampoo',
    state: 'concentrate',
    caution: '',
    gPerMl: 1.02,
    capUl: ml(20),
    basis: 'bucket',
    label: [
      ['Soft water', '20 ml/20 l'],
      ['Hard water', '40 ml/20 l'],
    ],
    record: { phNeat: 7, phUse: 7, storeFromC: 3, storeToC: 35 },
    good: [...PAINTED, 'mattPaint', 'rubber', 'anodised', 'bareMetal'],
  },
  {
    name: 'Dewpond Rinseless',
    family: 'rinseless',
    state: 'concentrate',
    caution: '',
    capUl: ml(15),
    basis: 'bucket',
    label: [
      ['Wash bucket', '1 us oz/us gal'],
      ['Pre-soak', '1 us oz/us qt', 'preSoak'],
      ['Clay lubricant', '1:64', 'clayLubricant'],
    ],
    record: { phNeat: 7, phUse: 7, storeFromC: 2 },
    good: [...PAINTED, 'mattPaint', 'softTop'],
  },
  {
    name: 'Clinker Hyper',
    family: 'alkalineFoam',
    state: 'hyper',
    caution: 'Strong alkali, also for decanting it. Product into water, never water into product.',
    gPerMl: 1.21,
    has: ['strongAlkali'],
    label: [['Stock solution', '1:4', 'stock']],
    record: {
      phNeat: 13.4,
      phUse: 11.2,
      protection: 'strips',
      hazards: ['burns', 'harmfulSwallowed', 'slippery'],
      care: { gloves: true, eyes: true, air: true, acknowledge: true, signOff: true },
      useByDays: 60,
      storeFromC: 5,
    },
    bad: ['bareMetal', 'anodised', 'chrome', 'carbonCeramic', 'film'],
    replaces: { name: 'Turntable Alkaline Foam', k: 4 },
  },
  {
    name: 'Sleeper Wheel Gel',
    family: 'wheelGel',
    state: 'readyToUse',
    caution: 'Cool wheels only. Never let it dry.',
    label: [['Wheels', 'neat']],
    record: { phNeat: 7.4, storeFromC: 5 },
    good: ['paint', 'chrome', 'plasticTrim'],
    bad: ['carbonCeramic'],
  },
  {
    name: 'Signal Glass',
    family: 'glass',
    state: 'readyToUse',
    caution: 'No flame, no hot glass.',
    has: ['solvent', 'neverDispense'],
    label: [['Glass', 'neat']],
    record: { phNeat: 8 },
    good: ['glass', 'chrome'],
    bad: ['softTop', 'leather'],
  },
  {
    name: 'Lime Splash Remover',
    family: 'limeRemover',
    state: 'concentrate',
    caution: 'Acid. Never with chlorine or an iron remover. Not on bare or hot metal.',
    has: ['acid', 'neverExceedDwell'],
    label: [
      ['Lime splash', '1:10'],
      ['Cement', '1:4'],
    ],
    record: { phNeat: 1.2, phUse: 2.1, useByDays: 14 },
    good: ['paint', 'glass'],
    bad: ['bareMetal', 'anodised', 'chrome', 'carbonCeramic', 'fabric'],
  },
  {
    name: 'Branch Line Iron Remover',
    family: 'ironRemover',
    state: 'readyToUse',
    caution: 'Thioglycolate. Never with acid. Rinse well.',
    has: ['sulfide', 'neverDispense', 'neverExceedDwell'],
    label: [['Rail iron', 'neat']],
    record: { phNeat: 6.8 },
    good: ['paint', 'glass'],
    bad: ['bareMetal', 'anodised', 'carbonCeramic'],
  },
  {
    name: 'Turntable Alkaline Foam',
    family: 'alkalineFoam',
    state: 'concentrate',
    caution: 'Alkaline. Not on hot panels.',
    gPerMl: 1.06,
    shakeFirst: true,
    has: ['strongAlkali'],
    label: [
      ['Winter film', '1:10'],
      ['Road salt', '1:6'],
    ],
    record: { phNeat: 12.1, phUse: 10.2, protection: 'keeps', storeFromC: 5 },
    good: ['paint', 'glass', 'plasticTrim'],
    bad: ['bareMetal', 'anodised', 'carbonCeramic', 'leather'],
  },
  {
    name: 'Beeswing Protective Shampoo',
    family: 'protectiveShampoo',
    state: 'concentrate',
    caution: 'Not on brakes, not before a coating.',
    capUl: ml(20),
    shakeFirst: true,
    basis: 'bucket',
    label: [
      ['Soft water', '30 ml/20 l'],
      ['Hard water', '50 ml/20 l'],
    ],
    record: { phNeat: 6.4, storeFromC: 5, storeToC: 30 },
    good: ['paint', 'glass', 'film'],
    bad: ['carbonCeramic'],
  },
  {
    name: 'Limewash Stripping Shampoo',
    family: 'strippingShampoo',
    state: 'concentrate',
    caution: 'Takes wax and sealant off.',
    basis: 'bucket',
    label: [
      ['Before polishing', '1:100'],
      ['Old wax', '1:60'],
    ],
    record: { phNeat: 10.8 },
    good: ['paint', 'glass'],
    bad: ['film', 'bareMetal'],
  },
  {
    name: 'Mistle Waterless',
    family: 'waterless',
    state: 'concentrate',
    caution: 'Never on loose grit.',
    label: [
      ['Dust', '1:15'],
      ['Glass', '1:30', 'glass'],
    ],
    record: { phNeat: 7.5, storeFromC: 5 },
    good: PAINTED,
  },
  {
    name: 'Cinder Tar Remover',
    family: 'tarRemover',
    state: 'readyToUse',
    caution: 'Solvent: no flame. Cloths used for it are binned.',
    has: ['solvent', 'neverDispense'],
    label: [['Tar spots', 'neat']],
    good: ['paint', 'glass'],
    bad: ['rubber', 'plasticTrim', 'film', 'softTop'],
  },
  {
    name: 'Windfall Insect Soak',
    family: 'insectSoak',
    state: 'concentrate',
    caution: 'Do not let it dry.',
    label: [
      ['Fresh', '1:15'],
      ['Baked on', '1:7'],
    ],
    record: { phNeat: 9.1 },
    good: PAINTED,
  },
  {
    name: 'Brook Drying Aid',
    family: 'dryingAid',
    state: 'concentrate',
    caution: '',
    shakeFirst: true,
    label: [['Onto the towel', '1:10']],
    record: { phNeat: 7, useByDays: 60, storeFromC: 5 },
    good: PAINTED,
  },
  {
    name: 'Towpath Clay Lubricant',
    family: 'clayLubricant',
    state: 'concentrate',
    caution: '',
    label: [['Clay bar', '1:20']],
    record: { phNeat: 7, useByDays: 60 },
    good: ['paint', 'glass'],
  },
  {
    name: 'Plumb Line Panel Wipe',
    family: 'panelWipe',
    state: 'readyToUse',
    caution: 'No flame.',
    has: ['solvent', 'neverDispense'],
    label: [['Before coating', 'neat']],
    good: ['paint', 'glass'],
    bad: ['rubber', 'softTop'],
  },
  {
    name: 'Coalyard Tyre Dressing',
    family: 'tyreDressing',
    state: 'readyToUse',
    caution: 'Never on treads, brakes or pedals.',
    has: ['neverDispense'],
    label: [['Side walls', 'neat']],
    record: { thickness: 'gel' },
    good: ['rubber'],
    bad: ['carbonCeramic', 'glass'],
  },
  {
    name: 'Carriage Interior',
    family: 'interior',
    state: 'concentrate',
    caution: 'Not on screens.',
    label: [
      ['Plastics', '1:10'],
      ['Fabric', '1:6'],
    ],
    record: { phNeat: 8.6, useByDays: 30 },
    good: ['plasticTrim', 'fabric', 'rubber'],
    bad: ['leather'],
  },
  {
    name: 'Bobbin Pad Cleaner',
    family: 'padCleaner',
    state: 'concentrate',
    caution: '',
    basis: 'bucket',
    label: [['Pads', '1:20']],
    record: { phNeat: 9.8 },
    good: ['fabric'],
  },
];
