import type { ComponentProps, ReactNode } from 'react';
import type { Vessel } from '#contract/equipment.ts';
import { type Measure, markedIn } from '#core/mixing/chooseMeasure.ts';
import { MEASURE_OUTLINES, VESSEL_OUTLINES } from '#core/mixing/outlines.ts';
import { useSession } from '../../lib/session.tsx';
import { t } from '../../lib/speech.ts';
import { EquipmentDrawing, type Layer } from '../../ui/EquipmentDrawing.tsx';
import { useSize } from '../../ui/useSize.ts';

const ROOM = 'h-64 lg:h-[min(27rem,33dvh)]';

type Filled = Pick<ComponentProps<typeof EquipmentDrawing>, 'layers' | 'marks' | 'label'>;

/** A vessel or a measure as large as its room, with what goes into it. */
export function Filled(props: Filled & { of: Vessel | Measure | null | undefined; align: 'left' | 'right' }) {
  const { of, ...filled } = props;
  const { shop } = useSession();
  const [room, size] = useSize<HTMLDivElement>();
  return (
    <div ref={room} className={ROOM}>
      {of && size.width > 0 && (
        <EquipmentDrawing
          outline={'brimfulUl' in of ? VESSEL_OUTLINES[of.kind] : MEASURE_OUTLINES[of.kind]}
          brimfulUl={'brimfulUl' in of ? of.brimfulUl : of.capacityUl}
          units={'brimfulUl' in of ? shop.units : markedIn(of, shop.units)}
          {...size}
          {...filled}
        />
      )}
    </div>
  );
}

/** Water first, product on top of it. */
export const layersOf = (fill: { waterUl: number; productUl: number } | null | undefined): Layer[] =>
  fill
    ? [
        { ul: fill.waterUl, of: 'water' },
        { ul: fill.productUl, of: 'product' },
      ]
    : [];

/** The vessel with its lines and, beside it, the measure with its own, joined by one hairline. */
export function Drawn({ vessel, measure }: { vessel: ReactNode; measure?: ReactNode }) {
  return (
    <section
      aria-label={t('Vessel and measure')}
      className={`grid lg:col-start-2 lg:row-start-2 xl:group-data-wide/bench:col-span-2 ${measure ? 'grid-cols-[minmax(0,1.15fr)_1.5rem_minmax(0,0.85fr)] xl:grid-cols-[minmax(0,1.25fr)_3rem_minmax(0,1fr)]' : 'max-w-md'}`}
    >
      {vessel}
      {measure && (
        <p aria-hidden className={`relative flex items-center justify-center ${ROOM}`}>
          <span className="absolute top-1/2 right-1 left-0 border-t border-ink xl:-left-5" />
          <span className="relative bg-ground px-1 text-[0.94rem] max-xl:hidden">{t('into')}</span>
        </p>
      )}
      {measure}
    </section>
  );
}
