/**
 * How a vessel's inside is known, for finding a volume with a depth stick: its floor plan where the walls are straight,
 * or depths that were measured.
 */
export type DepthProfile =
  | { readonly kind: 'round'; readonly diameterCm: number }
  | { readonly kind: 'rectangular'; readonly widthCm: number; readonly lengthCm: number }
  | { readonly kind: 'table'; readonly points: readonly (readonly [cm: number, ul: number])[] };

const UL_PER_CM3 = 1_000;

/** The area of a straight-walled vessel's floor, in square centimetres. */
function floorCm2(profile: Exclude<DepthProfile, { kind: 'table' }>): number {
  return profile.kind === 'round'
    ? (Math.PI * profile.diameterCm ** 2) / 4
    : profile.widthCm * profile.lengthCm;
}

/**
 * How deep a volume stands, in centimetres.
 *
 * A table is read between its points in straight lines, from an empty vessel up; past the last point it goes on as
 * between the last two.
 *
 * @example depthOf({ kind: 'round', diameterCm: 28 }, 12_000_000) // 19.488
 */
export function depthOf(profile: DepthProfile, ul: number): number {
  if (profile.kind !== 'table') return ul / UL_PER_CM3 / floorCm2(profile);
  const [[lowCm, lowUl], [highCm, highUl]] = around(profile.points, (point) => point[1] >= ul);
  return lowCm + ((highCm - lowCm) * (ul - lowUl)) / (highUl - lowUl);
}

/**
 * The volume that stands so deep, in microlitres: the way back from {@link depthOf}.
 *
 * @example volumeAtDepth({ kind: 'rectangular', widthCm: 9, lengthCm: 9 }, 2.5) // 202_500
 */
export function volumeAtDepth(profile: DepthProfile, cm: number): number {
  if (profile.kind !== 'table') return Math.round(cm * floorCm2(profile) * UL_PER_CM3);
  const [[lowCm, lowUl], [highCm, highUl]] = around(profile.points, (point) => point[0] >= cm);
  return Math.round(lowUl + ((highUl - lowUl) * (cm - lowCm)) / (highCm - lowCm));
}

type Point = readonly [cm: number, ul: number];

function around(points: readonly Point[], reached: (point: Point) => boolean): readonly [Point, Point] {
  const all: Point[] = [[0, 0], ...points];
  if (all.length < 2) throw new RangeError('a depth table without depths');
  const found = all.findIndex((point, i) => i > 0 && reached(point));
  const high = found < 0 ? all.length - 1 : found;
  return [all[high - 1] as Point, all[high] as Point];
}

/**
 * The liquid of a towel bucket: what the towels take up, and the free liquid above them: `T = n u + depth x floor`.
 *
 * @param towels how many, each once
 * @param towel its sides in centimetres and its weight in g/m2; it takes up about three times its own mass of water
 * @returns microlitres
 * @example ten towels of 40 x 40 cm at 300 g/m2 take up 1.44 L
 */
export function towelBucketUl(
  towels: number,
  towel: { widthCm: number; lengthCm: number; gsm: number },
  freeDepthCm: number,
  profile: DepthProfile,
): number {
  const massG = (towel.widthCm * towel.lengthCm * towel.gsm) / 10_000;
  return Math.round(towels * 3 * massG * UL_PER_CM3) + volumeAtDepth(profile, freeDepthCm);
}
