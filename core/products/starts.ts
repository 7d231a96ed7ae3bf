import { TRAITS, type Trait, type TraitState, type Traits } from '../safety/traits.ts';
import type { Family } from './family.ts';
import { type FamilyStart, STARTS } from './familyStarts.ts';
import { type ProductRecord, SURFACES, type Suits, type Surface } from './record.ts';
import { PRE_WASH_FAMILIES, type ShopDefaults, USUAL_DEFAULTS } from './shopDefaults.ts';
import type { ProductUse, UseKind } from './uses.ts';

export const familyStart = (family: Family): FamilyStart => STARTS[family];

/** What products of a family usually are made of: to be checked against each one's safety data sheet. */
export function usualTraits(family: Family): Traits {
  const { has, varies } = familyStart(family);
  const state = (trait: Trait): TraitState =>
    has.includes(trait) ? 'usuallyYes' : varies.includes(trait) ? 'unknown' : 'usuallyNo';
  return Object.fromEntries(TRAITS.map((t) => [t, state(t)])) as Traits;
}

/** The record a new product of a family starts from; what only its sheet can say is not known yet. */
export function recordStart(family: Family, defaults: ShopDefaults = USUAL_DEFAULTS): ProductRecord {
  const { thickness, protection, delivery, hazards, care } = familyStart(family);
  const useByDays = defaults.useByDays[family] ?? familyStart(family).useByDays;
  return {
    family,
    phNeat: null,
    phUse: null,
    thickness,
    protection,
    storeFromC: null,
    storeToC: null,
    useByDays,
    reorderUl: null,
    roomUl: null,
    surfaces: Object.fromEntries(SURFACES.map((s) => [s, 'unknown'])) as Record<Surface, Suits>,
    delivery: [...delivery],
    hazards: [...hazards],
    care: { ...care },
    ...emergencyStart(family),
    replaces: null,
  };
}

/** A use as it starts: of its family's own kind, the family's window and limits; of any other, the label's band alone. */
export function startOfUse(
  kind: UseKind,
  family: Family,
  defaults: ShopDefaults = USUAL_DEFAULTS,
): ProductUse {
  const { use, film, dwell } = familyStart(family);
  if (kind === use) return { kind, ...panelStart(family, defaults), film, dwell, rateMlPerM2: null };
  return { kind, panelFloor: null, panelCeiling: null, film: null, dwell: null, rateMlPerM2: null };
}

/** Floor and ceiling on the panel of a family's own use, by the shop's figures. */
function panelStart(family: Family, defaults: ShopDefaults): Pick<ProductUse, 'panelFloor' | 'panelCeiling'> {
  if (family === 'neutralFoam') return { panelFloor: defaults.foamFloor, panelCeiling: null };
  if (PRE_WASH_FAMILIES.includes(family)) {
    return { panelFloor: defaults.preWashFloor, panelCeiling: defaults.preWashCeiling };
  }
  return { panelFloor: null, panelCeiling: null };
}

const RINSE =
  'Skin: rinse with plenty of water. Eyes: rinse for 15 minutes, lids held open, then see a doctor.';

/** Usual first aid and spill words to start from; the product's own safety data sheet decides. */
function emergencyStart(family: Family): { firstAid: string; spill: string } {
  const { has, hazards } = familyStart(family);
  const acid = has.includes('acid');
  const flammable = hazards.includes('flammable');
  const gas = acid || has.includes('sulfide');
  return {
    firstAid: [
      RINSE,
      hazards.includes('harmfulBreathed') || hazards.includes('aerosol')
        ? 'Breathed in: fresh air, and rest.'
        : '',
      'Swallowed: rinse the mouth, do not make them sick, call for help with the label at hand.',
    ]
      .filter(Boolean)
      .join(' '),
    spill: [
      flammable ? 'No flame, no sparks, open the doors.' : '',
      gas ? 'Keep it away from everything else that is spilt: gas.' : '',
      'Gloves and eye cover on. Keep it out of the drain. Soak it up with absorbent, bag it, then rinse the floor.',
    ]
      .filter(Boolean)
      .join(' '),
  };
}
