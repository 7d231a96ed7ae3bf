import type { VesselShape } from '#core/mixing/vesselShape.ts';

/** The outline of a shape as an SVG path, standing on `floor` around `middle`. */
export function wallPath({ outline }: VesselShape, pxPerCm: number, middle: number, floor: number): string {
  const side = (sign: number) =>
    outline.map(
      ([r, h]) => `${(middle + sign * r * pxPerCm).toFixed(1)},${(floor - h * pxPerCm).toFixed(1)}`,
    );
  return `M${[...side(-1).reverse(), ...side(1)].join('L')}Z`;
}
