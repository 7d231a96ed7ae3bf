import type { Outline } from './vesselShape.ts';

export const VESSEL_KINDS = [
  'triggerBottle',
  'pumpSprayer',
  'cannonBottle',
  'gunBottle',
  'bucket',
  'towelBucket',
  'stockPail',
  'tank',
] as const;
export type VesselKind = (typeof VESSEL_KINDS)[number];

export const MEASURE_KINDS = ['syringe', 'cylinder', 'jug', 'cap', 'pump'] as const;
export type MeasureKind = (typeof MEASURE_KINDS)[number];

export const CONTAINER_KINDS = ['bottle', 'jug', 'pail', 'drum', 'tank'] as const;
export type ContainerKind = (typeof CONTAINER_KINDS)[number];

// Outlines of common workshop equipment, in centimetres of a typical size: [radius, height] from the floor up.

// biome-ignore format: one outline a line
export const VESSEL_OUTLINES: Record<VesselKind, Outline> = {
  triggerBottle: [[3.7, 0], [4.1, 0.5], [4.1, 11.5], [3.9, 12.8], [1.8, 17], [1.5, 17.4], [1.5, 19.4]],
  pumpSprayer: [[6.6, 0], [7.4, 1], [7.4, 14.5], [6.8, 17], [4.2, 20], [3.4, 20.6], [3.4, 22.5]],
  cannonBottle: [[4.8, 0], [5.6, 0.8], [5.8, 10.5], [5.2, 13], [2.9, 16.4], [2.4, 17], [2.4, 19]],
  gunBottle: [[4.4, 0], [4.8, 0.6], [5.2, 11], [4.6, 13.2], [3.2, 15], [3.2, 16.4]],
  bucket: [[12.6, 0], [13, 0.6], [14.6, 33]],
  towelBucket: [[12.6, 0], [13, 0.6], [14.6, 28]],
  stockPail: [[11.5, 0], [11.8, 0.6], [12.6, 27]],
  tank: [[20, 0], [21, 1], [21, 48], [18, 51]],
};

// biome-ignore format: one outline a line
export const MEASURE_OUTLINES: Record<MeasureKind, Outline> = {
  syringe: [[1.4, 0], [1.4, 12]],
  cylinder: [[1.5, 0], [1.55, 14]],
  jug: [[3.6, 0], [3.8, 0.4], [5, 12.5]],
  cap: [[1.2, 0], [1.6, 3]],
  pump: [[0.8, 0], [0.8, 6]],
};

// biome-ignore format: one outline a line
export const CONTAINER_OUTLINES: Record<ContainerKind, Outline> = {
  bottle: [[3.9, 0], [4.2, 0.5], [4.2, 15], [3.4, 18], [1.6, 20], [1.6, 22]],
  jug: [[8, 0], [8.4, 0.8], [8.4, 19], [6.5, 23], [2.6, 25], [2.6, 28]],
  pail: [[12.5, 0], [13, 0.6], [13.6, 34]],
  drum: [[28, 0], [28.5, 1], [28.5, 86], [28, 87]],
  tank: [[54, 0], [56, 2], [56, 96], [50, 102], [12, 104], [12, 108]],
};
