import {
  VESSEL_ROLES,
  type Vessel,
  type VesselBody,
  type VesselRole,
  vesselBody,
} from '#contract/equipment.ts';
import type { DepthProfile } from '#core/mixing/depth.ts';
import type { VesselKind } from '#core/mixing/outlines.ts';
import { usualVessel } from '#core/mixing/starterEquipment.ts';
import { isSuction } from '#core/products/record.ts';
import { formatVolume } from '#core/units/formatVolume.ts';
import { UNIT_UL } from '#core/units/units.ts';
import { t } from '../lib/speech.ts';
import {
  type Codec,
  type Context,
  choice,
  flag,
  MM,
  NOBODY,
  number,
  orEmpty,
  readAll,
  rowOrNobody,
  type TypedBy,
  text,
  typedOf,
  volume,
  volumeOrNothing,
} from '../ui/codecs.ts';
import { type DepthTyped, readDepth, typedDepth } from './depthTyped.ts';
import { VESSEL_NAMES } from './kinds.ts';

const depth: Codec<DepthTyped, DepthProfile | null> = {
  empty: typedDepth(null),
  format: typedDepth,
  parse: (typed, { units }) => readDepth(typed, units),
};

/** What a vessel is, field by field. */
export const VESSEL = {
  name: text(),
  kind: choice<VesselKind>('triggerBottle'),
  brimfulUl: volume(),
  fillLimitUl: volume(),
  smallestUl: volume(),
  displacementUl: volumeOrNothing,
  deadUl: volumeOrNothing,
  twoLines: flag(),
  depth,
  role: choice<VesselRole>('any'),
  placeId: rowOrNobody,
  keeperId: rowOrNobody,
  machineId: rowOrNobody,
  orificeMm: orEmpty(number('millimetres', MM)),
  dials: choice<VesselBody['dials']>([]),
};
export type VesselTyped = TypedBy<typeof VESSEL>;

/** The volumes a new vessel of a kind usually has, as somebody of this shop would type them. */
export function usualVolumes(kind: VesselKind, { units }: Context) {
  const { brimfulUl, fillLimitUl, smallestUl } = usualVessel(kind, units);
  // Nobody says a bottle's size in tenths of an ounce.
  const step = units === 'metric' ? 1 : units === 'us' ? UNIT_UL.usFlOz : UNIT_UL.impFlOz;
  const typed = (ul: number) => formatVolume(Math.round(Math.round(ul / step) * step), units);
  return { brimfulUl: typed(brimfulUl), fillLimitUl: typed(fillLimitUl), smallestUl: typed(smallestUl) };
}

/** A vessel as it is typed; a new one starts as a trigger bottle usually is. */
export const typedVessel = (row: Vessel | null, shop: Context): VesselTyped => ({
  ...typedOf(VESSEL, row, shop),
  ...(!row && usualVolumes('triggerBottle', shop)),
});

/** What only a cannon has: of anything else what was typed there before is nothing. */
const NO_CANNON = { orificeMm: '', machineId: NOBODY, dials: [] };

/** What was typed as the row it makes, and what could not be read. */
export function readVessel(typed: VesselTyped, shop: Context, row: Vessel | null = null) {
  const own = isSuction(typed.kind) ? typed : { ...typed, ...NO_CANNON };
  const { value: body, refusals } = readAll(VESSEL, own, row, shop, vesselBody);
  return { body, refusals };
}

export const ROLE_NAMES: () => Record<VesselRole, string> = () => ({
  any: t('Anything'),
  wash: t('Wash'),
  rinse: t('Rinse'),
  wheels: t('Wheels, never paint'),
  towels: t('Towels'),
  stock: t('Stock solution'),
});
/** What a kind of vessel is kept for anyway. */
export const USUAL_ROLE: Partial<Record<VesselKind, VesselRole>> = {
  towelBucket: 'towels',
  stockPail: 'stock',
};

/** `Bucket, for wheels, never paint, Bay 2, with Wilf Tarrant`: what it is, what for, where, whose. */
export const rigInWords = (v: Vessel): string =>
  [
    VESSEL_NAMES()[v.kind],
    v.role !== 'any' && v.role !== USUAL_ROLE[v.kind] && t('for {0}', ROLE_NAMES()[v.role].toLowerCase()),
    v.placeName,
    v.keeperName && t('with {0}', v.keeperName),
    v.orificeMm && t('orifice {0} mm', v.orificeMm),
  ]
    .filter(Boolean)
    .join(', ');

export const ROLE_OPTIONS = () => VESSEL_ROLES.map((value) => ({ value, name: ROLE_NAMES()[value] }));

/** A vessel as it is on record, to be sent back with one thing changed. */
export const vesselFacts = (vessel: Vessel): VesselBody =>
  Object.fromEntries(Object.keys(VESSEL).map((key) => [key, vessel[key as keyof VesselBody]])) as VesselBody;
