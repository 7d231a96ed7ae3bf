import type { ReactNode } from 'react';
import { Chart, LINE } from '../ui/Chart.tsx';
import { monthInWords } from './figures.ts';

type Line = { readonly values: readonly (number | null)[]; readonly look: 'product' | 'ink' | 'dashed' };

/** Figures by month, one line for each kind; a month without one is left open. */
export default function ByMonth(props: {
  label: string;
  months: readonly string[];
  lines: readonly Line[];
  say: (value: number) => string;
  children: ReactNode;
}) {
  const { label, months, lines, say, children } = props;
  return (
    <Chart
      label={label}
      drawn={(ink) =>
        lines.map(({ values, look }) => ({
          ...LINE,
          data: values.flatMap((y, x) => (y === null ? [] : [{ x, y }])),
          borderColor: look === 'product' ? ink.product : ink.ink,
          backgroundColor: look === 'product' ? ink.product : ink.ink,
          borderWidth: look === 'dashed' ? 1.5 : 2.5,
          pointRadius: 3,
          ...(look === 'dashed' && { borderDash: [6, 4] }),
        }))
      }
      across={{
        say: (i) => monthInWords(months[Math.round(i)] ?? '2000-01', i === 0),
        min: -0.3,
        max: Math.max(months.length - 1, 1) + 0.3,
        at: every(months.length).filter((i) => i < months.length),
      }}
      up={{ say, fromZero: true, most: 6 }}
    >
      {children}
    </Chart>
  );
}

/** Months to mark: all of a year, some of more. */
function every(months: number): number[] {
  const step = Math.max(1, Math.ceil(months / 13));
  return Array.from({ length: Math.ceil(months / step) }, (_, i) => i * step);
}
