import { memo, useId, useMemo } from 'react';
import { graduationStep } from '#core/mixing/graduations.ts';
import { type Outline, shapeVessel, standingHeight, type VesselShape } from '#core/mixing/vesselShape.ts';
import { shortVolume } from '#core/units/formatVolume.ts';
import { UNIT_UL, type UnitSystem } from '#core/units/units.ts';
import { type Graduation, type Mark, Scale } from './Scale.tsx';
import { wallPath } from './wallPath.ts';

/** What stands in a vessel, from the floor up. */
export type Layer = { ul: number; of: 'water' | 'product' | 'mix' | 'guard' };

type Props = {
  outline: Outline;
  brimfulUl: number;
  layers: Layer[];
  units: UnitSystem;
  /** Height and width there is for the drawing; it keeps its own proportions inside. */
  height: number;
  width: number;
  /** Where it stands in that room (default in the middle). */
  align?: 'left' | 'middle' | 'right';
  marks?: { ul: number; figure: string; tone: Mark['tone']; dashed?: boolean }[];
  label: string;
};

const SCALE_ROOM = 118;
const THINNEST = 3;

/** A mix that is kept is striped in both; what takes up room is a grid. */
const FILLS: Partial<Record<Layer['of'], string>> = {
  water: 'var(--water-tint)',
  product: 'var(--product-tint)',
};

const SPARE = { left: 0, middle: 0.5, right: 1 };

/**
 * A vessel, measure or container in its true shape, filled to true heights, against its own graduated scale. A layer
 * too thin to see gets a tick and a leader line, never a false thickness.
 */
export const EquipmentDrawing = memo(function EquipmentDrawing(props: Props) {
  const { outline, brimfulUl, layers, units, height, width, align = 'middle', marks = [], label } = props;
  const clip = useId();
  const pattern = useId();
  const shape = useMemo(() => shapeVessel(outline, brimfulUl), [outline, brimfulUl]);
  const room = { height: height - 16, width: width - SCALE_ROOM - 2 };
  const pxPerCm = Math.min(room.height / shape.heightCm, room.width / shape.widthCm);
  const drawn = { height: shape.heightCm * pxPerCm, width: shape.widthCm * pxPerCm };
  const floor = height - 8;
  const spare = Math.max(0, room.width - drawn.width) * SPARE[align];
  const middle = spare + drawn.width / 2 + 2;
  const yOf = (ul: number) => floor - standingHeight(shape, ul) * pxPerCm;
  const path = useMemo(() => wallPath(shape, pxPerCm, middle, floor), [shape, pxPerCm, middle, floor]);
  const graduations = useMemo(() => graduate(shape, units, drawn.height), [shape, units, drawn.height]);
  const standing = useMemo(
    () => graduations.map((g) => ({ ...g, at: floor - standingHeight(shape, g.at) * pxPerCm })),
    [graduations, shape, pxPerCm, floor],
  );
  const scaleX = middle + drawn.width / 2 + 8;

  let below = 0;
  const filled = layers.map((layer) => {
    const bottom = yOf(below);
    below += layer.ul;
    const top = yOf(Math.min(below, brimfulUl));
    return { ...layer, top, bottom };
  });

  return (
    <svg
      width={width}
      height={height}
      viewBox={`0 0 ${width} ${height}`}
      role="img"
      aria-label={label}
      className="block max-w-full"
    >
      <clipPath id={clip}>
        <path d={path} />
      </clipPath>
      <pattern id={`${pattern}-mix`} width={10} height={10} patternUnits="userSpaceOnUse">
        <rect width={10} height={10} fill="var(--water-tint)" />
        <path d="M0 5h10" stroke="var(--product-tint)" strokeWidth={3} />
      </pattern>
      <pattern id={`${pattern}-guard`} width={8} height={8} patternUnits="userSpaceOnUse">
        <path d="M0 0h8M0 0v8" stroke="var(--hairline)" strokeWidth={2} />
      </pattern>
      <path d={path} fill="var(--raised)" />
      <g clipPath={`url(#${clip})`}>
        {/* Each from its level down, the highest first: a level that moves is shifted, and nothing is laid out anew. */}
        {[...filled].reverse().map(({ of, top, bottom }) => (
          <rect
            key={of}
            className="level"
            data-of={of}
            data-px={Math.max(0, bottom - top)}
            width={scaleX}
            height={height}
            style={{ transform: `translateY(${top}px)` }}
            fill={FILLS[of] ?? `url(#${pattern}-${of})`}
          />
        ))}
      </g>
      <path d={path} fill="none" stroke="var(--ink)" strokeWidth={2} strokeLinejoin="round" />
      {filled
        .filter(({ of, ul, top, bottom }) => of === 'product' && ul > 0 && bottom - top < THINNEST)
        .map(({ top }) => (
          <line
            key="thin"
            x1={Math.max(0, middle - drawn.width / 2 - 10)}
            x2={scaleX}
            y1={top}
            y2={top}
            stroke="var(--product)"
            strokeWidth={1.5}
          />
        ))}
      <Scale
        x={scaleX}
        from={middle - drawn.width / 2}
        top={floor - drawn.height}
        bottom={floor}
        graduations={standing}
        marks={marks.map(({ ul, ...mark }) => ({ ...mark, at: yOf(ul) }))}
      />
    </svg>
  );
});

/** Graduations at round volumes of the shown units, at most one figure for every 40 px. */
function graduate(shape: VesselShape, units: UnitSystem, px: number): Graduation[] {
  const unit = units === 'metric' ? UNIT_UL.ml : units === 'us' ? UNIT_UL.usFlOz : UNIT_UL.impFlOz;
  const span = shape.brimfulUl / unit;
  const major = graduationStep(span, Math.max(2, px / 40));
  const minor = graduationStep(span, Math.max(4, px / 9));
  const graduations: Graduation[] = [];
  for (let i = 1; i * minor <= span * 1.0001; i++) {
    const amount = i * minor;
    const isMajor = Math.abs(amount / major - Math.round(amount / major)) < 1e-6;
    graduations.push({
      at: amount * unit,
      major: isMajor,
      ...(isMajor && { figure: shortVolume(amount * unit, units) }),
    });
  }
  return graduations;
}
