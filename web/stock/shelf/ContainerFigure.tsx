import { memo, useId, useMemo } from 'react';
import { type Outline, shapeVessel, standingHeight } from '#core/mixing/vesselShape.ts';
import { wallPath } from '../../ui/wallPath.ts';

/** All containers on the shelf are drawn to one scale, so that a pail looks like a pail beside a bottle. */
const PX_PER_CM = 4;
const TALLEST_PX = 152;

/** A container as it stands: its shape, its level, and a band round its neck while it is sealed. */
export const ContainerFigure = memo(function ContainerFigure(props: {
  outline: Outline;
  sizeUl: number;
  heldUl: number;
  sealed: boolean;
}) {
  const { outline, sizeUl, heldUl, sealed } = props;
  const clip = useId();
  // Filled to its size a container still has air above it: drawn a twentieth larger than what it is sold as.
  const shape = useMemo(() => shapeVessel(outline, sizeUl * 1.05), [outline, sizeUl]);
  const scale = Math.min(PX_PER_CM, TALLEST_PX / shape.heightCm);
  const width = shape.widthCm * scale + 4;
  const height = shape.heightCm * scale + 3;
  const path = wallPath(shape, scale, width / 2, height - 1);
  const level = height - 1 - standingHeight(shape, heldUl) * scale;
  return (
    <svg width={width} height={height} aria-hidden className="block">
      <clipPath id={clip}>
        <path d={path} />
      </clipPath>
      <path d={path} fill="var(--raised)" />
      <g clipPath={`url(#${clip})`}>
        <rect
          className="level"
          x={0}
          width={width}
          y={level}
          height={height - level}
          fill="var(--product-tint)"
        />
        {sealed && <rect x={0} width={width} y={0} height={9} fill="var(--ink)" />}
      </g>
      <path d={path} fill="none" stroke="var(--ink)" strokeWidth={2} strokeLinejoin="round" />
    </svg>
  );
});
