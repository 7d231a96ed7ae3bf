import {
  type ChartDataset,
  Chart as ChartJs,
  Filler,
  LinearScale,
  LineElement,
  LogarithmicScale,
  PointElement,
  Tooltip,
} from 'chart.js';
import type { ReactNode } from 'react';
import { Scatter } from 'react-chartjs-2';
import { CHART_PX } from './fetchedChart.tsx';
import { inks } from './inks.ts';

ChartJs.register(LinearScale, LogarithmicScale, PointElement, LineElement, Filler, Tooltip);

type Ink = ReturnType<typeof inks>;

/** What is drawn: points, joined where `line` says so, in the inks of the theme. */
export type Drawn = ChartDataset<'scatter'>;
/** A line without points. */
export const LINE = { showLine: true, pointRadius: 0 } as const;

type Axis = {
  /** How a figure on it is said, with its unit. */
  say: (value: number) => string;
  logarithmic?: boolean;
  min?: number;
  max?: number;
  fromZero?: boolean;
  /** Where it is marked; nowhere else. */
  at?: readonly number[];
  most?: number;
};

/** A chart in the look of the theme, with what it says below it; a table of its figures stands beside it. */
export function Chart(props: {
  label: string;
  drawn: (ink: Ink) => Drawn[];
  across: Axis;
  up: Axis;
  /** What a point is called where it is pointed at; points without a name say nothing. */
  named?: boolean;
  /** How high it is drawn, in pixels: where each row of it is a thing of its own. */
  high?: number;
  children: ReactNode;
}) {
  const { label, drawn, across, up, named = false, high = CHART_PX, children } = props;
  const ink = inks();
  const scale = ({ say, logarithmic, min, max, fromZero, at, most }: Axis, grid: boolean) => ({
    type: logarithmic ? ('logarithmic' as const) : ('linear' as const),
    ...(min !== undefined && { min }),
    ...(max !== undefined && { max }),
    ...(fromZero && { beginAtZero: true }),
    grid: grid ? { color: ink.faint } : { display: false },
    border: { color: ink.ink },
    ...(at && {
      afterBuildTicks: (axis: { ticks: { value: number }[] }) => {
        axis.ticks = at.map((value) => ({ value }));
      },
    }),
    ticks: {
      color: ink.muted,
      font: { family: ink.reading, size: 13 },
      autoSkip: !at,
      ...(most && { maxTicksLimit: most }),
      callback: (value: string | number) => say(Number(value)),
    },
  });
  return (
    <figure className="mt-5">
      <div className="relative min-w-0 overflow-hidden" style={{ height: high }}>
        <Scatter
          role="img"
          aria-label={label}
          data={{ datasets: drawn(ink) }}
          options={{
            animation: false,
            maintainAspectRatio: false,
            plugins: {
              legend: { display: false },
              tooltip: { enabled: named, filter: (item) => Boolean(item.dataset.label) },
            },
            scales: { x: scale(across, false), y: scale(up, true) },
          }}
        />
      </div>
      <figcaption className="text-[0.94rem] text-muted">{children}</figcaption>
    </figure>
  );
}
