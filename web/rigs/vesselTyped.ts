import { VESSEL_ROLES, type Vessel, type VesselBody, type VesselRole } from '#contract/equipment.ts';
import type { VesselKind } from '#core/mixing/outlines.ts';
import type { Refusal } from '#core/outcome.ts';
import { isSuction } from '#core/products/record.ts';
import { formatExactVolume } from '#core/units/formatVolume.ts';
import { parseNumber } from '#core/units/parseNumber.ts';
import type { UnitSystem } from '#core/units/units.ts';
import { t } from '../lib/speech.ts';
import { readVolumes } from '../ui/readVolumes.ts';
import { type DepthTyped, readDepth, typedDepth } from './depthTyped.ts';
import { VESSEL_NAMES, VESSEL_STARTS } from './kinds.ts';

/** A vessel as it is typed. */
export type VesselTyped = {
  name: string;
  kind: VesselKind;
  brimfulUl: string;
  fillLimitUl: string;
  smallestUl: string;
  displacementUl: string;
  deadUl: string;
  twoLines: boolean;
  depth: DepthTyped;
  role: VesselRole;
  placeId: string;
  keeperId: string;
  machineId: string;
  orificeMm: string;
  dials: { id: number | null; name: string }[];
};

/** A cannon nobody has said more about has the settings most have. */
export const USUAL_DIALS = ['closed', 'half', 'open'];

const idText = (id: number | null): string => (id === null ? NOBODY : String(id));
const idOf = (text: string): number | null => (text === NOBODY ? null : Number(text));

/** The choice of none. */
export const NOBODY = 'none';

export function typedVessel(vessel: Vessel | null): VesselTyped {
  if (!vessel) {
    return {
      name: '',
      kind: 'triggerBottle',
      ...VESSEL_STARTS.triggerBottle,
      displacementUl: '0',
      deadUl: '0',
      twoLines: false,
      depth: typedDepth(null),
      role: 'any',
      placeId: NOBODY,
      keeperId: NOBODY,
      machineId: NOBODY,
      orificeMm: '',
      dials: [],
    };
  }
  return {
    name: vessel.name,
    kind: vessel.kind,
    brimfulUl: formatExactVolume(vessel.brimfulUl),
    fillLimitUl: formatExactVolume(vessel.fillLimitUl),
    smallestUl: formatExactVolume(vessel.smallestUl),
    displacementUl: formatExactVolume(vessel.displacementUl),
    deadUl: formatExactVolume(vessel.deadUl),
    twoLines: vessel.twoLines,
    depth: typedDepth(vessel.depth),
    role: vessel.role,
    placeId: idText(vessel.placeId),
    keeperId: idText(vessel.keeperId),
    machineId: idText(vessel.machineId),
    orificeMm: vessel.orificeMm === null ? '' : `${vessel.orificeMm} mm`,
    dials: vessel.dials,
  };
}

export const VOLUME_LABELS = () =>
  ({
    brimfulUl: t('Brimful'),
    fillLimitUl: t('Fill limit'),
    smallestUl: t('Smallest sensible mix'),
  }) as const;
export const SPARE_LABELS = () =>
  ({ displacementUl: t('Taken up by a guard'), deadUl: t('Left in the bottom') }) as const;

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

export const ROLE_OPTIONS = VESSEL_ROLES.map((value) => ({ value, name: ROLE_NAMES()[value] }));

/** What was typed as the row it makes, and what could not be read. */
export function readVessel(typed: VesselTyped, system: UnitSystem) {
  const { volumes, refusals } = readVolumes(typed, VOLUME_LABELS(), system);
  const spare = readVolumes(typed, SPARE_LABELS(), system, { orNothing: true });
  const shape = readDepth(typed.depth, system);
  const cannon = isSuction(typed.kind);
  const orifice = readOrifice(cannon ? typed.orificeMm : '');
  const rig: Pick<VesselBody, 'role' | 'placeId' | 'keeperId' | 'machineId' | 'dials'> = {
    role: typed.role,
    placeId: idOf(typed.placeId),
    keeperId: idOf(typed.keeperId),
    machineId: cannon ? idOf(typed.machineId) : null,
    dials: cannon ? typed.dials : [],
  };
  return {
    body: {
      name: typed.name,
      kind: typed.kind,
      twoLines: typed.twoLines,
      depth: shape.depth,
      ...volumes,
      ...spare.volumes,
      ...rig,
      orificeMm: orifice.mm,
    },
    refusals: { ...refusals, ...spare.refusals, ...shape.refusals, ...orifice.refusals },
  };
}

function readOrifice(text: string): { mm: number | null; refusals: Record<string, Refusal> } {
  if (text.trim() === '') return { mm: null, refusals: {} };
  const mm = parseNumber(text.replace(/\s*mm\s*$/i, ''), t('Orifice'), 'millimetres');
  return mm.ok ? { mm: mm.value, refusals: {} } : { mm: null, refusals: { orificeMm: mm } };
}

/** A vessel as it is on record, to be sent back with one thing changed. */
export function vesselFacts(vessel: Vessel): VesselBody {
  const { name, kind, brimfulUl, fillLimitUl, smallestUl, deadUl, displacementUl, twoLines, depth } = vessel;
  const { role, placeId, keeperId, orificeMm, machineId, dials } = vessel;
  const volumes = { brimfulUl, fillLimitUl, smallestUl, deadUl, displacementUl };
  return { name, kind, ...volumes, twoLines, depth, role, placeId, keeperId, orificeMm, machineId, dials };
}
