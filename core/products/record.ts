import type { VesselKind } from '../mixing/outlines.ts';
import { accept, type Outcome, refuse } from '../outcome.ts';
import { type Traits, traitsByPh } from '../safety/traits.ts';
import { inEnglish, type Say } from '../say.ts';
import type { Delivery } from './delivery.ts';
import type { Family } from './family.ts';

// What a shop keeps on record of a product, in the trade's own words.

export const THICKNESSES = ['thin', 'gel', 'unknown'] as const;
export type Thickness = (typeof THICKNESSES)[number];

/** What it does to wax, sealant or coating that is there already. */
export const PROTECTION_EFFECTS = ['adds', 'keeps', 'strips', 'unknown'] as const;
export type ProtectionEffect = (typeof PROTECTION_EFFECTS)[number];

export const SURFACES = [
  'paint',
  'mattPaint',
  'film',
  'glass',
  'plasticTrim',
  'rubber',
  'softTop',
  'chrome',
  'bareMetal',
  'anodised',
  'carbonCeramic',
  'fabric',
  'leather',
] as const;
export type Surface = (typeof SURFACES)[number];
export const SURFACE_NAMES: Record<Surface, string> = {
  paint: 'Paint',
  mattPaint: 'Matt paint',
  film: 'Film and wrap',
  glass: 'Glass',
  plasticTrim: 'Plastic trim',
  rubber: 'Rubber and seals',
  softTop: 'Soft tops',
  chrome: 'Chrome',
  bareMetal: 'Bare and polished metal',
  anodised: 'Anodised metal',
  carbonCeramic: 'Carbon-ceramic brakes',
  fabric: 'Fabric',
  leather: 'Leather',
};
export const SUITS = ['yes', 'no', 'unknown'] as const;
export type Suits = (typeof SUITS)[number];

export const HAZARDS = [
  'irritatesSkin',
  'irritatesEyes',
  'burns',
  'harmfulSwallowed',
  'harmfulBreathed',
  'sensitises',
  'flammable',
  'aerosol',
  'water',
  'slippery',
] as const;
export type Hazard = (typeof HAZARDS)[number];
export const HAZARD_NAMES: Record<Hazard, string> = {
  irritatesSkin: 'irritates skin',
  irritatesEyes: 'irritates eyes',
  burns: 'burns skin and eyes',
  harmfulSwallowed: 'harmful if swallowed',
  harmfulBreathed: 'harmful to breathe',
  sensitises: 'can cause allergy',
  flammable: 'flammable',
  aerosol: 'do not breathe its mist',
  water: 'harms water life',
  slippery: 'slippery underfoot',
};

/** What it takes to mix it safely: gloves, eye cover, air; and whether a word or a sign-off is asked before a pour. */
export type Care = {
  readonly gloves: boolean;
  readonly eyes: boolean;
  readonly air: boolean;
  readonly acknowledge: boolean;
  readonly signOff: boolean;
};

/** All that is on record of a product besides its label and its traits. */
export type ProductRecord = {
  family: Family;
  phNeat: number | null;
  phUse: number | null;
  thickness: Thickness;
  protection: ProtectionEffect;
  /** The cold and the heat it stands in store, in degrees C. */
  storeFromC: number | null;
  storeToC: number | null;
  /** Days a mix of it keeps. */
  useByDays: number | null;
  /** Order more once less than this is in the shop, in whole microlitres; none: as the open one nears its end. */
  reorderUl: number | null;
  /** The most of it there is room for, in whole microlitres; null: nobody said. */
  roomUl: number | null;
  surfaces: Record<Surface, Suits>;
  delivery: Delivery[];
  hazards: Hazard[];
  care: { -readonly [K in keyof Care]: Care[K] };
  firstAid: string;
  spill: string;
  /** The product it took over from: 1 part of this does the work of `k` parts of that. */
  replaces: { productId: number; k: number } | null;
};

/** The care in words, as it stands on a label: `Gloves, eye cover and fresh air.` */
export function careInWords(
  { gloves, eyes, air }: Pick<Care, 'gloves' | 'eyes' | 'air'>,
  say: Say = inEnglish,
): string {
  const words = [gloves && say('nitrile gloves'), eyes && say('eye cover'), air && say('fresh air')].filter(
    (w) => w !== false,
  );
  if (words.length === 0) return '';
  const last = words.pop() as string;
  const sentence = words.length > 0 ? say('{0} and {1}', words.join(', '), last) : last;
  return `${sentence.charAt(0).toUpperCase()}${sentence.slice(1)}.`;
}

const DELIVERY_OF: Partial<Record<VesselKind, Delivery>> = {
  triggerBottle: 'trigger',
  pumpSprayer: 'pumpSprayer',
  cannonBottle: 'cannon',
  gunBottle: 'hoseGun',
  bucket: 'bucket',
  towelBucket: 'bucket',
};

/** How a vessel delivers what is in it; null for a pail or a tank, which only keep it. */
export const deliveryOf = (kind: VesselKind): Delivery | null => DELIVERY_OF[kind] ?? null;

/** A cannon or a hose-end gun dilutes again what is in its bottle; everything else delivers it as it is. */
export const isSuction = (kind: VesselKind): boolean => kind === 'cannonBottle' || kind === 'gunBottle';

/**
 * Whether a product suits the vessel it is to go into, as far as its record says.
 *
 * @returns a refusal to be shown as a caution: the shop knows its own sprayers
 */
export function suitsVessel(
  product: { name: string; thickness: Thickness; delivery: readonly Delivery[] },
  vessel: { name: string; kind: VesselKind },
): Outcome<null> {
  const means = deliveryOf(vessel.kind);
  if (!means || product.delivery.length === 0 || product.delivery.includes(means)) return accept(null);
  const fine = product.thickness === 'gel' && (means === 'trigger' || means === 'pumpSprayer');
  return refuse('delivery.unsuited', { product: product.name, means, gel: fine, suits: product.delivery });
}

/**
 * Whether pH and traits of a record agree: under 2 is an acid and over 11 a strong alkali, whoever says otherwise.
 *
 * @param phNeat pH of the neat product, 0 to 14; null where nobody has found out
 */
export function checkPh(phNeat: number | null, traits: Traits): Outcome<null> {
  for (const [trait, must] of Object.entries(traitsByPh(phNeat)) as [
    'acid' | 'strongAlkali',
    'yes' | 'no',
  ][]) {
    if (traits[trait] !== (must === 'yes' ? 'no' : 'yes')) continue;
    return refuse(`ph.${trait}`, { is: must === 'yes' });
  }
  return accept(null);
}
