import type { ContainerBody, MeasureBody, PlaceBody, VesselBody } from '#contract/equipment.ts';
import { NO_RIG } from '#contract/equipment.ts';

// What Limepit Lane owns. Every name here is made up.

const ml = (n: number) => n * 1_000;
const litres = (n: number) => n * 1_000_000;

const vessel = (
  name: string,
  kind: VesselBody['kind'],
  brimful: number,
  fillLimit: number,
  smallest: number,
  dead = 0,
  guard = 0,
  depth: VesselBody['depth'] = null,
) => ({
  name,
  kind,
  brimfulUl: ml(brimful),
  fillLimitUl: ml(fillLimit),
  smallestUl: ml(smallest),
  deadUl: ml(dead),
  displacementUl: ml(guard),
  twoLines: false,
  depth,
  ...NO_RIG,
});

export const vessels: VesselBody[] = [
  vessel('Trigger bottle, white cap', 'triggerBottle', 810, 750, 100, 15),
  vessel('Trigger bottle, black cap', 'triggerBottle', 540, 500, 100, 15),
  vessel('Pump sprayer, bay 1', 'pumpSprayer', 2_000, 1_500, 300, 60),
  vessel('Cannon bottle, bay 2', 'cannonBottle', 1_000, 900, 200, 20),
  vessel('Wash bucket, blue rim', 'bucket', 20_000, 18_000, 4_000, 0, 450, { kind: 'round', diameterCm: 28 }),
  vessel('Towel bucket, van', 'towelBucket', 16_000, 12_000, 3_000, 0, 0, { kind: 'round', diameterCm: 28 }),
  vessel('Stock pail', 'stockPail', 11_000, 10_000, 1_000),
  vessel('Rinse bucket, white rim', 'bucket', 20_000, 18_000, 4_000, 0, 450, {
    kind: 'round',
    diameterCm: 28,
  }),
  vessel('Wheels bucket, red rim', 'bucket', 15_000, 12_000, 3_000, 0, 0, { kind: 'round', diameterCm: 26 }),
  vessel('Cannon bottle, bay 3', 'cannonBottle', 1_000, 900, 200, 20),
  vessel('Hose-end gun, van', 'gunBottle', 1_000, 900, 200, 15),
];

export const measures: MeasureBody[] = [
  { name: '5 L jug', kind: 'jug', capacityUl: litres(5), stepUl: ml(50), productId: null },
];

export const places: PlaceBody[] = [
  { name: 'Bay 1', kind: 'bay' },
  { name: 'Bay 2', kind: 'bay' },
  { name: 'Bay 3', kind: 'bay' },
  { name: 'Van', kind: 'van' },
];

type DemoContainer = Pick<ContainerBody, 'kind' | 'lot' | 'opened'> & {
  product: string;
  size: number;
  place: string;
  /** What it cost, in pounds. */
  price: number;
  /** How many days ago it came in. */
  daysAgo: number;
};

const container = (
  product: string,
  kind: ContainerBody['kind'],
  size: number,
  place: string,
  lot: string,
  price: number,
  opened: boolean,
  daysAgo: number,
): DemoContainer => ({ product, kind, size: litres(size), place, lot, price, opened, daysAgo });

// biome-ignore format: one container a line
export const containers: DemoContainer[] = [
  container('Lime Kiln Foam', 'pail', 20, 'Bench', 'LK-2207', 96, true, 30),
  container('Lime Kiln Foam', 'pail', 20, 'Store', 'LK-2311', 98, false, 9),
  container('Orchard Pre-wash', 'jug', 5, 'Bench', 'OP-118', 31.5, true, 24),
  container('Siding All-purpose', 'jug', 5, 'Bench', 'SA-40', 22, true, 41),
  container('Millpond Shampoo', 'jug', 5, 'Bench', 'MP-77', 28, true, 18),
  container('Dewpond Rinseless', 'bottle', 1, 'Van', 'DR-9', 17.5, true, 33),
  container('Dewpond Rinseless', 'jug', 5, 'Store', 'DR-12', 74, false, 5),
  container('Clinker Hyper', 'drum', 25, 'Store', 'CH-3', 119, true, 50),
  container('Sleeper Wheel Gel', 'jug', 5, 'Bay 3', 'SW-61', 41, true, 21),
  container('Signal Glass', 'bottle', 1, 'Van', 'SG-15', 8.4, true, 16),
  container('Lime Splash Remover', 'jug', 5, 'Store', 'LS-4', 36, true, 27),
  container('Branch Line Iron Remover', 'jug', 5, 'Bay 3', 'BL-22', 52, true, 14),
  container('Turntable Alkaline Foam', 'jug', 5, 'Bench', 'TA-31', 34, true, 38),
  container('Beeswing Protective Shampoo', 'jug', 5, 'Store', 'BW-8', 46, false, 12),
  container('Limewash Stripping Shampoo', 'jug', 5, 'Store', 'LW-2', 31, true, 60),
  container('Mistle Waterless', 'jug', 5, 'Van', 'MW-19', 39, true, 20),
  container('Cinder Tar Remover', 'jug', 5, 'Store', 'CT-7', 33, true, 44),
  container('Windfall Insect Soak', 'jug', 5, 'Bench', 'WI-12', 26, true, 17),
  container('Brook Drying Aid', 'bottle', 1, 'Bay 3', 'BD-5', 14, true, 25),
  container('Towpath Clay Lubricant', 'bottle', 1, 'Bay 3', 'TC-3', 11.5, true, 52),
  container('Plumb Line Panel Wipe', 'bottle', 1, 'Store', 'PL-9', 12.8, true, 35),
  container('Coalyard Tyre Dressing', 'jug', 5, 'Bay 3', 'CY-14', 37, true, 29),
  container('Carriage Interior', 'jug', 5, 'Van', 'CI-6', 24, true, 22),
  container('Bobbin Pad Cleaner', 'bottle', 1, 'Store', 'BP-1', 10.5, true, 31),
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
  ['08:05', 'Ines Corby', 'Millpond Shampoo', 'Hard water', 'Wash bucket, blue rim'],
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
