import type { VehicleAnswer } from '#core/dwell/vehicleWindow.ts';
import type { Outcome } from '#core/outcome.ts';
import type { Body } from '#core/soil/bodies.ts';
import { formatDuration } from '#core/units/duration.ts';
import { Refusal } from '../ui/Refusal.tsx';
import { AcrossChart } from './AcrossChart.tsx';
import { CarOutline } from './CarOutline.tsx';

const PIECES = ['', 'The whole of it at once', 'In two halves', 'In three pieces', 'In four pieces'];
const FROM = { bottomUp: 'from the bottom up', topDown: 'from the top down' };
const TURN = { clockwise: 'clockwise from the front', anticlockwise: 'anticlockwise from the front' };
const RINSE = { same: 'Rinse in the same order.', reverse: 'Rinse the last of it first.' };

/** How one person does the vehicle: in which pieces, which way round, and how long to wait. */
export function Across({ answer, body }: { answer: Outcome<VehicleAnswer>; body: Body }) {
  if (!answer.ok) return null;
  const { across, panels } = answer.value;
  if (!across.ok) {
    return (
      <section aria-label="Across the vehicle" className="border-t-2 border-ink pt-4">
        <h2 className="mb-2">Across the vehicle: it can’t be done like this</h2>
        <Refusal problem={across} />
      </section>
    );
  }
  const { walk, sections, totalS } = across.value;
  const pieces = new Map(sections.flatMap((s, i) => s.panels.map((p) => [p.id, i + 1] as const)));
  const [first] = sections;
  return (
    <section aria-label="Across the vehicle" className="border-t-2 border-ink pt-4">
      <h2>{PIECES[sections.length] ?? `In ${sections.length} pieces`}</h2>
      <p className="mb-4">
        Lay it {FROM[walk.from]}, {TURN[walk.turn]}
        {first && first.waitS >= 1
          ? `; wait ${formatDuration(Math.round(first.waitS))}${sections.length > 1 ? ' in the first piece' : ''}.`
          : '; start rinsing at once.'}{' '}
        {RINSE[walk.rinse]} About {formatDuration(Math.ceil(totalS / 30) * 30)} for one person.
      </p>
      <div className="grid items-start gap-x-8 gap-y-5 2xl:grid-cols-[minmax(0,24rem)_minmax(0,1fr)]">
        <CarOutline
          body={body}
          pieces={pieces}
          label={sections
            .map(
              (s, i) =>
                `piece ${i + 1}: ${s.panels.map((p) => panels.find((o) => o.id === p.id)?.name).join(', ')}`,
            )
            .join('; ')}
        />
        <AcrossChart across={across.value} panels={panels} />
      </div>
    </section>
  );
}
