import type { UnitSystem } from '../units/units.ts';

const CM_PER_INCH = 2.54;

/**
 * A depth as a stick reads it: to the millimetre, or to a tenth of an inch.
 *
 * @param cm centimetres, 0 or more
 * @example formatDepth(19.488, 'metric') // '19.5 cm'
 * @example formatDepth(19.488, 'us') // '7.7 in'
 */
export const formatDepth = (cm: number, show: UnitSystem): string =>
  show === 'metric' ? `${cm.toFixed(1)} cm` : `${(cm / CM_PER_INCH).toFixed(1)} in`;
