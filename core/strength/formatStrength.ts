import { inEnglish, type Say } from '../say.ts';
import { formatVolume, UNIT_NAMES } from '../units/formatVolume.ts';
import { type Quantity, UNIT_UL, type UnitSystem, type VolumeUnit } from '../units/units.ts';
import type { Strength } from './notation.ts';
import type { Fraction } from './strength.ts';

/**
 * A strength as the trade writes it.
 *
 * @example formatStrength({ notation: 'parts', water: 12 }) // '1:12'
 */
export function formatStrength(strength: Strength): string {
  switch (strength.notation) {
    case 'parts':
      return strength.water === 0 ? 'neat' : `1:${figure(strength.water)}`;
    case 'inTotal':
      return `1 in ${figure(strength.total)}`;
    case 'percent':
      return strength.percent === 100 ? 'neat' : `${figure(strength.percent)} %`;
    case 'dose': {
      const dose = quantity(strength.dose);
      const per = quantity(strength.per);
      return strength.reading === 'madeUp' ? `${dose} made up to ${per}` : `${dose} on top of ${per}`;
    }
    case 'grams':
      return `${figure(strength.gramsPerL)} g per L`;
  }
}

/**
 * A strength in as little room as it can still be read back from.
 *
 * @example '20 ml in 20 L'
 */
export function shortStrength(strength: Strength): string {
  return formatStrength(strength).replace(' made up to ', ' in ');
}

/**
 * A fraction as a percentage of the whole, to the two figures anybody can measure; 100 % is neat and nothing else.
 *
 * @example formatPercent((1 / 13) as Fraction) // '7.7 %'
 */
export function formatPercent(f: Fraction): string {
  const rounded = Number((f * 100).toPrecision(2));
  return `${rounded === 100 && f < 1 ? 99 : rounded} %`;
}

/**
 * A fraction that is a limit, to three figures: somebody is told to stay on one side of it.
 *
 * @example formatLimit((1 / 6) as Fraction) // '16.7 %'
 */
export const formatLimit = (f: Fraction): string => `${figure(f * 100)} %`;

const systemOf = (unit: VolumeUnit): UnitSystem =>
  unit.startsWith('us') ? 'us' : unit.startsWith('imp') ? 'imperial' : 'metric';

/**
 * A dose that is printed in other units than the shop's, in the shop's own; null where it is in those already, or is no dose.
 *
 * @example doseInUnitsOf(2 US fl oz made up to 1 US gal, 'metric') // '59 ml in 3.79 L'
 */
export function doseInUnitsOf(strength: Strength, show: UnitSystem): string | null {
  if (strength.notation !== 'dose') return null;
  const both = [strength.dose, strength.per];
  if (both.every(({ unit }) => systemOf(unit) === show)) return null;
  const [dose, per] = both.map(({ amount, unit }) => formatVolume(amount * UNIT_UL[unit], show));
  return `${dose} ${strength.reading === 'madeUp' ? 'in' : 'on top of'} ${per}`;
}

/** A strength's reading in words, for showing two of them side by side. */
export function readingInWords(strength: Strength, say: Say = inEnglish): string {
  switch (strength.notation) {
    case 'parts':
      return strength.water === 1
        ? say('1 part product plus 1 part water')
        : say('1 part product plus {0} parts water', figure(strength.water));
    case 'inTotal':
      return say('1 part product in {0} parts altogether', figure(strength.total));
    case 'percent':
      return say('share of the whole');
    case 'dose':
      return strength.reading === 'madeUp'
        ? say('water up to the volume')
        : say('product added to the volume of water');
    case 'grams':
      return say('by weight, at {0} g/ml, water up to the litre', strength.gPerMl);
  }
}

function quantity({ amount, unit }: Quantity): string {
  return `${figure(amount)} ${UNIT_NAMES[unit]}`;
}

/** To three significant figures, and whole from a hundred on: nobody pours to more. */
function figure(n: number): string {
  return String(n >= 100 ? Math.round(n) : Number(n.toPrecision(3)));
}
