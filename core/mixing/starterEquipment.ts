import { UNIT_UL } from '../units/units.ts';
import type { ContainerKind, MeasureKind, VesselKind } from './outlines.ts';

// What most shops have to mix with, in the sizes it is sold in: where a new shop's list starts. All of it can be changed.

type Size = { readonly metric: number; readonly us: number };
type Starter =
  | { readonly makes: 'vessel'; readonly kind: VesselKind; readonly role: StarterRole; readonly size: Size }
  | { readonly makes: 'measure'; readonly kind: MeasureKind; readonly size: Size }
  | { readonly makes: 'place'; readonly kind: 'bay' | 'van' }
  | { readonly makes: 'device'; readonly kind: 'pressureWasher' };
type StarterRole = 'any' | 'wash' | 'rinse' | 'wheels' | 'towels' | 'stock';

const ml = (metric: number, usFloz: number): Size => ({
  metric: metric * UNIT_UL.ml,
  us: usFloz * UNIT_UL.usFlOz,
});
const bucket = (role: StarterRole, litres: number, usGal: number): Starter => ({
  makes: 'vessel',
  kind: role === 'towels' ? 'towelBucket' : role === 'stock' ? 'stockPail' : 'bucket',
  role,
  size: { metric: litres * UNIT_UL.l, us: usGal * UNIT_UL.usGal },
});
const spray = (kind: VesselKind, size: Size): Starter => ({ makes: 'vessel', kind, role: 'any', size });
const measure = (kind: MeasureKind, size: Size): Starter => ({ makes: 'measure', kind, size });

export const STARTERS = {
  smallTrigger: spray('triggerBottle', ml(500, 16)),
  trigger: spray('triggerBottle', ml(750, 24)),
  largeTrigger: spray('triggerBottle', ml(1_000, 32)),
  pumpSprayer: spray('pumpSprayer', ml(1_500, 48)),
  largePumpSprayer: spray('pumpSprayer', ml(5_000, 170)),
  cannon: spray('cannonBottle', ml(1_000, 32)),
  hoseGun: spray('gunBottle', ml(1_000, 32)),
  washBucket: bucket('wash', 20, 5),
  rinseBucket: bucket('rinse', 20, 5),
  wheelBucket: bucket('wheels', 12, 3.5),
  towelBucket: bucket('towels', 16, 3.5),
  stockPail: bucket('stock', 10, 2.5),
  smallSyringe: measure('syringe', { metric: 20_000, us: 20_000 }),
  cylinder: measure('cylinder', ml(100, 4)),
  largeCylinder: measure('cylinder', ml(500, 16)),
  largeJug: measure('jug', ml(2_000, 64)),
  pumpHead: measure('pump', ml(30, 1)),
  bay: { makes: 'place', kind: 'bay' },
  van: { makes: 'place', kind: 'van' },
  pressureWasher: { makes: 'device', kind: 'pressureWasher' },
} as const satisfies Record<string, Starter>;
export type StarterId = keyof typeof STARTERS;
export const STARTER_IDS = Object.keys(STARTERS) as StarterId[];
export const starter = (id: StarterId): Starter => STARTERS[id];

/** The usual size of one, in whole microlitres; null for what has none. */
export function usualSizeUl(id: StarterId, units: 'metric' | 'us' | 'imperial'): number | null {
  const of = starter(id);
  return 'size' in of ? Math.round(of.size[units === 'us' ? 'us' : 'metric']) : null;
}

/**
 * Brimful, fill limit and smallest sensible mix of a vessel, as parts of the size it is sold by. Bottles, sprayers and pails
 * are sold by what they may be filled to, cannons and buckets by what they hold to the brim. Defaults, edited by the shop.
 */
const OF_SIZE: Record<VesselKind, readonly [brimful: number, fillLimit: number, smallest: number]> = {
  triggerBottle: [1.08, 1, 0.13],
  pumpSprayer: [1.33, 1, 0.2],
  cannonBottle: [1, 0.9, 0.2],
  gunBottle: [1, 0.9, 0.2],
  bucket: [1, 0.9, 0.2],
  towelBucket: [1, 0.75, 0.2],
  stockPail: [1.1, 1, 0.1],
  tank: [1, 0.92, 0.1],
};

/**
 * What a vessel of a kind holds, from the size it is sold by.
 *
 * @param sizeUl whole microlitres, more than nothing
 * @returns whole microlitres; of a size in whole centilitres rounded to two figures, which is how they are read
 * @example vesselOfSize('pumpSprayer', 1_500_000) // brimful 2 l, fill limit 1.5 l, smallest mix 300 ml
 */
export function vesselOfSize(
  kind: VesselKind,
  sizeUl: number,
): { brimfulUl: number; fillLimitUl: number; smallestUl: number } {
  const [brimful, fillLimit, smallest] = OF_SIZE[kind];
  const round = sizeUl % UNIT_UL.cl === 0 ? twoFigures : Math.round;
  const of = (part: number) => (part === 1 ? sizeUl : Math.max(1, round(part * sizeUl)));
  const [brimfulUl, fillLimitUl] = [of(brimful), of(fillLimit)];
  return {
    brimfulUl: Math.max(brimfulUl, fillLimitUl),
    fillLimitUl: Math.min(fillLimitUl, brimfulUl),
    smallestUl: Math.min(of(smallest), fillLimitUl),
  };
}

/** Which starter a vessel of a kind is, for whoever says no more than the kind; few shops have a tank to begin with. */
const USUAL: Record<Exclude<VesselKind, 'tank'>, StarterId> = {
  triggerBottle: 'trigger',
  pumpSprayer: 'pumpSprayer',
  cannonBottle: 'cannon',
  gunBottle: 'hoseGun',
  bucket: 'washBucket',
  towelBucket: 'towelBucket',
  stockPail: 'stockPail',
};
const TANK: Size = { metric: 60 * UNIT_UL.l, us: 15 * UNIT_UL.usGal };

/**
 * What a vessel of a kind usually holds, for whoever says no more than the kind. Defaults, edited by the shop.
 *
 * @returns whole microlitres
 * @example usualVessel('triggerBottle', 'metric') // brimful 810 ml, fill limit 750 ml, smallest mix 98 ml
 */
export function usualVessel(
  kind: VesselKind,
  units: 'metric' | 'us' | 'imperial',
): ReturnType<typeof vesselOfSize> {
  const known = kind === 'tank' ? null : usualSizeUl(USUAL[kind], units);
  return vesselOfSize(kind, Math.round(known ?? TANK[units === 'us' ? 'us' : 'metric']));
}

const twoFigures = (ul: number): number => Math.round(Number(ul.toPrecision(2)));

/** Graduations of a measure, as a part of what it holds: a cap and a pump head have one mark, their own. */
const STEP: Record<MeasureKind, number> = { syringe: 0.05, cylinder: 0.01, jug: 0.02, cap: 1, pump: 1 };

const marked = (capacityMl: number, stepMl: number) => ({
  capacityUl: capacityMl * UNIT_UL.ml,
  stepUl: stepMl * UNIT_UL.ml,
});
/**
 * What a measure of a kind usually holds and is graduated in, in whole microlitres; they are marked in millilitres wherever
 * the shop is. Defaults, edited by the shop.
 */
export const USUAL_MEASURES = {
  syringe: marked(60, 1),
  cylinder: marked(250, 2),
  jug: marked(1_000, 10),
  cap: marked(10, 10),
  pump: marked(30, 30),
} as const satisfies Record<MeasureKind, { capacityUl: number; stepUl: number }>;

/** What measures in US fluid ounces are graduated in. */
const OUNCES = [0.125, 0.25, 0.5, 1, 2, 4, 8];

/**
 * What a measure of a kind is graduated in, in whole microlitres: of one in whole ounces a usual part of an ounce or some.
 *
 * @example a jug of 64 US fl oz in 2 US fl oz, a cylinder of 100 ml in 1 ml
 */
export function stepOfSize(kind: MeasureKind, sizeUl: number): number {
  if (STEP[kind] === 1) return sizeUl;
  const step = STEP[kind] * sizeUl;
  const ounces = Math.round(sizeUl / UNIT_UL.usFlOz);
  const inOunces = sizeUl % UNIT_UL.ml !== 0 && Math.round(ounces * UNIT_UL.usFlOz) === sizeUl;
  const part = inOunces ? OUNCES.find((oz) => oz * UNIT_UL.usFlOz >= step) : undefined;
  const usual = part ? Math.round(part * UNIT_UL.usFlOz) : twoFigures(step);
  return Math.max(1, Math.min(sizeUl, usual));
}

/** The settings most cannons and hose-end guns have, from closed to open. */
export const USUAL_DIALS = ['closed', 'half', 'open'] as const;

/**
 * Names for several of a kind that nothing else has: the plain one for a single one, else numbered.
 *
 * @param taken names in use, in whatever case
 * @example freeNames('Trigger bottle', 2, ['trigger bottle 1']) // ['Trigger bottle 2', 'Trigger bottle 3']
 */
export function freeNames(name: string, count: number, taken: readonly string[]): string[] {
  const used = new Set(taken.map((t) => t.trim().toLowerCase()));
  const plain = name.trim();
  if (count === 1 && !used.has(plain.toLowerCase())) return [plain];
  const names: string[] = [];
  for (let n = 1; names.length < count; n++) {
    if (!used.has(`${plain} ${n}`.toLowerCase())) names.push(`${plain} ${n}`);
  }
  return names;
}

/** The most a container of a kind usually holds, in litres. */
const CONTAINER_UP_TO: readonly (readonly [kind: ContainerKind, litres: number])[] = [
  ['bottle', 1.5],
  ['jug', 6],
  ['pail', 30],
  ['drum', 250],
];

/** What a container of a size usually is. */
export const containerKindOf = (sizeUl: number): ContainerKind =>
  CONTAINER_UP_TO.find(([, litres]) => sizeUl <= litres * UNIT_UL.l)?.[0] ?? 'tank';
