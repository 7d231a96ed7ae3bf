import type { Colour, Material } from '../dwell/surroundings.ts';
import { type Body, USUAL_BODY } from '../soil/bodies.ts';
import type { SoilKind, SoilLevel } from '../soil/soil.ts';
import type { Treatment } from './intervals.ts';
import { levelsOf, type WashZone } from './levels.ts';
import type { Method } from './methods.ts';

// What somebody sees of a vehicle before it is washed. Every field may be left out: what nobody said is assumed and shown.

export const PROTECTIONS = ['none', 'wax', 'sealant', 'coating', 'film'] as const;
export type Protection = (typeof PROTECTIONS)[number];
export const BRAKES = ['drum', 'disc', 'carbonCeramic'] as const;
export type Brake = (typeof BRAKES)[number];
export const WHEEL_FINISHES = [
  'clearCoated',
  'painted',
  'polished',
  'bare',
  'chrome',
  'anodised',
  'coated',
] as const;
export type WheelFinish = (typeof WHEEL_FINISHES)[number];
export const SPOT_KINDS = ['insects', 'droppings', 'sap', 'tar', 'iron', 'lime'] as const;
export type SpotKind = (typeof SPOT_KINDS)[number];
export const FOLLOWS = ['use', 'delivery', 'polish', 'coating', 'show'] as const;
export type Follow = (typeof FOLLOWS)[number];
export const SPECIALS = [
  'singleStage',
  'matt',
  'softTop',
  'tiredSeals',
  'waterTraps',
  'leakingTop',
  'freshPaint',
  'freshCoating',
  'freshFilm',
] as const;
export type Special = (typeof SPECIALS)[number];
export const STANDS = ['open', 'shade', 'roof', 'closed'] as const;
export type Stand = (typeof STANDS)[number];

export const GLAZINGS = ['glass', 'plastic'] as const;
export type Glazing = (typeof GLAZINGS)[number];

/** An answer somebody gave: that they don't know is one, and counts as the touchiest of its kind. */
export type OrUnknown<T> = T | 'unknown';

export type Axle = { readonly brake: OrUnknown<Brake>; readonly finish: OrUnknown<WheelFinish> };
export const AXLES = ['front', 'rear'] as const;
export type AxleId = (typeof AXLES)[number];

export type Spot = { readonly kind: SpotKind; readonly zones: readonly WashZone[]; readonly many: boolean };

export type Water =
  | { readonly kind: 'hose' }
  | { readonly kind: 'carried'; readonly litres: number }
  | { readonly kind: 'none' };

/** A vehicle as it stands there, all of it known or assumed. */
export type Seen = {
  readonly body: Body;
  readonly colour: Colour;
  readonly material: Material;
  /** How dirty the sills and the tail are: the vehicle's one level. */
  readonly level: SoilLevel;
  readonly zones: Partial<Record<WashZone, SoilLevel>>;
  readonly kinds: readonly SoilKind[];
  readonly looseGrit: boolean;
  readonly stuckFilm: boolean;
  /** Driven in the last half hour. */
  readonly hot: boolean;
  readonly spots: readonly Spot[];
  readonly axles: Readonly<Record<AxleId, Axle>>;
  readonly protection: OrUnknown<Protection>;
  readonly beads: boolean;
  readonly swirled: boolean;
  readonly specials: readonly Special[];
  /** What the panes are of. */
  readonly glazing: OrUnknown<Glazing>;
  readonly water: Water;
  readonly drain: boolean;
  readonly runOffBan: boolean;
  /** A bay, with a hose and a drain, that it can be brought to. */
  readonly bayNear: boolean;
  readonly stands: readonly Stand[];
  /** How warm it is in a closed place, in degrees C. */
  readonly closedC: number;
  /** Minutes there are; null: no limit. */
  readonly minutes: number | null;
  readonly people: 1 | 2;
  readonly follows: readonly Follow[];
  readonly touchless: boolean;
  /** A method that was asked for; null: whichever suits. */
  readonly method: Method | null;
  /** Fine marks are accepted. */
  readonly marring: boolean;
  /** Rules a manager gave their word on for this vehicle; a stop is never among what that lifts. */
  readonly words: readonly string[];
  /** What is due on it by date, by what is on record. */
  readonly due: readonly Treatment[];
};
export type Assessment = { readonly [K in keyof Seen]?: Seen[K] };

/** What is assumed where nobody said. */
export const ASSUMED: Seen = {
  body: USUAL_BODY,
  colour: 'mid',
  material: 'steel',
  level: 1,
  zones: {},
  kinds: [],
  looseGrit: false,
  stuckFilm: false,
  hot: false,
  spots: [],
  axles: {
    front: { brake: 'disc', finish: 'clearCoated' },
    rear: { brake: 'disc', finish: 'clearCoated' },
  },
  protection: 'unknown',
  beads: false,
  swirled: false,
  specials: [],
  glazing: 'glass',
  water: { kind: 'hose' },
  drain: true,
  runOffBan: false,
  bayNear: false,
  stands: ['open'],
  closedC: 15,
  minutes: null,
  people: 1,
  follows: ['use'],
  touchless: false,
  method: null,
  marring: false,
  due: [],
  words: [],
};

export type SeenField = keyof Seen;
const FIELDS = Object.keys(ASSUMED) as SeenField[];

/** A vehicle with what was assumed of it, the level of each zone, and the level a method has to stand up to. */
export type Sized = Seen & {
  readonly assumed: readonly SeenField[];
  readonly levels: Readonly<Record<WashZone, SoilLevel>>;
  /** The highest of the painted zones and glass. */
  readonly dirtiest: SoilLevel;
};

/**
 * All of what is seen, with what is assumed in the place of what nobody said.
 *
 * @param soil what soil is assumed where nobody said
 */
export function sized(assessment: Assessment, soil: readonly SoilKind[] = []): Sized {
  const given = Object.fromEntries(
    Object.entries(assessment).filter(([, value]) => value !== undefined && value !== null),
  ) as Assessment;
  const seen: Seen = {
    ...ASSUMED,
    kinds: soil,
    specials: given.body === 'convertible' ? ['softTop'] : [],
    ...given,
  };
  const assumed = FIELDS.filter((field) => !(field in given));
  // Campers and soft tops have plastic panes as often as not: nobody has looked.
  const glazing =
    given.glazing ?? (seen.body === 'camper' || seen.specials.includes('softTop') ? 'unknown' : seen.glazing);
  return { ...seen, glazing, assumed, ...levelsOf(given.level ?? null, seen.zones) };
}
