import type { Vessel } from '#contract/equipment.ts';
import type { Calibration } from '#contract/rigs.ts';
import { useSession } from '../lib/session.tsx';
import { t } from '../lib/speech.ts';
import { Chart, LINE } from '../ui/Chart.tsx';
import { dayInWords, dayOf } from '../ui/dates.ts';

const POINTS = ['circle', 'rect', 'triangle', 'crossRot', 'star'] as const;
const SHAPES = ['○', '□', '△', '✕', '✳'];

/** How the draw went over time, a shape to each dial position; the whisker is the 95 % interval. */
export default function DrawHistory({ counted, vessel }: { counted: Calibration[]; vessel: Vessel }) {
  const { shop } = useSession();
  const nameOf = (dialId: number) => vessel.dials.find((d) => d.id === dialId)?.name ?? t('an old position');
  const dials = [...new Set(counted.map((c) => c.dialId))];
  const dayAt = (ms: number) => dayInWords(dayOf(new Date(ms), shop.zone));
  const at = (c: Calibration) => Date.parse(c.at);
  return (
    <Chart
      label={t('Draw over time')}
      named
      drawn={(ink) =>
        dials.flatMap((dialId, i) => {
          const mine = counted.filter((c) => c.dialId === dialId).reverse();
          const whiskers = mine.flatMap((c) =>
            c.from === null || c.to === null
              ? []
              : [
                  {
                    ...LINE,
                    data: [
                      { x: at(c), y: c.from * 100 },
                      { x: at(c), y: c.to * 100 },
                    ],
                    borderColor: ink.hairline,
                    borderWidth: 3,
                  },
                ],
          );
          // The first is drawn on top.
          return [
            {
              label: nameOf(dialId),
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
        })
      }
      across={{ say: dayAt, most: 6 }}
      up={{ say: (share) => `${share} %`, fromZero: true }}
    >
      {t(
        '{0}. Grey: where the draw lies, 95 in 100.',
        dials.map((dialId, i) => `${SHAPES[i % SHAPES.length]} ${nameOf(dialId)}`).join(', '),
      )}
    </Chart>
  );
}
