import { type KeyboardEvent, memo, type PointerEvent, type RefObject, useMemo } from 'react';
import type { StrengthSpread } from '#core/mixing/tolerance.ts';
import type { Basis } from '#core/strength/band.ts';
import { formatPercent } from '#core/strength/formatStrength.ts';
import type { Strength } from '#core/strength/notation.ts';
import { type Fraction, inNotation } from '#core/strength/strength.ts';
import { strengthSaid, t } from '../../lib/speech.ts';
import { type Mark, Scale } from '../../ui/Scale.tsx';
import { useSize } from '../../ui/useSize.ts';

/** Neat at the top, one part in 2500 at the foot. */
const WEAKEST = 1 / 2_500;
const PARTS = [0, 1, 2, 5, 10, 20, 50, 100, 200, 500, 1_000, 2_000];
const MARGIN = 12;
const SCALE_X = 62;
const SNAP_PX = 7;

/** Where a strength stands on a ladder so high: logarithmic from neat to the weakest. */
const heightOf = (f: number, height: number): number =>
  MARGIN + (Math.log(1 / f) / Math.log(1 / WEAKEST)) * (height - 2 * MARGIN);

type Props = {
  /** The mark that is dragged. */
  fraction: Fraction | null;
  /** Where a cannon dilutes the bottle: the other mark, and which of the two is dragged. */
  cannon: { other: Fraction; dragged: 'bottle' | 'panel' } | null;
  /** Strengths to step through; with a basis where they are a label's, without where a recipe's. */
  entries: readonly { id: number; fraction: number; strength: Strength; basis?: Basis }[];
  band: { least: Fraction; most: Fraction } | null;
  /** On the panel. */
  floor: number | null;
  ceiling: number | null;
  spread: StrengthSpread | null;
  /** Where a step starts from; null: from the mark. */
  latest: RefObject<Fraction | null> | null;
  choose: (strength: Strength) => void;
};

/**
 * Strength as a ladder: a logarithmic scale with the label's band and marks, the mark, and how far mixes made like this
 * one lie apart. Drag the mark, or step from mark to mark with the arrows.
 */
export function StrengthLadder(props: Props) {
  const { fraction, cannon, entries, band, floor, ceiling, spread, latest, choose } = props;
  const [room, { width, height }] = useSize<HTMLDivElement>();
  const yOf = (f: number) => heightOf(f, height);
  // With a cannon the steps are those of the mark that is moved: label strengths on its own basis.
  const dragged = entries.filter(
    (e) => !cannon || !e.basis || (e.basis === 'panel') === (cannon.dragged === 'panel'),
  );
  const labelled = dragged.sort((a, b) => b.fraction - a.fraction);

  const chooseAt = (clientY: number) => {
    const top = room.current?.getBoundingClientRect().top ?? 0;
    const y = clientY - top;
    const mark = labelled.find((r) => Math.abs(yOf(r.fraction) - y) <= SNAP_PX);
    if (mark) return choose(mark.strength);
    const share = Math.min(1, Math.max(0, (y - MARGIN) / Math.max(1, height - 2 * MARGIN)));
    choose(roundParts(WEAKEST ** share));
  };
  const drag = (event: PointerEvent) => {
    if (event.type === 'pointerdown') event.currentTarget.setPointerCapture(event.pointerId);
    else if (!event.currentTarget.hasPointerCapture(event.pointerId)) return;
    chooseAt(event.clientY);
  };
  const step = (event: KeyboardEvent) => {
    const up = event.key === 'ArrowUp';
    if (!up && event.key !== 'ArrowDown') return;
    event.preventDefault();
    const from = (latest ? latest.current : fraction) ?? (up ? WEAKEST : 1);
    const next = up
      ? labelled.findLast((r) => r.fraction > from * 1.000001)
      : labelled.find((r) => r.fraction < from * 0.999999);
    if (next && !event.shiftKey) choose(next.strength);
    else choose(roundParts(Math.min(1, from * (up ? 1.1 : 1 / 1.1))));
  };

  const graduations = useMemo(
    () =>
      PARTS.map((water) => ({
        at: heightOf(1 / (water + 1), height),
        major: true,
        figure: water === 0 ? t('neat') : `1:${water}`,
      })),
    [height],
  );
  const figure = (f: Fraction, where: 'bottle' | 'panel') =>
    cannon ? `${formatPercent(f)} ${where === 'panel' ? t('panel') : t('bottle')}` : formatPercent(f);
  const dragging = cannon?.dragged ?? 'bottle';
  const marks: Mark[] = fraction
    ? [
        { at: yOf(Math.max(fraction, WEAKEST)), figure: figure(fraction, dragging), tone: 'product' },
        ...(cannon
          ? [
              {
                at: yOf(Math.max(cannon.other, WEAKEST)),
                figure: figure(cannon.other, dragging === 'panel' ? 'bottle' : 'panel'),
                tone: 'product' as const,
                dashed: true,
              },
            ]
          : []),
      ]
    : [];
  return (
    <div
      ref={room}
      role="slider"
      tabIndex={0}
      aria-label={t('Strength ladder')}
      aria-orientation="vertical"
      aria-valuemin={0}
      aria-valuemax={100}
      aria-valuenow={fraction ? Number((fraction * 100).toPrecision(4)) : 0}
      aria-valuetext={
        fraction ? `${formatPercent(fraction)}, ${strengthSaid(inNotation(fraction, 'parts'))}` : t('none')
      }
      className="relative h-64 cursor-ns-resize touch-none select-none lg:h-full lg:min-h-60"
      onPointerDown={drag}
      onPointerMove={drag}
      onKeyDown={step}
    >
      {width > 0 && (
        <svg width={width} height={height} aria-hidden className="absolute inset-0 block">
          {spread && <Bars spread={spread} height={height} />}
          {band && (
            <rect
              x={SCALE_X - 9}
              width={6}
              y={yOf(band.most) - 1}
              height={Math.max(3, yOf(band.least) - yOf(band.most) + 2)}
              fill="var(--ink)"
            />
          )}
          {ceiling !== null && <Limit y={yOf(ceiling)} side={-1} />}
          {floor !== null && <Limit y={yOf(Math.max(floor, WEAKEST))} side={1} />}
          {labelled.map((r) => (
            <line
              key={`${r.id} ${r.fraction}`}
              x1={SCALE_X - 14}
              x2={SCALE_X}
              y1={yOf(r.fraction)}
              y2={yOf(r.fraction)}
              stroke="var(--ink)"
              strokeWidth={2}
            />
          ))}
          <Scale
            x={SCALE_X}
            top={MARGIN}
            bottom={height - MARGIN}
            from={SCALE_X - 20}
            graduations={graduations}
            marks={marks}
          />
          {fraction && <Handle y={yOf(Math.max(fraction, WEAKEST))} />}
        </svg>
      )}
    </div>
  );
}

/** The mark's handle: a notch on the scale, large enough to see under a thumb. */
function Handle({ y }: { y: number }) {
  return <path d={`M${SCALE_X} ${y}l-13 -8v16z`} fill="var(--product)" stroke="var(--ground)" />;
}

/** A limit on the panel: a bar across the scale, hatched on the side where nobody should be. */
function Limit({ y, side }: { y: number; side: -1 | 1 }) {
  return (
    <g stroke="var(--stop)">
      <line x1={SCALE_X - 34} x2={SCALE_X} y1={y} y2={y} strokeWidth={2.5} />
      {[0, 1, 2, 3].map((i) => (
        <line
          key={i}
          x1={SCALE_X - 34 + i * 9}
          x2={SCALE_X - 28 + i * 9}
          y1={y + side * 8}
          y2={y + side * 1.5}
          strokeWidth={1.5}
        />
      ))}
    </g>
  );
}

/** How many mixes come out at each strength, as bars growing away from the scale. */
const Bars = memo(function Bars({ spread, height }: { spread: StrengthSpread; height: number }) {
  const { from, to, shares } = spread.histogram;
  const most = Math.max(...shares);
  const step = (to / from) ** (1 / shares.length);
  return (
    <g fill="var(--hairline)">
      {shares.map((share, i) => {
        const low = from * step ** i;
        const [top, bottom] = [heightOf(low * step, height), heightOf(low, height)];
        const length = (share / most) * (SCALE_X - 22);
        return (
          <rect
            key={low}
            x={SCALE_X - 20 - length}
            width={length}
            y={top}
            height={Math.max(0.5, bottom - top)}
          />
        );
      })}
    </g>
  );
});

/** A strength as a person would say it: parts of water to two or three figures. */
function roundParts(f: number): Strength {
  const water = 1 / f - 1;
  if (water < 0.05) return { notation: 'percent', percent: 100 };
  const rounded = water < 10 ? Math.round(water * 10) / 10 : Number(water.toPrecision(2));
  return { notation: 'parts', water: rounded };
}
