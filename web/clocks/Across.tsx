import type { VehicleAnswer } from '#core/dwell/vehicleWindow.ts';
import type { Outcome } from '#core/outcome.ts';
import type { Body } from '#core/soil/bodies.ts';
import { formatDuration } from '#core/units/duration.ts';
import { t } from '../lib/speech.ts';
import { Refusal } from '../ui/Refusal.tsx';
import { AcrossChart } from './AcrossChart.tsx';
import { CarOutline } from './CarOutline.tsx';
import { panelInWords } from './clockWords.ts';

const PIECES = () => [
  '',
  t('The whole of it at once'),
  t('In two halves'),
  t('In three pieces'),
  t('In four pieces'),
];
const FROM = () => ({ bottomUp: t('from the bottom up'), topDown: t('from the top down') });
const TURN = () => ({
  clockwise: t('clockwise from the front'),
  anticlockwise: t('anticlockwise from the front'),
});
const RINSE = () => ({ same: t('Rinse in the same order.'), reverse: t('Rinse the last of it first.') });

/** How one person does the vehicle: in which pieces, which way round, and how long to wait. */
export function Across({ answer, body }: { answer: Outcome<VehicleAnswer>; body: Body }) {
  if (!answer.ok) return null;
  const { across, panels } = answer.value;
  if (!across.ok) {
    return (
      <section aria-label={t('Across the vehicle')} className="border-t-2 border-ink pt-4">
        <h2 className="mb-2">{t('Across the vehicle: it can’t be done like this')}</h2>
        <Refusal problem={across} />
      </section>
    );
  }
  const { walk, sections, totalS } = across.value;
  const pieces = new Map(sections.flatMap((s, i) => s.panels.map((p) => [p.id, i + 1] as const)));
  const [first] = sections;
  return (
    <section aria-label={t('Across the vehicle')} className="border-t-2 border-ink pt-4">
      <h2>{PIECES()[sections.length] ?? t('In {0} pieces', sections.length)}</h2>
      <p className="mb-4">
        {t(
          'Lay it {0}, {1}{2} {3} About {4} for one person.',
          FROM()[walk.from],
          TURN()[walk.turn],
          first && first.waitS >= 1
            ? t(
                '; wait {0}{1}.',
                formatDuration(Math.round(first.waitS)),
                sections.length > 1 ? ` ${t('in the first piece')}` : '',
              )
            : t('; start rinsing at once.'),
          RINSE()[walk.rinse],
          formatDuration(Math.ceil(totalS / 30) * 30),
        )}
      </p>
      <div className="grid items-start gap-x-8 gap-y-5 2xl:grid-cols-[minmax(0,24rem)_minmax(0,1fr)]">
        <CarOutline
          body={body}
          pieces={pieces}
          label={sections
            .map((s, i) => t('piece {0}: {1}', i + 1, s.panels.map((p) => panelInWords(p.id)).join(', ')))
            .join('; ')}
        />
        <AcrossChart across={across.value} panels={panels} />
      </div>
    </section>
  );
}
