import type { ReactNode } from 'react';
import type { Refusal as CoreRefusal } from '#core/outcome.ts';
import { usualVesselTareG } from '#core/run/leftByWeight.ts';
import { formatMass } from '#core/units/mass.ts';
import { PutOnScale } from '../demo/PutOnScale.tsx';
import { t } from '../lib/speech.ts';
import { LiveReading } from '../rigs/measure/LiveReading.tsx';
import { TypedField } from '../ui/Labelled.tsx';
import { More } from '../ui/More.tsx';
import { Refusal } from '../ui/Refusal.tsx';
import type { Open } from './openUses.ts';
import type { ByWeight, Weighed } from './useWeighed.ts';

/** The bottle on a scale: taken from the shop's where it has one, or typed off any other. */
export function WeighLeft(props: {
  of: Open;
  weighed: Weighed;
  by: ByWeight;
  set: (to: Weighed) => void;
  children: ReactNode;
}) {
  const { of, weighed, by, set, children } = props;
  const { vessel } = of;
  const usual = usualVesselTareG(vessel.kind, vessel.brimfulUl);
  const error = (refusal: CoreRefusal | undefined) => refusal && <Refusal problem={refusal} />;
  return (
    <More title={t('By weight')} className="mt-3">
      <div className="flex flex-col gap-3">
        <PutOnScale name={vessel.name} of={{ act: 'putVessel', vesselId: vessel.id }} />
        <LiveReading
          kind="scale"
          on={null}
          take={(reading) =>
            reading.kind === 'grams' && set({ ...weighed, gross: `${reading.grams.toFixed(1)} g` })
          }
        />
        <div className="grid items-start gap-4 sm:grid-cols-2">
          <TypedField
            label={t('Weight')}
            value={weighed.gross}
            placeholder={t('such as {0}', formatMass(usual + 400))}
            onChange={(event) => set({ ...weighed, gross: event.target.value })}
            hint={t('Closed, as it stands')}
            error={error(by.refusals.gross)}
          />
          <TypedField
            label={t('Weighs empty')}
            value={weighed.tare}
            placeholder={
              vessel.tareG === null ? t('usually about {0}', formatMass(usual)) : formatMass(vessel.tareG)
            }
            onChange={(event) => set({ ...weighed, tare: event.target.value })}
            hint={
              vessel.tareG === null
                ? t('Nobody has weighed this one empty: left out, it is a guess.')
                : t('As it was weighed before')
            }
            error={error(by.refusals.tare)}
          />
        </div>
        {children}
      </div>
    </More>
  );
}
