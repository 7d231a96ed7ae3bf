import { Chart, Filler, LinearScale, LineElement, LogarithmicScale, PointElement } from 'chart.js';
import { Scatter } from 'react-chartjs-2';
import type { Tip } from '#contract/dispensers.ts';
import type { LineFit } from '#core/delivery/lineFit.ts';
import { ratioOfTip } from '#core/delivery/meteringTip.ts';
import { t } from '../../lib/speech.ts';
import { inks } from '../../ui/inks.ts';
import { ratioInWords } from './lineWords.ts';

Chart.register(LinearScale, LogarithmicScale, PointElement, LineElement, Filler);

const STEPS = 40;

/** Ratio over diameter: what was measured, the curve through it with where it could lie, and the ratio that is wanted. */
export default function TipChart(props: { fit: LineFit<Tip>; tips: Tip[]; targetRatio: number | null }) {
  const { fit, tips, targetRatio } = props;
  const ink = inks();
  const { fromMm, toMm } = fit.fit.measured;
  const [from, to] = [fromMm / 1.25, toMm * 1.25];
  const curve = Array.from({ length: STEPS + 1 }, (_, i) => {
    const x = from * (to / from) ** (i / STEPS);
    const gives = ratioOfTip(fit.fit, Math.min(to, Math.max(from, x)));
    return { x, gives: gives.ok ? gives.value : null };
  }).filter((p) => p.gives !== null);
  const line = (of: 'ratio' | 'from' | 'to') => curve.map(({ x, gives }) => ({ x, y: gives?.[of] ?? 0 }));
  const others = tips.flatMap((t) => {
    const gives = fit.measured.some((m) => m.tipId === t.id) ? null : ratioOfTip(fit.fit, t.diameterMm);
    return gives?.ok ? [{ x: t.diameterMm, y: gives.value.ratio }] : [];
  });
  const plain = { showLine: true, pointRadius: 0 };
  const figure = { color: ink.muted, font: { family: ink.reading, size: 13 } };
  return (
    <figure>
      <div className="relative h-64 min-w-0 overflow-hidden">
        <Scatter
          role="img"
          aria-label={t('Parts of water by the hole of the tip')}
          data={{
            datasets: [
              {
                data: fit.measured.map((m) => ({ x: m.diameterMm, y: m.ratio })),
                pointRadius: 6,
                pointBackgroundColor: ink.ink,
              },
              {
                data: others,
                pointRadius: 5,
                pointStyle: 'rectRot',
                borderColor: ink.ink,
                backgroundColor: ink.ground,
              },
              ...(targetRatio
                ? [
                    {
                      ...plain,
                      data: [
                        { x: from, y: targetRatio },
                        { x: to, y: targetRatio },
                      ],
                      borderColor: ink.product,
                      borderWidth: 2,
                      borderDash: [6, 4],
                    },
                  ]
                : []),
              { ...plain, data: line('ratio'), borderColor: ink.ink, borderWidth: 1.5 },
              { ...plain, data: line('from'), borderColor: ink.hairline, borderWidth: 1 },
              {
                ...plain,
                data: line('to'),
                borderColor: ink.hairline,
                borderWidth: 1,
                fill: '-1',
                backgroundColor: ink.faint,
              },
            ],
          }}
          options={{
            animation: false,
            maintainAspectRatio: false,
            plugins: { legend: { display: false }, tooltip: { enabled: false } },
            scales: {
              x: {
                type: 'logarithmic',
                min: from,
                max: to,
                grid: { display: false },
                border: { color: ink.ink },
                // A tick to each tip at hand: other diameters say nothing.
                afterBuildTicks: (axis) => {
                  axis.ticks = tips
                    .filter((t) => t.diameterMm >= from && t.diameterMm <= to)
                    .map((t) => ({ value: t.diameterMm }));
                },
                ticks: {
                  ...figure,
                  autoSkip: false,
                  callback: (mm) => `${Number(Number(mm).toFixed(2))} mm`,
                },
              },
              y: {
                type: 'logarithmic',
                grid: { color: ink.faint },
                border: { color: ink.ink },
                ticks: { ...figure, callback: (ratio) => ratioInWords(Number(ratio)), maxTicksLimit: 8 },
              },
            },
          }}
        />
      </div>
      <figcaption className="text-[0.94rem] text-muted">
        {t(
          '● measured, ◇ worked out{0}. Shaded: where it could lie, 95 in 100.',
          targetRatio && t(', dashed: {0}, as it is meant', ratioInWords(targetRatio)),
        )}
      </figcaption>
    </figure>
  );
}
