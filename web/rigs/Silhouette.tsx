import { memo } from 'react';
import { type Outline, shapeVessel } from '#core/mixing/vesselShape.ts';
import { wallPath } from '../ui/wallPath.ts';

const HEIGHT = 50;
const WIDTH = 44;

/** A small outline, enough to tell a sprayer from a bucket. */
export const Silhouette = memo(function Silhouette({ outline }: { outline: Outline }) {
  const shape = shapeVessel(outline, 1_000_000);
  const scale = Math.min((HEIGHT - 2) / shape.heightCm, (WIDTH - 2) / shape.widthCm);
  const height = shape.heightCm * scale + 2;
  return (
    <svg width={WIDTH} height={height} aria-hidden>
      <path
        d={wallPath(shape, scale, WIDTH / 2, height - 1)}
        fill="var(--raised)"
        stroke="var(--ink)"
        strokeWidth={1.5}
        strokeLinejoin="round"
      />
    </svg>
  );
});
