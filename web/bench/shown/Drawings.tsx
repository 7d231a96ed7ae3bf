import { memo } from 'react';
import type { Shop } from '#contract/shop.ts';
import { readOff } from '#core/mixing/chooseMeasure.ts';
import { volumeUl } from '#core/mixing/contents.ts';
import { isGoodEnough } from '#core/mixing/practicalPour.ts';
import { formatVolume, shortVolume } from '#core/units/formatVolume.ts';
import { useSession } from '../../lib/session.tsx';
import { t } from '../../lib/speech.ts';
import { Choice } from '../../ui/Choice.tsx';
import type { Layer } from '../../ui/EquipmentDrawing.tsx';
import type { BenchDraft } from '../mix/benchDraft.ts';
import { FREE, nameOf } from '../mix/benchMeasuring.ts';
import type { BenchMix } from '../mix/benchMix.ts';
import { type BenchStep, benchSteps } from '../mix/benchSteps.ts';
import type { Equipment } from '../mix/equipment.ts';
import { Drawn, Filled, layersOf } from './Drawn.tsx';
import { Stepper } from './Stepper.tsx';

type Props = { bench: BenchMix; equipment: Equipment; set: (change: Partial<BenchDraft>) => void };

/** The vessel and the measure of a mix. */
export const Drawings = memo(function Drawings(props: Props) {
  return <Drawn vessel={<VesselFigure {...props} />} measure={<MeasureFigure {...props} />} />;
});

function VesselFigure({ bench, equipment, set }: Props) {
  const { shop } = useSession();
  const { vessel, plan } = bench;
  const { vessels } = equipment;
  const step = (by: number) => {
    const at = vessels.findIndex((v) => v.id === vessel?.id);
    const next = vessels[(at + by + vessels.length) % vessels.length];
    if (next) set({ vesselId: next.id });
  };
  return (
    <figure>
      <Filled
        of={vessel}
        layers={standing(bench)}
        align="right"
        marks={marksOf(bench, shop)}
        label={
          plan
            ? t(
                '{0} with {1} water, filled to {2}',
                vessel?.name,
                formatVolume(plan.after.waterUl, shop.units),
                formatVolume(volumeUl(plan.after), shop.units),
              )
            : t('{0}, empty', vessel?.name)
        }
      />
      <Stepper what={t('vessel')} step={step} still={vessels.length < 2}>
        <Choice
          label={t('Vessel')}
          bay
          plain
          value={vessel ? String(vessel.id) : ''}
          options={vessels.map((v) => ({
            value: String(v.id),
            name: v.name,
            note: t('fill limit {0}', formatVolume(v.fillLimitUl, shop.units)),
            shown: <span className="text-base underline decoration-1 underline-offset-4">{v.name}</span>,
          }))}
          onChange={(id) => set({ vesselId: Number(id) })}
        />
      </Stepper>
    </figure>
  );
}

/** What stands in the vessel once everything is done: what guards take up is below the liquid. */
function standing(bench: BenchMix): Layer[] {
  const { plan, start, vessel } = bench;
  if (!vessel) return [];
  const guard: Layer[] = vessel.displacementUl > 0 ? [{ ul: vessel.displacementUl, of: 'guard' }] : [];
  if (!plan) return start?.contents ? [...guard, { ul: volumeUl(start.contents), of: 'mix' }] : guard;
  if (plan.how === 'fill') {
    return [...guard, ...layersOf(plan)];
  }
  const kept = volumeUl(plan.after) - plan.waterUl - plan.productUl;
  return [...guard, { ul: kept, of: 'mix' }, ...layersOf(plan)];
}

const TONES = { pourOff: 'ink', water: 'water', product: 'product', jet: 'water' } as const;

function marksOf(bench: BenchMix, shop: Pick<Shop, 'units' | 'jetShare'>) {
  const { vessel, start, plan } = bench;
  if (!vessel) return [];
  const limit = { ul: vessel.fillLimitUl, figure: t('fill limit'), tone: 'ink', dashed: true } as const;
  const now = start?.contents && {
    ul: volumeUl(start.contents) + vessel.displacementUl,
    figure: t('now {0}', shortVolume(volumeUl(start.contents) + vessel.displacementUl, shop.units)),
    tone: 'ink' as const,
    dashed: true,
  };
  const steps = benchSteps(bench, shop).steps.map((s: BenchStep) => ({
    ul: s.toUl,
    figure: shortVolume(s.toUl, shop.units),
    tone: TONES[s.do],
  }));
  const top = plan ? Math.max(...steps.map((s) => s.ul), 0) : 0;
  return [...(now ? [now] : []), ...steps, ...(top === vessel.fillLimitUl ? [] : [limit])];
}

function MeasureFigure({ bench, equipment, set }: Props) {
  const { shop } = useSession();
  const { measuring } = bench;
  const chosen = measuring?.chosen ?? null;
  const part = chosen?.parts[0];
  const measure = part?.measure ?? (measuring ? null : equipment.measures[0]);
  const read = ({ lastUl, measure: of }: NonNullable<typeof part>) => readOff(lastUl, of, shop.units);
  const names = [...(measuring?.ways.map(nameOf) ?? []), FREE];
  const step = (by: number) => {
    const at = chosen ? names.indexOf(nameOf(chosen)) : names.length - 1;
    set({ measure: names[(at + by + names.length) % names.length] ?? null });
  };
  return (
    <figure>
      <Filled
        of={measure}
        layers={part ? [{ ul: part.lastUl, of: 'product' }] : []}
        align="left"
        marks={part ? [{ ul: part.lastUl, figure: read(part), tone: 'product' }] : []}
        label={
          part ? t('{0} with {1} product', part.measure.name, read(part)) : t('{0}, empty', measure?.name)
        }
      />
      <Stepper what={t('measure')} step={step} still={!measuring}>
        {measuring ? (
          <Choice
            label={t('Measure with')}
            bay
            plain
            value={chosen ? nameOf(chosen) : FREE}
            options={[
              ...measuring.ways.map((way) => ({
                value: nameOf(way),
                name: nameOf(way),
                note: howFarOff(way.error),
                shown: <Chosen name={nameOf(way)} off={howFarOff(way.error)} good={isGoodEnough(way)} />,
              })),
              {
                value: FREE,
                name: t('Free pour'),
                note: t('recorded as an estimate'),
                shown: <Chosen name={t('Free pour')} off={t('an estimate')} good={false} />,
              },
            ]}
            onChange={(name) => set({ measure: name })}
          />
        ) : (
          (measure?.name ?? t('No measure yet'))
        )}
      </Stepper>
    </figure>
  );
}

/** How far off a way of measuring is, in words. */
function howFarOff(error: number): string {
  if (Math.abs(error) < 5e-5) return t('exact');
  const percent = Number((Math.abs(error) * 100).toPrecision(2));
  return error > 0 ? t('{0} % over', percent) : t('{0} % short', percent);
}

/** The way chosen, with how far off it is; one that is not good enough is hatched. */
function Chosen({ name, off, good }: { name: string; off: string; good: boolean }) {
  return (
    <span className="text-base leading-tight">
      <span className="underline decoration-1 underline-offset-4">{name}</span>
      <span className={`block text-[0.94rem] ${good ? 'text-muted' : 'hatch pl-2'}`}>
        {good ? off : <strong className="bg-ground px-1">{off}</strong>}
      </span>
    </span>
  );
}
