import type { ReactNode } from 'react';
import { VESSEL_OUTLINES } from '#core/mixing/outlines.ts';
import { t } from '../lib/speech.ts';
import { usePageTitle } from '../state/pageTitle.ts';
import { EquipmentDrawing } from './EquipmentDrawing.tsx';
import { useHeadingInFocus } from './useHeadingInFocus.ts';

/** Where there is nothing yet: an empty bottle, and the one thing to do next. */
export function EmptyVessel({
  title,
  units,
  children,
}: {
  title: string;
  units: 'metric' | 'us' | 'imperial';
  children: ReactNode;
}) {
  usePageTitle(title);
  const heading = useHeadingInFocus(title);
  return (
    <main className="flex flex-col items-center gap-5 p-5 pt-13 text-center">
      <EquipmentDrawing
        outline={VESSEL_OUTLINES.triggerBottle}
        brimfulUl={810_000}
        layers={[]}
        units={units}
        height={320}
        width={260}
        label={t('An empty bottle')}
      />
      <h1 ref={heading} tabIndex={-1} className="outline-none">
        {title}
      </h1>
      {children}
    </main>
  );
}
