import type { Vessel } from '#contract/equipment.ts';
import type { Product } from '#contract/products.ts';
import { vesselWords } from '#core/mixing/labelFor.ts';
import { ownVolumes } from '#core/mixing/ownMeasures.ts';
import type { NamedVolumes } from '#core/units/parseVolume.ts';
import { UNIT_UL, type UnitSystem } from '#core/units/units.ts';
import type { Equipment } from './equipment.ts';

/**
 * Volumes with names of their own where a strength is typed: what this product's cap, its pump head and a squeeze of this
 * trigger give, and the vessel being filled.
 */
export function namedVolumes(
  product: Product | null,
  vessel: Vessel | null,
  measures: Equipment['measures'],
): NamedVolumes {
  const squeeze = vessel?.output?.per === 'squeeze' ? vessel.output.ml * UNIT_UL.ml : undefined;
  return {
    ...ownVolumes(product, measures),
    ...(squeeze && { squeeze }),
    ...(vessel && Object.fromEntries(vesselWords(vessel.kind).map((word) => [word, vessel.fillLimitUl]))),
  };
}

/** The keys for them, and for a depth where the vessel's shape is known: each amount once. */
export function strengthKeys(names: NamedVolumes, vessel: Vessel | null, units: UnitSystem): string[] {
  const [own] = vessel ? vesselWords(vessel.kind) : [];
  return [
    ...['cap', 'pump', 'squeeze', own].filter((word) => word && word in names),
    ...depthKeys(vessel, units),
  ].filter((word) => word !== undefined);
}

/** The key for a depth, in the unit the shop's stick is marked in. */
export const depthKeys = (vessel: Vessel | null | undefined, units: UnitSystem): string[] =>
  vessel?.depth ? [units === 'metric' ? 'cm' : 'inch'] : [];
