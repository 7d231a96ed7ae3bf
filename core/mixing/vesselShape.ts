import { halving } from '../halving.ts';

/**
 * The outline of a vessel as a solid of revolution: radii at heights from the floor up, joined by straight walls.
 * Heights rise from the first point to the last.
 */
export type Outline = readonly (readonly [radius: number, height: number])[];

/** A vessel's true shape: an outline in centimetres that holds exactly `brimfulUl`. */
export type VesselShape = {
  readonly outline: Outline;
  readonly heightCm: number;
  /** The widest diameter. */
  readonly widthCm: number;
  readonly brimfulUl: number;
};

const UL_PER_CM3 = 1_000;

/**
 * Scales an outline, keeping its proportions, until it holds `brimfulUl`.
 *
 * @throws RangeError if the outline holds nothing
 * @example shapeVessel([[14, 0], [14, 30]], 12_000_000).heightCm // 28 cm wide at 30 high keeps its proportions
 */
export function shapeVessel(outline: Outline, brimfulUl: number): VesselShape {
  const held = volumeBelow(outline, Number.POSITIVE_INFINITY);
  if (!(held > 0)) throw new RangeError('an outline that holds nothing');
  const scale = Math.cbrt(brimfulUl / UL_PER_CM3 / held);
  const scaled = outline.map(([r, h]) => [r * scale, h * scale] as const);
  return {
    outline: scaled,
    heightCm: Math.max(...scaled.map(([, h]) => h)),
    widthCm: 2 * Math.max(...scaled.map(([r]) => r)),
    brimfulUl,
  };
}

/**
 * How high a volume stands in a vessel, in centimetres from its floor. Exact for straight walls; a conical wall is
 * solved by halving to a ten-millionth of the vessel's height.
 *
 * @param ul 0 to brimful; more than brimful stands at the brim
 */
export function standingHeight(shape: VesselShape, ul: number): number {
  const wanted = ul / UL_PER_CM3;
  const { heightCm, outline } = shape;
  return halving((cm) => volumeBelow(outline, cm) < wanted, 0, heightCm, 1e-7 * heightCm);
}

/** The volume a vessel holds below a height, in microlitres. The sum of conical frusta: pi h (r1^2 + r1 r2 + r2^2) / 3. */
export function volumeAtHeight(shape: VesselShape, heightCm: number): number {
  return volumeBelow(shape.outline, heightCm) * UL_PER_CM3;
}

/** The half-width of the vessel at a height, in centimetres. */
export function radiusAtHeight(outline: Outline, height: number): number {
  for (let i = 1; i < outline.length; i++) {
    const [r1, h1] = outline[i - 1] as readonly [number, number];
    const [r2, h2] = outline[i] as readonly [number, number];
    if (height <= h2) return r1 + ((r2 - r1) * Math.max(0, height - h1)) / (h2 - h1);
  }
  return outline.at(-1)?.[0] ?? 0;
}

function volumeBelow(outline: Outline, height: number): number {
  let sum = 0;
  for (let i = 1; i < outline.length; i++) {
    const [r1, h1] = outline[i - 1] as readonly [number, number];
    const [r2, h2] = outline[i] as readonly [number, number];
    if (height <= h1) break;
    const top = Math.min(height, h2);
    const rTop = r1 + ((r2 - r1) * (top - h1)) / (h2 - h1);
    sum += (Math.PI * (top - h1) * (r1 * r1 + r1 * rTop + rTop * rTop)) / 3;
  }
  return sum;
}
