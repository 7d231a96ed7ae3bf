import { VESSEL_ROLES, type VesselBody } from '#contract/equipment.ts';
import { VESSEL_KINDS } from '#core/mixing/outlines.ts';
import { parseVolume } from '#core/units/parseVolume.ts';
import { vesselAsSold } from '../../equipment/vesselAsSold.ts';
import {
  byName,
  keyOf,
  namedChoices,
  namesTaken,
  newName,
  oneOf,
  type Reader,
  spaced,
  take,
} from './cells.ts';
import type { ImportFacts } from './facts.ts';

const KINDS = namedChoices(VESSEL_KINDS);
const ROLES = namedChoices(VESSEL_ROLES);

/** A bottle, sprayer, cannon or bucket a row, by the size it is sold by. */
export function vesselRow(known: ImportFacts): Reader<VesselBody> {
  const taken = namesTaken(known.vessels, known);
  const places = byName(known.places);
  return (cells, fail) => {
    const name = newName(cells, 'Vessel', 60, taken, fail);
    taken.add(keyOf(cells.Vessel ?? ''));
    const kind = oneOf(cells, 'Kind', KINDS, fail, VESSEL_KINDS.map(spaced));
    const role = cells['Kept for'] ? oneOf(cells, 'Kept for', ROLES, fail, VESSEL_ROLES) : 'any';
    const place = cells.Where
      ? oneOf(
          cells,
          'Where',
          places,
          fail,
          known.places.map((p) => p.name),
        )
      : null;
    const sizeUl = take(
      fail,
      'Size',
      parseVolume(cells.Size ?? '', { system: known.units, field: 'Size', askUnit: true }),
    );
    if (!name || !kind || !role || !sizeUl) return null;
    return { ...vesselAsSold({ name, kind, role, sizeUl, machineId: null }), placeId: place?.id ?? null };
  };
}
