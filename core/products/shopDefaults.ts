import type { Family } from './family.ts';
import { NEUTRAL_FOAM_FLOOR, PRE_WASH_PANEL } from './uses.ts';

/** A shop's own figures for whole-car washes: where products start from, and what those left at it follow. */
export type ShopDefaults = {
  /** On the panel, for alkaline and citrus pre-washes and alkaline foam. */
  readonly preWashFloor: number;
  readonly preWashCeiling: number;
  /** On the panel, for neutral foams. */
  readonly foamFloor: number;
  /** Days a mix of a family keeps, where the shop says otherwise than the trade. */
  readonly useByDays: Readonly<Partial<Record<Family, number | undefined>>>;
};

/** The trade's seeds. */
export const USUAL_DEFAULTS: ShopDefaults = {
  preWashFloor: PRE_WASH_PANEL.floor,
  preWashCeiling: PRE_WASH_PANEL.ceiling,
  foamFloor: NEUTRAL_FOAM_FLOOR,
  useByDays: {},
};

/** Families whose foam or pre-wash is held to the shop's floor and ceiling. */
export const PRE_WASH_FAMILIES: readonly Family[] = ['alkalineFoam', 'citrusPreWash'];
