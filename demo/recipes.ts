import type { Better } from '#contract/trials.ts';
import type { Film, UseKind } from '#core/products/uses.ts';
import type { OutcomeKind } from '#core/recipes/outcomes.ts';
import type { Agitation, Direction, Rinse } from '#core/recipes/recipe.ts';
import type { SoilKind, SoilLevel } from '#core/soil/soil.ts';
import type { Zone } from '#core/soil/zones.ts';

// The book of Limepit Lane: what it mixes for which soil.

/** A strength for one level as it is written, or what to do instead after a dash. */
type Cell = string;

export type DemoRecipe = {
  name: string;
  product: string;
  use: UseKind;
  vessel: string;
  dial?: string;
  machine?: string;
  onPanel?: boolean;
  /** Dust, film, grime, heavy, caked. */
  cells: [Cell, Cell, Cell, Cell, Cell];
  /** Minutes: shortest, from, to; at each level, or the same at all. */
  dwell?: [number, number, number] | [number, number, number][];
  reasons?: Partial<Record<SoilLevel, string>>;
  soilKinds?: SoilKind[];
  zones?: Zone[];
  film?: Film;
  rateMlPerM2?: number;
  agitation?: Agitation;
  rinse?: Rinse;
  direction?: Direction;
  cautions?: string;
  cleanCheck?: string;
  notes?: string;
};

const RINSE_FIRST = '- Rinse the worst off, then heavy.';
const FOAM_CHECK = 'Foam runs off white.';

export const recipes: DemoRecipe[] = [
  {
    name: 'Lower sides',
    product: 'Orchard Pre-wash',
    use: 'preWash',
    vessel: 'Pump sprayer, bay 1',
    cells: ['1:50', '1:50', '1:40', '1:30', '1:20'],
    dwell: [
      [1, 2, 3],
      [1, 3, 4],
      [1, 3, 4],
      [1, 3, 4],
      [1, 3, 4],
    ],
    soilKinds: ['trafficFilm', 'salt'],
    zones: ['lowers', 'rear'],
    film: 'pumpSprayer',
    rinse: 'pressure',
    direction: 'bottomUp',
    cautions: 'Not on warm paint. Keep it wet.',
    cleanCheck: 'A white towel stays white along the sill.',
  },
  {
    name: 'Snow foam, all over',
    product: 'Lime Kiln Foam',
    use: 'foam',
    vessel: 'Cannon bottle, bay 2',
    dial: 'half',
    machine: 'Pressure washer, bay 2',
    cells: ['1:12', '1:10', '1:8', '1:6', '1:5'],
    dwell: [1, 4, 6],
    soilKinds: ['trafficFilm', 'mineral'],
    film: 'foam',
    rinse: 'pressure',
    direction: 'bottomUp',
    cleanCheck: FOAM_CHECK,
    notes: 'Hearses: lay it on the roof last, it runs down the glass.',
  },
  {
    name: 'Salt foam, winter',
    product: 'Turntable Alkaline Foam',
    use: 'foam',
    vessel: 'Cannon bottle, bay 2',
    dial: 'open',
    machine: 'Pressure washer, bay 2',
    cells: ['- Snow foam does.', '1:10', '1:8', '1:7', '1:6'],
    dwell: [1, 3, 5],
    soilKinds: ['salt', 'trafficFilm'],
    film: 'foam',
    rinse: 'pressure',
    direction: 'bottomUp',
    cautions: 'Strips fresh wax: not within a month of protection.',
    cleanCheck: FOAM_CHECK,
  },
  {
    name: 'Arches, sprayed',
    product: 'Siding All-purpose',
    use: 'arch',
    vessel: 'Trigger bottle, black cap',
    cells: ['1:10', '1:10', '1:10', '1:8', '1:5'],
    dwell: [0.5, 1, 3],
    reasons: { 3: 'Quarry clay does not move at 1:10.', 4: 'Quarry clay: test a hidden spot first.' },
    soilKinds: ['mineral', 'trafficFilm'],
    zones: ['arches'],
    film: 'pumpSprayer',
    agitation: 'stiffBrush',
    rinse: 'pressure',
  },
  {
    name: 'Tyres',
    product: 'Siding All-purpose',
    use: 'tyre',
    vessel: 'Trigger bottle, black cap',
    cells: ['1:5', '1:5', '1:5', '1:5', '1:5'],
    dwell: [0.5, 1, 2],
    zones: ['tyres'],
    film: 'trigger',
    agitation: 'stiffBrush',
    rinse: 'pressure',
    cleanCheck: 'Foam comes up white, not brown.',
  },
  {
    name: 'Engine bay',
    product: 'Siding All-purpose',
    use: 'engineBay',
    vessel: 'Trigger bottle, black cap',
    cells: ['5%', '5%', '5%', '5%', '- Degrease by hand first.'],
    agitation: 'softBrush',
    film: 'trigger',
    rinse: 'hose',
    cautions: 'Cold engine only; cover what must stay dry.',
  },
  {
    name: 'Two-bucket wash',
    product: 'Millpond Shampoo',
    use: 'shampoo',
    vessel: 'Wash bucket, blue rim',
    cells: ['20 ml/20 l', '30 ml/20 l', '30 ml/20 l', '40 ml/20 l', '- Pre-wash again.'],
    agitation: 'mitt',
    rinse: 'hose',
    direction: 'topDown',
    notes: 'Our water is hard: the Bench doses for it where you mix by product.',
  },
  {
    name: 'Wash and protect',
    product: 'Beeswing Protective Shampoo',
    use: 'shampoo',
    vessel: 'Wash bucket, blue rim',
    cells: ['30 ml/20 l', '40 ml/20 l', '50 ml/20 l', '- Two-bucket wash first.', '- Two-bucket wash first.'],
    agitation: 'mitt',
    rinse: 'hose',
    direction: 'topDown',
    cautions: 'Not before polish or coating.',
  },
  {
    name: 'Strip before polish',
    product: 'Limewash Stripping Shampoo',
    use: 'shampoo',
    vessel: 'Wash bucket, blue rim',
    cells: ['1:100', '1:100', '1:80', '1:60', '- Pre-wash again.'],
    agitation: 'mitt',
    rinse: 'hose',
    direction: 'topDown',
    cautions: 'Takes wax and sealant off.',
  },
  {
    name: 'Rinseless, towels',
    product: 'Dewpond Rinseless',
    use: 'rinselessWash',
    vessel: 'Towel bucket, van',
    cells: ['1 us oz/us gal', '1 us oz/us gal', '1 us oz/us gal', '- Rinse, then grime.', '- Hose wash.'],
    soilKinds: ['trafficFilm', 'mineral'],
    agitation: 'towel',
    rinse: 'none',
    direction: 'topDown',
    cautions: 'Loose grit is rinsed off first, always.',
  },
  {
    name: 'Rinseless pre-soak',
    product: 'Dewpond Rinseless',
    use: 'preSoak',
    vessel: 'Trigger bottle, white cap',
    cells: ['1 us oz/us qt', '1 us oz/us qt', '1 us oz/us qt', '- Rinse, then grime.', '- Hose wash.'],
    dwell: [0.5, 1, 2],
    film: 'trigger',
    rinse: 'wipe',
  },
  {
    name: 'Clay, by towel',
    product: 'Dewpond Rinseless',
    use: 'clayLubricant',
    vessel: 'Trigger bottle, white cap',
    cells: ['1:64', '1:64', '- Wash first.', '- Wash first.', '- Wash first.'],
    film: 'trigger',
    agitation: 'clay',
    rinse: 'wipe',
  },
  {
    name: 'Waterless, dust',
    product: 'Mistle Waterless',
    use: 'waterlessWash',
    vessel: 'Trigger bottle, white cap',
    cells: ['1:15', '1:15', '- Rinseless.', '- Hose wash.', '- Hose wash.'],
    dwell: [0.2, 0.5, 1],
    soilKinds: ['mineral'],
    film: 'trigger',
    agitation: 'towel',
    rinse: 'wipe',
    cautions: 'Never over loose grit.',
  },
  {
    name: 'Glass, daily',
    product: 'Signal Glass',
    use: 'glass',
    vessel: 'Trigger bottle, white cap',
    cells: ['neat', 'neat', 'neat', '- Wash first.', '- Wash first.'],
    zones: ['glass'],
    film: 'trigger',
    agitation: 'towel',
    rinse: 'wipe',
  },
  {
    name: 'Glass, waterless',
    product: 'Mistle Waterless',
    use: 'glass',
    vessel: 'Trigger bottle, white cap',
    cells: ['1:30', '1:30', '- Wash first.', '- Wash first.', '- Wash first.'],
    zones: ['glass'],
    film: 'trigger',
    agitation: 'towel',
    rinse: 'wipe',
  },
  {
    name: 'Wheels, weekly',
    product: 'Sleeper Wheel Gel',
    use: 'wheel',
    vessel: 'Trigger bottle, black cap',
    cells: ['- Shampoo does.', 'neat', 'neat', 'neat', RINSE_FIRST],
    dwell: [1, 2, 4],
    zones: ['wheels'],
    film: 'gel',
    agitation: 'softBrush',
    rinse: 'pressure',
    cautions: 'Cool wheels only.',
  },
  {
    name: 'Rail iron',
    product: 'Branch Line Iron Remover',
    use: 'iron',
    vessel: 'Trigger bottle, black cap',
    cells: ['neat', 'neat', 'neat', '- Wash first.', '- Wash first.'],
    dwell: [1, 2, 5],
    soilKinds: ['mineral'],
    film: 'trigger',
    rinse: 'pressure',
    cautions: 'Smells: doors open. After washing, wet.',
    cleanCheck: 'No more colour bleeds.',
  },
  {
    name: 'Lime splash',
    product: 'Lime Splash Remover',
    use: 'lime',
    vessel: 'Trigger bottle, black cap',
    cells: ['1:10', '1:10', '1:8', '1:6', '1:4'],
    soilKinds: ['mineral'],
    film: 'saturation',
    rinse: 'pressure',
    cautions: 'Acid. Not on bare metal; never after the iron remover without a rinse.',
    cleanCheck: 'No more fizz.',
  },
  {
    name: 'Tar spots',
    product: 'Cinder Tar Remover',
    use: 'tar',
    vessel: 'Trigger bottle, black cap',
    cells: ['neat', 'neat', 'neat', 'neat', '- Wash first.'],
    dwell: [0.5, 1, 2],
    soilKinds: ['oils'],
    zones: ['lowers', 'rear'],
    film: 'trigger',
    rinse: 'wipe',
    agitation: 'towel',
    cautions: 'Cloths used for tar are binned.',
  },
  {
    name: 'Insects, front',
    product: 'Windfall Insect Soak',
    use: 'insectSoak',
    vessel: 'Pump sprayer, bay 1',
    cells: ['1:15', '1:15', '1:12', '1:10', '1:7'],
    dwell: [1, 2, 3],
    soilKinds: ['organic'],
    zones: ['front', 'bonnet'],
    film: 'saturation',
    rinse: 'pressure',
  },
  {
    name: 'Drying aid',
    product: 'Brook Drying Aid',
    use: 'dryingAid',
    vessel: 'Trigger bottle, white cap',
    cells: ['1:10', '- Wash first.', '- Wash first.', '- Wash first.', '- Wash first.'],
    film: 'trigger',
    agitation: 'towel',
    rinse: 'none',
    notes: 'Onto the towel, not the disc.',
  },
  {
    name: 'Interior plastics',
    product: 'Carriage Interior',
    use: 'interior',
    vessel: 'Trigger bottle, white cap',
    cells: ['1:10', '1:10', '1:10', '1:8', '1:6'],
    zones: ['interior'],
    soilKinds: ['oils'],
    film: 'trigger',
    agitation: 'towel',
    rinse: 'wipe',
  },
  {
    name: 'Tyre dressing',
    product: 'Coalyard Tyre Dressing',
    use: 'tyre',
    vessel: 'Trigger bottle, black cap',
    cells: ['neat', '- Wash first.', '- Wash first.', '- Wash first.', '- Wash first.'],
    zones: ['tyres'],
    agitation: 'pad',
    rinse: 'none',
    cautions: 'Onto the pad; keep it off discs and tread.',
  },
  {
    name: 'Pads, after polishing',
    product: 'Bobbin Pad Cleaner',
    use: 'padCleaning',
    vessel: 'Wheels bucket, red rim',
    cells: ['1:20', '1:20', '1:20', '1:20', '1:20'],
    agitation: 'pad',
    rinse: 'bucket',
  },
];

/** What Hester changed once the book had been in use for a while, and what she is still thinking over. */
export const changes: {
  recipe: string;
  daysAgo: number;
  cells: Partial<Record<SoilLevel, string>>;
  why: string | null;
}[] = [
  {
    recipe: 'Lower sides',
    daysAgo: 15,
    cells: { 3: '1:25' },
    why: 'The quarry road is wet: heavy sides came up grey.',
  },
  { recipe: 'Snow foam, all over', daysAgo: 0, cells: { 1: '1:12', 2: '1:10' }, why: null },
  { recipe: 'Insects, front', daysAgo: 0, cells: { 3: '1:8', 4: '1:6' }, why: null },
];

/** Rounds of the day that follow a recipe, by what they are for, and how it went from the oldest fill to the newest. */
export const followed: Record<string, { recipe: string; soil: SoilLevel; outcomes: (OutcomeKind | null)[] }> =
  {
    'Lower sides, light': {
      recipe: 'Lower sides',
      soil: 1,
      outcomes: ['good', 'good', null, 'good', 'good', 'noBite', 'good', null, 'good'],
    },
    'Lower sides, heavy': {
      recipe: 'Lower sides',
      soil: 4,
      outcomes: ['film', 'good', 'good', 'film', null, 'good', 'film', 'good', 'good'],
    },
    Everyday: {
      recipe: 'Snow foam, all over',
      soil: 2,
      outcomes: ['good', 'ranOff', 'good', 'good', null, 'good', 'good', 'good'],
    },
    'Quarry pickups': {
      recipe: 'Snow foam, all over',
      soil: 4,
      outcomes: ['good', 'good', 'noBite', 'good', 'good', null, 'good'],
    },
    'Arches and tyres': {
      recipe: 'Arches, sprayed',
      soil: 2,
      outcomes: ['good', 'good', 'good', null, 'good', 'good'],
    },
  };

/** Panels that were halved, to see for oneself. */
export const trials: {
  daysAgo: number;
  at: string;
  person: string;
  zone: Zone;
  soil: SoilLevel;
  soilKind: SoilKind;
  left: [product: string, strength: string];
  right: [product: string, strength: string];
  result: { better: Better; left: OutcomeKind; right: OutcomeKind; note: string } | null;
}[] = [
  {
    daysAgo: 16,
    at: '15:10',
    person: 'Hester Quill',
    zone: 'lowers',
    soil: 3,
    soilKind: 'trafficFilm',
    left: ['Orchard Pre-wash', '1:30'],
    right: ['Orchard Pre-wash', '1:25'],
    result: {
      better: 'right',
      left: 'noBite',
      right: 'good',
      note: 'Quarry pickup, near side. The left half came up grey.',
    },
  },
  {
    daysAgo: 6,
    at: '11:30',
    person: 'Odo Marsh',
    zone: 'bonnet',
    soil: 2,
    soilKind: 'mineral',
    left: ['Lime Kiln Foam', '1:8'],
    right: ['Lime Kiln Foam', '1:10'],
    result: { better: 'same', left: 'good', right: 'good', note: 'Taxi. Nobody could tell which was which.' },
  },
  {
    daysAgo: 0,
    at: '08:15',
    person: 'Bram Addy',
    zone: 'front',
    soil: 2,
    soilKind: 'organic',
    left: ['Windfall Insect Soak', '1:12'],
    right: ['Windfall Insect Soak', '1:10'],
    result: null,
  },
];
