import type { ContainerBody, MeasureBody, PlaceBody, ProductBody, VesselBody } from '#contract/ware.ts';
import type { Trait } from '#core/safety/traits.ts';

// What Limepit Lane owns. Every name here is made up.

const ml = (n: number) => n * 1_000;
const litres = (n: number) => n * 1_000_000;

/** Label strengths are given as printed; the loader reads them as a manager typing them would. */
type DemoProduct = Pick<ProductBody, 'name' | 'state' | 'caution'> &
  Partial<Pick<ProductBody, 'gPerMl' | 'capUl' | 'shakeFirst' | 'suds'>> & {
    /** Where its label strengths hold; in the bottle unless given. */
    basis?: 'bottle' | 'bucket';
    /** The traits it has; of all others it is known that it has not. */
    has?: Trait[];
    label: [whatFor: string, printed: string][];
  };

export const products: DemoProduct[] = [
  {
    name: 'Lime Kiln Foam',
    state: 'concentrate',
    caution: 'Slippery on the floor. Rinse off skin.',
    gPerMl: 1.035,
    capUl: ml(7.5),
    shakeFirst: true,
    label: [
      ['Light soil', '1:12'],
      ['Everyday', '1:8'],
      ['Quarry pickups', '1:5'],
    ],
  },
  {
    name: 'Orchard Pre-wash',
    state: 'concentrate',
    caution: 'Irritates eyes. Do not let it dry on paint.',
    label: [
      ['Lower sides, light', '1:20'],
      ['Lower sides, heavy', '1:10'],
    ],
  },
  {
    name: 'Siding All-purpose',
    state: 'concentrate',
    caution: 'Alkaline: gloves and eye cover. Keep off bare metal.',
    has: ['strongAlkali', 'stripsProtection'],
    label: [
      ['Arches and tyres', '1:10'],
      ['Engine bay', '5%'],
      ['Mud and crust', '1:4'],
    ],
  },
  {
    name: 'Millpond Shampoo',
    state: 'concentrate',
    caution: '',
    gPerMl: 1.02,
    capUl: ml(20),
    suds: true,
    basis: 'bucket',
    label: [
      ['Wash bucket', '8 ml/l'],
      ['Hard water day', '12 ml/l'],
    ],
  },
  {
    name: 'Dewpond Rinseless',
    state: 'concentrate',
    caution: '',
    capUl: ml(15),
    basis: 'bucket',
    label: [
      ['Wash bucket', '1 us oz/us gal'],
      ['Pre-soak', '1 us oz/us qt'],
    ],
  },
  {
    name: 'Clinker Hyper',
    state: 'hyper',
    caution:
      'Strong alkali: gloves, eye cover and air before the cap comes off. Product into water, never water into product.',
    has: ['strongAlkali', 'stripsProtection'],
    label: [['Stock solution', '1:4']],
  },
  {
    name: 'Sleeper Wheel Gel',
    state: 'readyToUse',
    caution: 'Cool wheels only. Never let it dry.',
    label: [['Wheels', 'neat']],
  },
  {
    name: 'Signal Glass',
    state: 'readyToUse',
    caution: 'Flammable: no flame, no hot glass.',
    has: ['solvent', 'neverDispense'],
    label: [['Glass', 'neat']],
  },
  {
    name: 'Lime Splash Remover',
    state: 'concentrate',
    caution: 'Acid: gloves and eye cover. Never with chlorine or an iron remover. Not on bare or hot metal.',
    has: ['acid', 'stripsProtection', 'neverExceedDwell'],
    label: [
      ['Lime splash', '1:10'],
      ['Cement', '1:4'],
    ],
  },
  {
    name: 'Branch Line Iron Remover',
    state: 'readyToUse',
    caution: 'Thioglycolate: air and gloves. Never with acid. Rinse well.',
    has: ['sulfide', 'neverDispense', 'neverExceedDwell'],
    label: [['Rail iron', 'neat']],
  },
];

const vessel = (
  name: string,
  kind: VesselBody['kind'],
  brimful: number,
  fillLimit: number,
  smallest: number,
  dead = 0,
  guard = 0,
) => ({
  name,
  kind,
  brimfulUl: ml(brimful),
  fillLimitUl: ml(fillLimit),
  smallestUl: ml(smallest),
  deadUl: ml(dead),
  displacementUl: ml(guard),
  twoLines: false,
});

export const vessels: VesselBody[] = [
  vessel('Trigger bottle, white cap', 'triggerBottle', 810, 750, 100, 15),
  vessel('Trigger bottle, black cap', 'triggerBottle', 540, 500, 100, 15),
  vessel('Pump sprayer, bay 1', 'pumpSprayer', 2_000, 1_500, 300, 60),
  vessel('Cannon bottle, bay 2', 'cannonBottle', 1_000, 900, 200, 20),
  vessel('Wash bucket, blue rim', 'bucket', 20_000, 18_000, 4_000, 0, 450),
  vessel('Towel bucket, van', 'towelBucket', 16_000, 12_000, 3_000),
  vessel('Stock pail', 'stockPail', 11_000, 10_000, 1_000),
];

export const measures: MeasureBody[] = [
  { name: '5 L jug', kind: 'jug', capacityUl: litres(5), stepUl: ml(50) },
];

export const places: PlaceBody[] = [
  { name: 'Bay 1', kind: 'bay' },
  { name: 'Bay 2', kind: 'bay' },
  { name: 'Bay 3', kind: 'bay' },
  { name: 'Van', kind: 'van' },
];

/** Containers by name of product and place, with how many days ago they came in. */
export const containers: (Pick<ContainerBody, 'kind' | 'lot' | 'opened'> & {
  /** What it cost, in pounds. */
  price: number;
  product: string;
  place: string;
  size: number;
  daysAgo: number;
})[] = [
  {
    product: 'Lime Kiln Foam',
    kind: 'pail',
    size: litres(20),
    place: 'Bench',
    lot: 'LK-2207',
    price: 96,
    opened: true,
    daysAgo: 30,
  },
  {
    product: 'Lime Kiln Foam',
    kind: 'pail',
    size: litres(20),
    place: 'Store',
    lot: 'LK-2311',
    price: 98,
    opened: false,
    daysAgo: 9,
  },
  {
    product: 'Orchard Pre-wash',
    kind: 'jug',
    size: litres(5),
    place: 'Bench',
    lot: 'OP-118',
    price: 31.5,
    opened: true,
    daysAgo: 24,
  },
  {
    product: 'Siding All-purpose',
    kind: 'jug',
    size: litres(5),
    place: 'Bench',
    lot: 'SA-40',
    price: 22,
    opened: true,
    daysAgo: 41,
  },
  {
    product: 'Millpond Shampoo',
    kind: 'jug',
    size: litres(5),
    place: 'Bench',
    lot: 'MP-77',
    price: 28,
    opened: true,
    daysAgo: 18,
  },
  {
    product: 'Dewpond Rinseless',
    kind: 'bottle',
    size: litres(1),
    place: 'Van',
    lot: 'DR-9',
    price: 17.5,
    opened: true,
    daysAgo: 33,
  },
  {
    product: 'Dewpond Rinseless',
    kind: 'jug',
    size: litres(5),
    place: 'Store',
    lot: 'DR-12',
    price: 74,
    opened: false,
    daysAgo: 5,
  },
  {
    product: 'Clinker Hyper',
    kind: 'drum',
    size: litres(25),
    place: 'Store',
    lot: 'CH-3',
    price: 119,
    opened: true,
    daysAgo: 50,
  },
  {
    product: 'Sleeper Wheel Gel',
    kind: 'jug',
    size: litres(5),
    place: 'Bay 3',
    lot: 'SW-61',
    price: 41,
    opened: true,
    daysAgo: 21,
  },
  {
    product: 'Signal Glass',
    kind: 'bottle',
    size: litres(1),
    place: 'Van',
    lot: 'SG-15',
    price: 8.4,
    opened: true,
    daysAgo: 16,
  },
  {
    product: 'Lime Splash Remover',
    kind: 'jug',
    size: litres(5),
    place: 'Store',
    lot: 'LS-4',
    price: 36,
    opened: true,
    daysAgo: 27,
  },
  {
    product: 'Branch Line Iron Remover',
    kind: 'jug',
    size: litres(5),
    place: 'Bay 3',
    lot: 'BL-22',
    price: 52,
    opened: true,
    daysAgo: 14,
  },
];

/** Fills by name, oldest first: what the last days at the bench looked like. */
export const fills: {
  daysAgo: number;
  at: string;
  person: string;
  product: string;
  whatFor: string;
  vessel: string;
  make?: number;
}[] = [];

const rounds: [
  at: string,
  person: string,
  product: string,
  whatFor: string,
  vessel: string,
  make?: number,
][] = [
  ['08:05', 'Ines Corby', 'Millpond Shampoo', 'Wash bucket', 'Wash bucket, blue rim'],
  ['08:20', 'Bram Addy', 'Lime Kiln Foam', 'Everyday', 'Cannon bottle, bay 2'],
  ['09:10', 'Noor Pell', 'Orchard Pre-wash', 'Lower sides, light', 'Pump sprayer, bay 1'],
  ['10:40', 'Wilf Tarrant', 'Dewpond Rinseless', 'Wash bucket', 'Towel bucket, van', ml(8_000)],
  ['11:15', 'Bram Addy', 'Lime Kiln Foam', 'Quarry pickups', 'Cannon bottle, bay 2'],
  ['13:30', 'Ines Corby', 'Siding All-purpose', 'Arches and tyres', 'Trigger bottle, black cap'],
  ['14:10', 'Noor Pell', 'Lime Kiln Foam', 'Light soil', 'Trigger bottle, white cap'],
  ['15:25', 'Odo Marsh', 'Orchard Pre-wash', 'Lower sides, heavy', 'Pump sprayer, bay 1', ml(1_200)],
];

for (let daysAgo = 12; daysAgo >= 1; daysAgo--) {
  for (const [i, [at, person, product, whatFor, vessel, make]] of rounds.entries()) {
    // A slow day now and then: not everything is mixed every day.
    if ((daysAgo * 5 + i * 3) % 7 < 2) continue;
    fills.push({ daysAgo, at, person, product, whatFor, vessel, ...(make && { make }) });
  }
}

// The hyper-concentrate is let down once in a while, and used from the pail.
fills.push({
  daysAgo: 3,
  at: '16:40',
  person: 'Odo Marsh',
  product: 'Clinker Hyper',
  whatFor: 'Stock solution',
  vessel: 'Stock pail',
  make: litres(8),
});
fills.sort((a, b) => b.daysAgo - a.daysAgo || a.at.localeCompare(b.at));
