// Air with water in it. Buck's equation for what saturated air holds, and what follows from it.

/** Of water vapour, in J/(kg K). */
const GAS_CONSTANT = 461.5;
export const KELVIN = 273.15;

/**
 * Pressure of saturated water vapour over water: `es(T) = 611.21 exp((18.678 - T/234.5)(T/(257.14 + T)))`.
 *
 * @param c in degrees C
 * @returns Pa
 * @example saturationPa(20) // 2338.3
 */
export const saturationPa = (c: number): number =>
  611.21 * Math.exp((18.678 - c / 234.5) * (c / (257.14 + c)));

/** How much vapour saturated air holds at a temperature, in kg/m3: `es / (461.5 (T + 273.15))`. */
export const saturatedDensity = (c: number): number => saturationPa(c) / (GAS_CONSTANT * (c + KELVIN));

/**
 * The dew point: where this much vapour would saturate the air, Buck's equation turned round.
 *
 * @param c of the air, in degrees C
 * @param humidity relative, as a share over 0 to 1
 * @returns degrees C
 */
export function dewPointC(c: number, humidity: number): number {
  const x = Math.log((humidity * saturationPa(c)) / 611.21);
  const b = 18.678 - x;
  return 117.25 * (b - Math.sqrt(b * b - (4 * 257.14 * x) / 234.5));
}
