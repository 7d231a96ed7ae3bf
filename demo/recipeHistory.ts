import type { Better } from '#contract/trials.ts';
import type { OutcomeKind } from '#core/recipes/outcomes.ts';
import type { SoilKind, SoilLevel } from '#core/soil/soil.ts';
import type { Zone } from '#core/soil/zones.ts';

// What became of the book of Limepit Lane since it was opened.

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
