import { memo } from 'react';

/** One graduation: where it stands, how long it is, and its figure if it has one. */
export type Graduation = { at: number; figure?: string; major?: boolean };

/** A mark against the scale: a level someone has to hit or must not pass. */
export type Mark = { at: number; figure: string; tone: 'water' | 'product' | 'ink'; dashed?: boolean };

const TONES = { water: 'var(--water)', product: 'var(--product)', ink: 'var(--ink)' };
const FIGURE_HEIGHT = 17;

/**
 * The one graduated scale that everything here is read from: a vertical rule at `x` with graduations and marks. Heights
 * are the drawing's own, already true to what is drawn. Figures of graduations give way to those of marks.
 *
 * Marks move with every keystroke, graduations stay: what stays is drawn once, and what moves is shifted, not laid out.
 */
export function Scale(props: {
  x: number;
  top: number;
  bottom: number;
  graduations: Graduation[];
  marks?: Mark[];
  from?: number;
}) {
  const { x, top, bottom, graduations, marks = [], from = x } = props;
  const settled = apart(marks);
  const covered = graduations
    .map(({ at, figure }) =>
      figure && settled.some((m) => Math.abs(m.figureAt - at) < FIGURE_HEIGHT) ? 'x' : '.',
    )
    .join('');
  return (
    <g className="reading" fontSize={14}>
      <Graduations x={x} top={top} bottom={bottom} graduations={graduations} covered={covered} />
      {settled.map(({ at, figure, tone, dashed, figureAt }, i) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: a mark that moved is the same mark, not a new one
        <g key={i} stroke={TONES[tone]} fill="none" transform={`translate(0 ${at})`}>
          <line
            x1={from}
            x2={x + 10}
            y1={0}
            y2={0}
            strokeWidth={dashed ? 1.5 : 2}
            strokeDasharray={dashed ? '5 4' : undefined}
          />
          <line x1={x + 10} x2={x + 20} y1={0} y2={figureAt - at} strokeWidth={1} />
          <text
            x={x + 23}
            y={figureAt - at}
            dominantBaseline="central"
            fill={TONES[tone]}
            stroke="none"
            fontSize={15}
          >
            {figure}
          </text>
        </g>
      ))}
    </g>
  );
}

/** The rule with its graduations; `covered` has an x for each whose figure gives way to a mark's. */
const Graduations = memo(function Graduations(props: {
  x: number;
  top: number;
  bottom: number;
  graduations: Graduation[];
  covered: string;
}) {
  const { x, top, bottom, graduations, covered } = props;
  return (
    <>
      <line x1={x} x2={x} y1={top} y2={bottom} stroke="var(--ink)" strokeWidth={1} />
      {graduations.map(({ at, figure, major }, i) => (
        <g key={at}>
          <line x1={x} x2={x + (major ? 10 : 5)} y1={at} y2={at} stroke="var(--ink)" strokeWidth={1} />
          {figure && (
            <text
              x={x + 15}
              y={at}
              dominantBaseline="central"
              fill="var(--muted)"
              visibility={covered[i] === 'x' ? 'hidden' : undefined}
            >
              {figure}
            </text>
          )}
        </g>
      ))}
    </>
  );
});

/** Moves figures that would print over each other apart; the marks themselves stay true. */
function apart(marks: Mark[]): (Mark & { figureAt: number })[] {
  const down = [...marks].sort((a, b) => b.at - a.at);
  let last = Number.POSITIVE_INFINITY;
  return down.map((mark) => {
    last = Math.min(mark.at, last - FIGURE_HEIGHT);
    return { ...mark, figureAt: last };
  });
}
