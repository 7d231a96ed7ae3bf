import { ChevronLeft, ChevronRight } from 'lucide-react';
import { type KeyboardEvent, memo } from 'react';
import { MEASURE_OUTLINES, VESSEL_OUTLINES } from '#core/mixing/outlines.ts';
import { formatVolume } from '#core/units/formatVolume.ts';
import { useSession } from '../app/session.tsx';
import { useSize } from '../ui/useSize.ts';
import { type Layer, WareDrawing } from '../ui/WareDrawing.tsx';
import type { BenchDraft } from './benchDraft.ts';
import type { BenchMix, Ware } from './benchMix.ts';

type Props = { bench: BenchMix; ware: Ware; set: (change: Partial<BenchDraft>) => void };

/** The vessel with its lines and, beside it, the measure with its own, joined by one hairline. */
export const Drawings = memo(function Drawings({ bench, ware, set }: Props) {
  const { shop } = useSession();
  const { vessel, mix, reading } = bench;
  const [vesselRoom, vesselSize] = useSize<HTMLDivElement>();
  const [measureRoom, measureSize] = useSize<HTMLDivElement>();
  const measure = reading?.measure ?? ware.measures[0];

  return (
    <section
      aria-label="Vessel and measure"
      className="grid grid-cols-[minmax(0,1.15fr)_1.5rem_minmax(0,0.85fr)] lg:col-start-2 lg:row-start-2 lg:grid-cols-[minmax(0,1fr)_3.5rem_minmax(0,0.9fr)]"
    >
      <figure>
        <div ref={vesselRoom} className="h-64 lg:h-[min(27rem,38dvh)]">
          {vessel && (
            <WareDrawing
              outline={VESSEL_OUTLINES[vessel.kind]}
              brimfulUl={vessel.brimfulUl}
              layers={layersOf(mix)}
              units={shop.units}
              {...vesselSize}
              align="right"
              marks={marksOf(bench, shop.units)}
              label={
                mix
                  ? `${vessel.name} with ${formatVolume(mix.waterUl, shop.units)} water, filled to ${formatVolume(mix.totalUl, shop.units)}`
                  : `${vessel.name}, empty`
              }
            />
          )}
        </div>
        <VesselStepper bench={bench} ware={ware} set={set} />
      </figure>

      <p aria-hidden className="relative flex h-64 items-center justify-center lg:h-[min(27rem,38dvh)]">
        <span className="absolute right-1 left-0 top-1/2 border-t border-ink lg:-left-5" />
        <span className="relative bg-ground px-1 text-[0.94rem] max-lg:hidden">into</span>
      </p>

      <figure>
        <div ref={measureRoom} className="h-64 lg:h-[min(27rem,38dvh)]">
          {measure && (
            <WareDrawing
              outline={MEASURE_OUTLINES[measure.kind]}
              brimfulUl={measure.capacityUl}
              layers={reading ? [{ ul: reading.lastUl, of: 'product' }] : []}
              units={shop.units}
              {...measureSize}
              align="left"
              marks={
                reading
                  ? [
                      {
                        ul: reading.lastUl,
                        figure: formatVolume(reading.lastUl, shop.units, stepFor(reading, shop.units)),
                        tone: 'product',
                      },
                    ]
                  : []
              }
              label={
                reading
                  ? `${measure.name} with ${formatVolume(reading.lastUl, shop.units)} product`
                  : `${measure.name}, empty`
              }
            />
          )}
        </div>
        <figcaption className="flex min-h-12 items-center lg:min-h-16">
          {measure?.name ?? 'No measure yet'}
        </figcaption>
      </figure>
    </section>
  );
});

const stepFor = (reading: NonNullable<BenchMix['reading']>, units: string) =>
  units === 'metric' ? reading.measure.stepUl : undefined;

function layersOf(mix: BenchMix['mix']): Layer[] {
  if (!mix) return [];
  return [
    { ul: mix.waterUl, of: 'water' },
    { ul: mix.productUl, of: 'product' },
  ];
}

function marksOf({ vessel, mix }: BenchMix, units: 'metric' | 'us' | 'imperial') {
  if (!vessel) return [];
  const limit = { ul: vessel.fillLimitUl, figure: 'fill limit', tone: 'ink', dashed: true } as const;
  if (!mix) return [limit];
  const filled = { ul: mix.totalUl, figure: formatVolume(mix.totalUl, units), tone: 'product' } as const;
  const water = { ul: mix.waterUl, figure: formatVolume(mix.waterUl, units), tone: 'water' } as const;
  const marks = mix.waterUl > 0 ? [water, filled] : [filled];
  return mix.totalUl === vessel.fillLimitUl ? marks : [...marks, limit];
}

/** Left and right step through the vessels while the focus is here. */
function VesselStepper({ bench, ware, set }: Props) {
  const { vessels } = ware;
  const at = vessels.findIndex((v) => v.id === bench.vessel?.id);
  const step = (by: number) => {
    const next = vessels[(at + by + vessels.length) % vessels.length];
    if (next) set({ vesselId: next.id });
  };
  const onKey = (event: KeyboardEvent) => {
    if (event.key !== 'ArrowLeft' && event.key !== 'ArrowRight') return;
    event.preventDefault();
    step(event.key === 'ArrowLeft' ? -1 : 1);
  };
  const arrow = 'flex size-12 shrink-0 items-center justify-center lg:size-16';
  return (
    <figcaption className="flex min-h-12 items-center lg:min-h-16" onKeyDown={onKey}>
      <button
        type="button"
        aria-label="Previous vessel"
        className={`${arrow} -ml-3`}
        onClick={() => step(-1)}
      >
        <ChevronLeft aria-hidden />
      </button>
      <span className="text-center leading-tight">{bench.vessel?.name ?? 'No vessel yet'}</span>
      <button type="button" aria-label="Next vessel" className={arrow} onClick={() => step(1)}>
        <ChevronRight aria-hidden />
      </button>
    </figcaption>
  );
}
