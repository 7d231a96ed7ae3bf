import type { Instrument, InstrumentKind, Reading } from '#contract/instruments.ts';
import type { Source } from '#contract/rigs.ts';
import { formatFlow } from '#core/units/flow.ts';
import { formatVolume } from '#core/units/formatVolume.ts';
import { UNIT_UL, type UnitSystem } from '#core/units/units.ts';
import { microlitres } from '#core/units/volume.ts';
import { useSession } from '../../lib/session.tsx';
import { t } from '../../lib/speech.ts';
import { Button } from '../../ui/Button.tsx';
import { Watch } from '../../ui/Refusal.tsx';
import { useInstrument } from './useInstrument.ts';

type Taken = Exclude<Reading, { kind: 'gone' }>;

/** What an instrument shows now, and a key to take it. Nothing where the shop has none: then it is typed. */
export function LiveReading(props: {
  kind: InstrumentKind;
  on: Instrument['on'];
  take: (reading: Taken, source: Source) => void;
  label?: string;
  /** What went through a flow meter altogether, not how fast. */
  total?: boolean;
}) {
  const { kind, on, take, label = t('Take this reading'), total = false } = props;
  const { shop } = useSession();
  const { instrument, reading, gone } = useInstrument(kind, on);
  if (!instrument) return null;
  return (
    <div className="border-l-2 border-ink pl-3" aria-live="off">
      <p className="caps text-muted">
        {instrument.name}
        {instrument.source === 'simulated' && t(', simulated')}
      </p>
      {/* One under the other on a phone: what is below must not move under a finger as the figure grows. */}
      <div className="flex flex-col items-start gap-2 sm:flex-row sm:items-center sm:justify-between">
        <p className="reading text-[2.2rem] leading-tight" data-testid={`live-${kind}`}>
          {reading ? inFigures(reading, shop.units, total) : '–'}
          {reading?.kind === 'grams' && !gone && !reading.steady && (
            <span className="ml-3 text-base font-normal">{t('settling')}</span>
          )}
        </p>
        <Button
          bay
          disabled={!reading || gone || (reading.kind === 'grams' && !reading.steady)}
          onClick={() => reading && take(reading, instrument.source)}
        >
          {label}
        </Button>
      </div>
      {gone && (
        <Watch word={t('It stopped answering.')}>
          {t(
            '{0}Plug it in again, or type what you read. Nothing taken so far is lost.',
            reading
              ? `${t('The last reading was {0}, at {1}.', inFigures(reading, shop.units, total), new Date(reading.atMs).toLocaleTimeString())} `
              : '',
          )}
        </Watch>
      )}
    </div>
  );
}

function inFigures(reading: Taken, units: UnitSystem, total: boolean): string {
  if (reading.kind === 'grams') return `${reading.grams.toFixed(1)} g`;
  if (total) return formatVolume(microlitres(reading.totalMl * UNIT_UL.ml), units);
  return reading.mlPerMin > 0 ? formatFlow(reading.mlPerMin, units) : t('no flow');
}
