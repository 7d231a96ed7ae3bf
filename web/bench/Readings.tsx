import type { ReactNode } from 'react';
import { formatExactVolume, formatVolume, readVolume } from '#core/units/formatVolume.ts';
import type { UnitSystem } from '#core/units/volume.ts';
import { useSession } from '../app/session.tsx';
import type { BenchMix } from './benchMix.ts';

/** The two numbers, water first: the largest things on the screen, and on a phone always in sight. */
export function Readings({ bench }: { bench: BenchMix }) {
  const { shop } = useSession();
  const { mix, reading, product, vessel } = bench;
  const neat = mix?.waterUl === 0;
  return (
    <section
      aria-label="Amounts"
      aria-live="polite"
      className="ruled sticky top-0 z-[5] -mx-4 grid grid-cols-2 gap-x-5 bg-ground px-4 pt-3 pb-2 lg:static lg:col-start-2 lg:row-start-1 lg:mx-0 lg:grid-cols-[minmax(0,1fr)_3.5rem_minmax(0,0.9fr)] lg:gap-x-0 lg:border-b-0 lg:p-0"
    >
      <Reading
        order={neat ? '' : 'First'}
        what="water"
        tone="text-water"
        ul={mix ? mix.waterUl : null}
        units={shop.units}
        note={
          mix &&
          vessel &&
          (neat ? 'None: this goes in neat.' : `Fill to the ${formatVolume(mix.waterUl, shop.units)} line.`)
        }
      />
      <span className="hidden lg:block" />
      <Reading
        order={neat ? 'Only' : 'then'}
        what="product"
        tone="text-product"
        ul={reading ? reading.nearestUl || reading.lastUl : (mix?.productUl ?? null)}
        stepUl={reading && shop.units === 'metric' ? reading.measure.stepUl : undefined}
        units={shop.units}
        note={
          mix && (
            <>
              {reading && <HowToRead reading={reading} units={shop.units} />}
              <span className="hidden lg:block">Booked as {formatExactVolume(mix.productUl)}.</span>
            </>
          )
        }
      />
      <span className="sr-only">{product?.name}</span>
    </section>
  );
}

function HowToRead({ reading, units }: { reading: NonNullable<BenchMix['reading']>; units: UnitSystem }) {
  const { measure, fullFills, lastUl } = reading;
  if (fullFills === 0) return <>In the {measure.name}.</>;
  const times = fullFills === 1 ? 'once' : fullFills === 2 ? 'twice' : `${fullFills} times`;
  return (
    <>
      Fill the {measure.name} {times}, then to{' '}
      {formatVolume(lastUl, units, units === 'metric' ? measure.stepUl : undefined)}.
    </>
  );
}

function Reading(props: {
  order: string;
  what: string;
  tone: string;
  ul: number | null;
  stepUl?: number | undefined;
  units: UnitSystem;
  note: ReactNode;
}) {
  const { order, what, tone, ul, stepUl, units, note } = props;
  const read = ul === null ? null : readVolume(ul, units, stepUl);
  return (
    <div className={`${tone} min-w-0`}>
      <p className="caps text-ink">{order ? `${order} ${what}` : what}</p>
      <p
        className="reading flex items-baseline gap-2 leading-none whitespace-nowrap"
        data-testid={`reading-${what}`}
      >
        <span className="text-[2.9rem] sm:text-[3.6rem] xl:text-[4.6rem]">{read ? read.figure : '–'}</span>
        {read && <span className="text-[1.3rem] xl:text-[1.7rem]">{read.unit}</span>}
      </p>
      <p className="mt-1 min-h-6 text-[0.94rem] leading-snug text-ink">{note}</p>
    </div>
  );
}
