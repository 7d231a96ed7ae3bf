import { CategoryScale, Chart, LinearScale, LineElement, PointElement, Tooltip } from 'chart.js';
import { useMemo } from 'react';
import { Scatter } from 'react-chartjs-2';
import type { Vessel } from '#contract/equipment.ts';
import type { Calibration } from '#contract/rigs.ts';
import { useSession } from '../lib/session.tsx';
import { t } from '../lib/speech.ts';
import { dayInWords, dayOf } from '../ui/dates.ts';
import { inks } from '../ui/inks.ts';

Chart.register(LinearScale, CategoryScale, PointElement, LineElement, Tooltip);

const POINTS = ['circle', 'rect', 'triangle', 'crossRot', 'star'] as const;

/** How the draw went over time, a shape to each dial position; the whisker is the 95 % interval. */
export default function DrawHistory({ history, vessel }: { history: Calibration[]; vessel: Vessel }) {
  const { shop } = useSession();
  const ink = inks();
  const counted = history.filter((c) => c.withdrawnAt === null);
  const datasets = useMemo(() => {
    const dials = [...new Set(counted.map((c) => c.dialId))];
    return dials.flatMap((dialId, i) => {
      const mine = counted.filter((c) => c.dialId === dialId).reverse();
      const label = vessel.dials.find((d) => d.id === dialId)?.name ?? t('an old position');
      const at = (c: Calibration) => Date.parse(c.at);
      const whiskers = mine
        .filter((c) => c.from !== null && c.to !== null)
        .map((c) => ({
          label: '',
          data: [
            { x: at(c), y: (c.from ?? 0) * 100 },
            { x: at(c), y: (c.to ?? 0) * 100 },
          ],
          showLine: true,
          pointRadius: 0,
          borderColor: ink.hairline,
          borderWidth: 3,
        }));
      // The first is drawn on top.
      return [
        {
          label,
          data: mine.map((c) => ({ x: at(c), y: c.q * 100 })),
          showLine: true,
          pointStyle: POINTS[i % POINTS.length] ?? 'circle',
          pointRadius: 6,
          borderColor: ink.ink,
          backgroundColor: ink.ground,
          borderWidth: 1.5,
        },
        ...whiskers,
      ];
    });
  }, [counted, vessel.dials, ink]);
  if (counted.length < 2) return null;
  const shapes = datasets.filter((d) => d.label !== '');
  const figure = { color: ink.muted, font: { family: ink.reading, size: 13 } };
  return (
    <figure className="mt-5">
      <div className="relative h-56 min-w-0 overflow-hidden">
        <Scatter
          aria-label={t('Draw over time')}
          role="img"
          data={{ datasets }}
          options={{
            animation: false,
            maintainAspectRatio: false,
            plugins: { tooltip: { filter: (item) => item.dataset.label !== '' }, legend: { display: false } },
            scales: {
              x: {
                type: 'linear',
                grid: { display: false },
                border: { color: ink.ink },
                ticks: {
                  ...figure,
                  maxTicksLimit: 6,
                  callback: (ms) => dayInWords(dayOf(new Date(Number(ms)), shop.zone)),
                },
              },
              y: {
                beginAtZero: true,
                grid: { color: ink.faint },
                border: { color: ink.ink },
                ticks: { ...figure, callback: (percent) => `${percent} %` },
              },
            },
          }}
        />
      </div>
      <figcaption className="text-[0.94rem] text-muted">
        {t(
          '{0}. Grey: where the draw lies, 95 in 100.',
          shapes.map((d, i) => `${SHAPE_NAMES[i % SHAPE_NAMES.length]} ${d.label}`).join(', '),
        )}
      </figcaption>
    </figure>
  );
}

const SHAPE_NAMES = ['○', '□', '△', '✕', '✳'];
