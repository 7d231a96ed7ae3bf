import type { RunOut } from '#core/forecast/runOut.ts';
import { formatVolume } from '#core/units/formatVolume.ts';
import { volumeTicks } from '#core/units/volumeTicks.ts';
import { useSession } from '../../lib/session.tsx';
import { t } from '../../lib/speech.ts';
import { Chart, LINE } from '../../ui/Chart.tsx';
import { dayInWords } from '../../ui/dates.ts';
import { dayAhead } from './dayAhead.ts';

const WEEK = 7;

/** Whole weeks to mark, at most seven. */
function marks(weeks: number): number[] {
  const step = Math.max(1, Math.ceil(weeks / 6));
  return Array.from({ length: Math.floor(weeks / step) + 1 }, (_, i) => i * step * WEEK);
}

/** What will be left, week by week: the half of all courses, and between what eight of ten of them lie. */
export default function FanChart(props: {
  name: string;
  stockUl: number;
  out: RunOut;
  today: string;
  /** The shop's own limit, in microlitres. */
  reorderUl: number | null;
}) {
  const { name, stockUl, out, today, reorderUl } = props;
  const { shop } = useSession();
  const course = (of: 'p10' | 'p50' | 'p90') => [
    { x: 0, y: stockUl },
    ...out.left.map((left, week) => ({ x: (week + 1) * WEEK, y: left[of] })),
  ];
  const last = out.left.length * WEEK;
  return (
    <Chart
      label={t('What will be left of {0}', name)}
      drawn={(ink) => [
        { ...LINE, data: course('p50'), borderColor: ink.product, borderWidth: 2.5 },
        { ...LINE, data: course('p10'), borderColor: ink.hairline, borderWidth: 1 },
        {
          ...LINE,
          data: course('p90'),
          borderColor: ink.hairline,
          borderWidth: 1,
          fill: '-1',
          backgroundColor: ink.faint,
        },
        ...(reorderUl === null
          ? []
          : [
              {
                ...LINE,
                data: [0, last].map((x) => ({ x, y: reorderUl })),
                borderColor: ink.ink,
                borderWidth: 1.5,
                borderDash: [6, 4],
              },
            ]),
      ]}
      across={{
        say: (days) => dayInWords(dayAhead(today, Math.round(days))),
        min: 0,
        max: last,
        at: marks(out.left.length),
      }}
      up={{
        say: (ul) => formatVolume(ul, shop.units),
        fromZero: true,
        at: volumeTicks(Math.max(stockUl, reorderUl ?? 0), shop.units, 5),
      }}
    >
      {t(
        'Line: as likely more as less. Shaded: where it lies eight times in ten.{0}',
        reorderUl !== null && ` ${t('Dashed: the reorder level.')}`,
      )}
    </Chart>
  );
}
