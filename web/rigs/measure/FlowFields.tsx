import { RadioGroup } from 'radix-ui';
import type { FlowVariant } from '#core/delivery/drainTest.ts';
import type { Refusal as CoreRefusal } from '#core/outcome.ts';
import { formatFlow } from '#core/units/flow.ts';
import { useSession } from '../../app/session.tsx';
import { Choice } from '../../ui/Choice.tsx';
import { Field, TextInput } from '../../ui/Field.tsx';
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
  variants: (variant: FlowVariant) => void;
}) {
  const { draft, set, machineId, refusal, flow, variants } = props;
  const { shop } = useSession();
  const error = refusal && <Refusal problem={refusal} />;
  return (
    <section aria-label="Flow" className="flex flex-col gap-4">
      <h2>2. Find the flow, with the cannon fitted</h2>
      <RadioGroup.Root
        aria-label="How the flow is found"
        value={draft.flowKind}
        onValueChange={(kind) => set({ flowKind: kind as DrainDraft['flowKind'] })}
        className="grid grid-cols-2 border border-ink"
      >
        {(['bucket', 'meter'] as const).map((kind) => (
          <RadioGroup.Item
            key={kind}
            value={kind}
            className="min-h-16 leading-tight data-[state=checked]:bg-ink data-[state=checked]:text-ground"
          >
            {kind === 'bucket' ? 'fill a bucket' : 'read a flow meter'}
          </RadioGroup.Item>
        ))}
      </RadioGroup.Root>
      {draft.flowKind === 'bucket' ? (
        <>
          <div className="grid grid-cols-2 gap-4">
            <Field label="Bucket filled">
              {(described) => (
                <TextInput
                  {...described}
                  className="reading min-h-16 text-[1.4rem]"
                  value={draft.bucketText}
                  onChange={(e) => set({ bucketText: e.target.value })}
                />
              )}
            </Field>
            <Field label="Time to fill, seconds" error={error}>
              {(described) => (
                <TextInput
                  {...described}
                  className="reading min-h-16 text-[1.4rem]"
                  inputMode="decimal"
                  placeholder="such as 94"
                  value={draft.bucketSeconds}
                  onChange={(e) => set({ bucketSeconds: e.target.value, bucketSource: 'typed' })}
                />
              )}
            </Field>
          </div>
          <StopwatchKey
            watch={draft.flowWatch}
            set={(flowWatch) => set({ flowWatch })}
            start="Start filling"
            stop="It is full"
            space={false}
            done={(seconds) => set({ bucketSeconds: seconds.toFixed(1), bucketSource: 'stopwatch' })}
          />
        </>
      ) : (
        <>
          <Field label="Flow" error={error} hint="Litres a minute, while it sprays">
            {(described) => (
              <TextInput
                {...described}
                className="reading min-h-16 text-[1.4rem]"
                placeholder="such as 6.4 l/min"
                value={draft.meterText}
                onChange={(e) => set({ meterText: e.target.value, meterSource: 'typed' })}
              />
            )}
          </Field>
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
      <Field label="That is">
        {(described) => (
          <Choice
            {...described}
            value={draft.variant}
            options={[
              { value: 'outlet', name: 'all that leaves the nozzle', note: 'water and what is drawn' },
              { value: 'inlet', name: 'the water that goes in', note: 'before the cannon' },
            ]}
            onChange={(variant) => variants(variant as FlowVariant)}
          />
        )}
      </Field>
      {flow && (
        <p>
          <strong className="reading text-water">{formatFlow(flow.mlPerMin, shop.units)}</strong>, known to{' '}
          {Number((flow.u * 100).toPrecision(2))} %.
        </p>
      )}
    </section>
  );
}
