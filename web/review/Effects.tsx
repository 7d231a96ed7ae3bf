import type { VarianceTold } from '#contract/variance.ts';
import { formatVolume } from '#core/units/formatVolume.ts';
import { type Effect, LEAST_POURS } from '#core/variance/explain.ts';
import { useSession } from '../lib/session.tsx';
import { t } from '../lib/speech.ts';
import { Chart, LINE } from '../ui/Chart.tsx';
import { volumeColumn } from '../ui/columns.tsx';
import { More } from '../ui/More.tsx';
import { Table } from '../ui/Table.tsx';
import { percent, percentRange } from './figures.ts';
import { useSourceNames } from './sourceNames.ts';

const ROW_PX = 26;
const AXIS_PX = 40;

/** How much more than booked leaves the containers: of everybody, every measure, every place, each with its range. */
export default function Effects({ effects, causes }: Pick<VarianceTold, 'effects' | 'causes'>) {
  const { shop } = useSession();
  const named = useSourceNames();
  const told = effects.flatMap((e) =>
    e.share ? [{ ...e, share: e.share, name: named(e.source).name }] : [],
  );
  const few = effects.filter((e) => e.share === null);
  const isCause = (source: string) => causes.some((c) => c.source === source);
  // The first stands on top.
  const at = (i: number) => told.length - 1 - i;
  const ends = told.flatMap((e) => [e.share.low, e.share.high]);
  return (
    <>
      <Chart
        label={t('How much more than booked each gives')}
        high={told.length * ROW_PX + AXIS_PX}
        drawn={(ink) =>
          told.flatMap((e, i) => {
            const colour = isCause(e.source) ? ink.product : ink.ink;
            return [
              {
                ...LINE,
                data: [e.share.low, e.share.high].map((x) => ({ x: x * 100, y: at(i) })),
                borderColor: colour,
                borderWidth: isCause(e.source) ? 5 : 1.5,
              },
              {
                data: [{ x: e.share.mid * 100, y: at(i) }],
                borderColor: colour,
                backgroundColor: colour,
                pointRadius: isCause(e.source) ? 6 : 3.5,
              },
            ];
          })
        }
        across={{
          say: (share) => percent(share / 100),
          min: Math.min(-5, Math.floor(Math.min(...ends) * 20) * 5),
          max: Math.max(10, Math.ceil(Math.max(...ends) * 20) * 5),
        }}
        up={{
          say: (y) => told[at(Math.round(y))]?.name ?? '',
          min: -0.6,
          max: told.length - 0.4,
          at: told.map((_, i) => at(i)),
        }}
      >
        {t(
          'How much more than was booked each gives, by the counts. Point: as likely more as less. Line: nine times in ten. What can’t be told from chance is left near nothing.',
        )}
      </Chart>
      <More prints title={t('Who, what with, and where')} className="mt-2">
        <Table
          caption={t('How much more than booked each gives')}
          rows={effects}
          keyOf={(e) => e.source}
          columns={[
            { name: t('Who or what'), value: (e) => named(e.source).name },
            { name: t('Pours'), figure: true, value: (e) => e.poured.pours },
            volumeColumn<Effect>(t('Booked as poured'), shop, (e) => e.poured.ul),
            {
              name: t('More than booked'),
              figure: true,
              unit: '%',
              value: (e) => e.share && Math.round(e.share.mid * 1_000) / 10,
              show: (e) => (e.share ? percent(e.share.mid) : t('too few to say')),
            },
            {
              name: t('Nine times in ten'),
              figure: true,
              value: (e) => (e.share ? percentRange(e.share) : null),
              desk: true,
            },
            {
              name: t('Comes to'),
              figure: true,
              unit: 'ml',
              value: (e) => e.share && Math.round((e.share.mid * e.poured.ul) / 1_000),
              show: (e) => (e.share ? inVolume(e.share.mid * e.poured.ul, shop.units) : '–'),
              desk: true,
            },
          ]}
        />
        {few.length > 0 && (
          <p className="mt-2 text-[0.94rem] text-muted">
            {t('With fewer than {0} pours nothing is said.', LEAST_POURS)}
          </p>
        )}
      </More>
    </>
  );
}

const inVolume = (ul: number, units: Parameters<typeof formatVolume>[1]): string =>
  `${ul < 0 ? '−' : ''}${formatVolume(Math.abs(ul), units)}`;
