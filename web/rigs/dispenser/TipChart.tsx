import type { Tip } from '#contract/dispensers.ts';
import type { LineFit } from '#core/delivery/lineFit.ts';
import { ratioOfTip } from '#core/delivery/meteringTip.ts';
import { t } from '../../lib/speech.ts';
import { Chart, LINE } from '../../ui/Chart.tsx';
import { ratioInWords } from './lineWords.ts';

const STEPS = 40;

/** Ratio over diameter, above the table of the tips: what was measured, the curve through it with where it could lie, and the ratio that is wanted. */
export default function TipChart(props: { fit: LineFit<Tip>; tips: Tip[]; targetRatio: number | null }) {
  const { fit, tips, targetRatio } = props;
  const { fromMm, toMm } = fit.fit.measured;
  const [from, to] = [fromMm / 1.25, toMm * 1.25];
  const ratioAt = (mm: number) => {
    const gives = ratioOfTip(fit.fit, mm);
    return gives.ok ? gives.value : null;
  };
  const curve = Array.from({ length: STEPS + 1 }, (_, i) => {
    const x = from * (to / from) ** (i / STEPS);
    return { x, gives: ratioAt(Math.min(to, Math.max(from, x))) };
  }).filter((p) => p.gives !== null);
  const line = (of: 'ratio' | 'from' | 'to') => curve.map(({ x, gives }) => ({ x, y: gives?.[of] ?? 0 }));
  const isMeasured = (tip: Tip) => fit.measured.some((m) => m.tipId === tip.id);
  const others = tips.flatMap((tip) => {
    const gives = isMeasured(tip) ? null : ratioAt(tip.diameterMm);
    return gives ? [{ tip, ratio: gives.ratio }] : [];
  });
  const mm = (value: number) => `${Number(value.toFixed(2))} mm`;
  return (
    <Chart
      label={t('Parts of water by the hole of the tip')}
      drawn={(ink) => [
        {
          data: fit.measured.map((m) => ({ x: m.diameterMm, y: m.ratio })),
          pointRadius: 6,
          pointBackgroundColor: ink.ink,
        },
        {
          data: others.map(({ tip, ratio }) => ({ x: tip.diameterMm, y: ratio })),
          pointRadius: 5,
          pointStyle: 'rectRot',
          borderColor: ink.ink,
          backgroundColor: ink.ground,
        },
        ...(targetRatio
          ? [
              {
                ...LINE,
                data: [from, to].map((x) => ({ x, y: targetRatio })),
                borderColor: ink.product,
                borderWidth: 2,
                borderDash: [6, 4],
              },
            ]
          : []),
        { ...LINE, data: line('ratio'), borderColor: ink.ink, borderWidth: 1.5 },
        { ...LINE, data: line('from'), borderColor: ink.hairline, borderWidth: 1 },
        {
          ...LINE,
          data: line('to'),
          borderColor: ink.hairline,
          borderWidth: 1,
          fill: '-1',
          backgroundColor: ink.faint,
        },
      ]}
      across={{
        say: mm,
        logarithmic: true,
        min: from,
        max: to,
        // A tick to each tip at hand: other diameters say nothing.
        at: tips.map((tip) => tip.diameterMm).filter((d) => d >= from && d <= to),
      }}
      up={{ say: ratioInWords, logarithmic: true, most: 8 }}
    >
      {t(
        '● measured, ◇ worked out{0}. Shaded: where it could lie, 95 in 100.',
        targetRatio && t(', dashed: {0}, as it is meant', ratioInWords(targetRatio)),
      )}
    </Chart>
  );
}
