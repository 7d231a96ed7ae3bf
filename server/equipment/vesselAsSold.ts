import { NO_RIG, type VesselBody, type VesselRole } from '#contract/equipment.ts';
import type { VesselKind } from '#core/mixing/outlines.ts';
import { USUAL_DIALS, vesselOfSize } from '#core/mixing/starterEquipment.ts';
import { isSuction } from '#core/products/record.ts';

/** A vessel of which nothing but kind and size is known: the rest as most are. */
export function vesselAsSold(of: {
  name: string;
  kind: VesselKind;
  role: VesselRole;
  sizeUl: number;
  /** The machine a cannon is used on. */
  machineId: number | null;
}): VesselBody {
  const { name, kind, role, sizeUl, machineId } = of;
  return {
    ...NO_RIG,
    ...vesselOfSize(kind, sizeUl),
    name,
    kind,
    role,
    deadUl: 0,
    displacementUl: 0,
    twoLines: false,
    depth: null,
    machineId: kind === 'cannonBottle' ? machineId : null,
    dials: isSuction(kind) ? USUAL_DIALS.map((dial) => ({ id: null, name: dial })) : [],
  };
}
