import { UNIT_UL, type UnitSystem, type VolumeUnit } from './units.ts';

/** Units as they are printed. Never a bare "oz" or "gal". */
export const UNIT_NAMES: Record<VolumeUnit, string> = {
  ml: 'ml',
  cl: 'cl',
  dl: 'dl',
  l: 'L',
  usFlOz: 'US fl oz',
  usPint: 'US pint',
  usQuart: 'US qt',
  usGal: 'US gal',
  impFlOz: 'imp fl oz',
  impPint: 'imp pint',
  impQuart: 'imp qt',
  impGal: 'imp gal',
};

/** A volume ready to be set in type: the figure and its unit apart, so that the figure can be large. */
export type ReadVolume = { readonly figure: string; readonly unit: string };

/**
 * A volume as it is read on a measure: rounded to the nearest graduation, in the unit that suits its size.
 *
 * @param ul microlitres, 0 or more; a negative amount (a difference) keeps its sign
 * @param system which units to show; it never changes what is booked
 * @param stepUl graduation of the measure in microlitres; without one, three to four significant figures
 * @example readVolume(57_692, 'metric') // { figure: '57.7', unit: 'ml' }
 * @example readVolume(57_692, 'metric', 1_000) // { figure: '58', unit: 'ml' }
 * @example readVolume(1_025_000, 'metric', 5_000) // { figure: '1.025', unit: 'L' }
 * @example readVolume(16_235_892, 'us') // { figure: '4 gal 37', unit: 'US fl oz' }
 */
export function readVolume(ul: number, system: UnitSystem, stepUl?: number): ReadVolume {
  const rounded = stepUl ? Math.round(ul / stepUl) * stepUl : ul;
  const unit = unitFor(Math.abs(rounded), system);
  if (unit === 'usGal' || unit === 'impGal') return inGallons(rounded, unit);
  const amount = rounded / UNIT_UL[unit];
  return {
    figure: trimZeros(amount.toFixed(places(Math.abs(amount), unit, stepUl))),
    unit: UNIT_NAMES[unit],
  };
}

/** {@link readVolume} as one string: `58 ml`. */
export function formatVolume(ul: number, system: UnitSystem, stepUl?: number): string {
  const { figure, unit } = readVolume(ul, system, stepUl);
  return `${figure} ${unit}`;
}

/** Water by the hose is no closer than this: a litre, a gallon, and under five gallons half of one. */
const ABOUT_UL = { metric: UNIT_UL.l, us: UNIT_UL.usGal, imperial: UNIT_UL.impGal } as const;

/**
 * So much water, as it is spoken of: what runs is not measured.
 *
 * @param litres 0 or more
 * @example formatWater(137.1, 'metric') // '137 L'
 * @example formatWater(137.1, 'us') // '36 US gal'
 */
export function formatWater(litres: number, system: UnitSystem): string {
  const ul = litres * UNIT_UL.l;
  const whole = ABOUT_UL[system];
  return formatVolume(ul, system, system !== 'metric' && ul < 5 * whole ? whole / 2 : whole);
}

/**
 * A volume beside a drawing, where there is little room: what is in gallons goes without its last unit, as everywhere on a
 * bucket.
 *
 * @example shortVolume(16_235_892, 'us') // '4 gal 37'
 */
export function shortVolume(ul: number, system: UnitSystem, stepUl?: number): string {
  const { figure, unit } = readVolume(ul, system, stepUl);
  return figure.includes(' gal ') ? figure : `${figure} ${unit}`;
}

/**
 * A volume to the microlitre, for those who want to know exactly.
 *
 * @example formatExactVolume(57_692) // '57.692 ml'
 */
export function formatExactVolume(ul: number): string {
  return `${trimZeros((ul / UNIT_UL.ml).toFixed(3))} ml`;
}

function unitFor(ul: number, system: UnitSystem): VolumeUnit {
  if (system === 'us') return ul >= UNIT_UL.usGal ? 'usGal' : 'usFlOz';
  if (system === 'imperial') return ul >= UNIT_UL.impGal ? 'impGal' : 'impFlOz';
  return ul >= UNIT_UL.l ? 'l' : 'ml';
}

const OUNCE = { usGal: 'usFlOz', impGal: 'impFlOz' } as const;

/** Gallons as a bucket and a jug read them: whole ones, and ounces. */
function inGallons(ul: number, unit: 'usGal' | 'impGal'): ReadVolume {
  const ounce = OUNCE[unit];
  const aGallon = Math.round(UNIT_UL[unit] / UNIT_UL[ounce]);
  const ounces = Math.round(Math.abs(ul) / UNIT_UL[ounce]);
  const [whole, rest] = [Math.floor(ounces / aGallon), ounces % aGallon];
  const figure = `${ul < 0 ? '-' : ''}${whole}`;
  if (rest === 0) return { figure, unit: UNIT_NAMES[unit] };
  return { figure: `${figure} gal ${rest}`, unit: UNIT_NAMES[ounce] };
}

/** How many places it takes to write a graduation of so many microlitres in a unit of `unitUl`. */
function placesOfStep(stepUl: number, unitUl: number): number {
  for (let n = 0; n < 6; n++)
    if (Number.isInteger(Number(((stepUl / unitUl) * 10 ** n).toFixed(6)))) return n;
  return 6;
}

function places(amount: number, unit: VolumeUnit, stepUl: number | undefined): number {
  if (stepUl && (unit === 'ml' || unit === 'l')) return placesOfStep(stepUl, UNIT_UL[unit]);
  if (unit === 'l') return 2;
  const usual = amount >= 100 ? 0 : amount >= 10 ? 1 : 2;
  // What is there at all is never printed as nothing.
  return amount > 0 && Number(amount.toFixed(usual)) === 0 ? 3 : usual;
}

function trimZeros(figure: string): string {
  const trimmed = figure.includes('.') ? figure.replace(/\.?0+$/, '') : figure;
  return trimmed === '-0' ? '0' : trimmed;
}
