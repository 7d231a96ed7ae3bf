import type * as yup from 'yup';
import { OUTCOMES, type OutcomeKind } from '#core/recipes/outcomes.ts';
import { SOIL_KINDS, type SoilKind, type SoilLevel } from '#core/soil/soil.ts';
import { ZONES, type Zone } from '#core/soil/zones.ts';
import type { Strength } from '#core/strength/notation.ts';
import { exactly, note, oneOf, rowId, strength } from './fields.ts';
import { soilLevel } from './recipes.ts';
import type { WeatherReading } from './weather.ts';

// Half and half: two mixes on one panel, side by side.

const side = (label: string) =>
  exactly({
    productId: rowId(`Product, ${label}`),
    strength: strength(),
  }).label(label);

/** The two halves; what they are told apart by on the panel is left and right. */
export const trialBody = exactly({
  zone: oneOf('Panel', ZONES),
  soil: soilLevel(),
  soilKind: oneOf('Soil', SOIL_KINDS),
  left: side('left half'),
  right: side('right half'),
});
export type TrialBody = yup.InferType<typeof trialBody>;

export const BETTER = ['left', 'right', 'same'] as const;
export type Better = (typeof BETTER)[number];

export const trialResult = exactly({
  better: oneOf('Cleaner', BETTER),
  left: oneOf('Left half', OUTCOMES),
  right: oneOf('Right half', OUTCOMES),
  note: note('Note', 300),
});

export type TrialSide = { productId: number; strength: Strength; fraction: number };
export type Trial = {
  id: number;
  zone: Zone;
  soil: SoilLevel;
  soilKind: SoilKind;
  left: TrialSide;
  right: TrialSide;
  startedAt: string;
  startedBy: string;
  weather: WeatherReading | null;
  result: { better: Better; left: OutcomeKind; right: OutcomeKind; note: string } | null;
  closedAt: string | null;
  closedBy: string | null;
  revision: number;
};
