import type { FlowVariant } from '#core/delivery/drainTest.ts';
import type { Refusal as CoreRefusal } from '#core/outcome.ts';
import { formatFlow } from '#core/units/flow.ts';
import { useSession } from '../../lib/session.tsx';
import { t } from '../../lib/speech.ts';
import { Either } from '../../ui/Either.tsx';
import { ListField, TypedField } from '../../ui/Labelled.tsx';
import { Refusal } from '../../ui/Refusal.tsx';
import type { DrainDraft } from './drainDraft.ts';
import { LiveReading } from './LiveReading.tsx';
import { StopwatchKey } from './StopwatchKey.tsx';

/** How much flows: a bucket filled against the clock, or a meter read. Always with the cannon fitted. */
export function FlowFields(props: {
  draft: DrainDraft;
  set: (more: Partial<DrainDraft>) => void;
  machineId: number | null;
  refusal: CoreRefusal | null;
  flow: { mlPerMin: number; u: number } | null;
}) {
  const { draft, set, machineId, refusal, flow } = props;
  const { shop } = useSession();
  const faultAt = (field?: string) =>
    refusal !== null && refusal.at === field && <Refusal problem={refusal} />;
  return (
    <section aria-label={t('Flow')} className="flex flex-col gap-4">
      <h2>{t('2. Find the flow, with the cannon fitted')}</h2>
      <Either
        label={t('How the flow is found')}
        value={draft.flowKind}
        options={[
          { value: 'bucket', name: t('fill a bucket') },
          { value: 'meter', name: t('read a flow meter') },
        ]}
        onChange={(flowKind) => set({ flowKind })}
      />
      {draft.flowKind === 'bucket' ? (
        <>
          <div className="grid grid-cols-2 gap-4">
            <TypedField
              label={t('Bucket filled')}
              error={faultAt()}
              className="reading min-h-16 text-[1.4rem]"
              value={draft.bucketText}
              onChange={(e) => set({ bucketText: e.target.value })}
            />
            <TypedField
              label={t('Time to fill, seconds')}
              error={faultAt('seconds')}
              className="reading min-h-16 text-[1.4rem]"
              inputMode="decimal"
              placeholder={t('such as 94')}
              value={draft.bucketSeconds}
              onChange={(e) => set({ bucketSeconds: e.target.value, bucketSource: 'typed' })}
            />
          </div>
          <StopwatchKey
            watch={draft.flowWatch}
            set={(flowWatch) => set({ flowWatch })}
            start={t('Start filling')}
            stop={t('It is full')}
            space={false}
            done={(seconds) => set({ bucketSeconds: seconds.toFixed(1), bucketSource: 'stopwatch' })}
          />
        </>
      ) : (
        <>
          <TypedField
            label={t('Flow')}
            error={faultAt()}
            hint={t('While it sprays')}
            className="reading min-h-16 text-[1.4rem]"
            placeholder={t('such as {0}', formatFlow(6_400, shop.units))}
            value={draft.meterText}
            onChange={(e) => set({ meterText: e.target.value, meterSource: 'typed' })}
          />
          <LiveReading
            kind="flowMeter"
            on={machineId === null ? null : { deviceId: machineId }}
            take={(reading, source) =>
              reading.kind === 'flow' &&
              set({ meterText: formatFlow(reading.mlPerMin, shop.units), meterSource: source })
            }
          />
        </>
      )}
      <ListField
        label={t('That is')}
        value={draft.variant}
        options={[
          { value: 'outlet', name: t('all that leaves the nozzle'), note: t('water and what is drawn') },
          { value: 'inlet', name: t('the water that goes in'), note: t('before the cannon') },
        ]}
        onChange={(variant) => set({ variant: variant as FlowVariant })}
      />
      {flow && (
        <p>
          <strong className="reading text-water">{formatFlow(flow.mlPerMin, shop.units)}</strong>
          {t(', known to {0} %.', Number((flow.u * 100).toPrecision(2)))}
        </p>
      )}
    </section>
  );
}
