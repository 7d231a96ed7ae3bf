import type { ReactNode } from 'react';
import { atLeast } from '#contract/roles.ts';
import { VESSEL_OUTLINES } from '#core/mixing/outlines.ts';
import { useSession } from '../lib/session.tsx';
import { t } from '../lib/speech.ts';
import { ButtonLink } from '../ui/Button.tsx';
import { EquipmentDrawing } from '../ui/EquipmentDrawing.tsx';
import type { Equipment } from './equipment.ts';

/** A new shop's Bench: an empty vessel, and the one thing to do next. */
export function EmptyBench({ equipment }: { equipment: Equipment }) {
  const { who, shop } = useSession();
  const manager = atLeast(who.role, 'manager');
  const next: [string, string, string] =
    equipment.products.length === 0
      ? [t('No products yet'), '/stock/products/new', t('Add the first product')]
      : [t('No vessels yet'), '/rigs/vessels/new', t('Add the first vessel')];
  const [title, path, action] = next;
  return (
    <EmptyVessel units={shop.units} title={title}>
      {manager ? (
        <ButtonLink look="main" bay to={path}>
          {action}
        </ButtonLink>
      ) : (
        <p>{t('A manager enters what the shop mixes with. Ask yours to add it.')}</p>
      )}
    </EmptyVessel>
  );
}

export function EmptyVessel({
  title,
  units,
  children,
}: {
  title: string;
  units: 'metric' | 'us' | 'imperial';
  children: ReactNode;
}) {
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
      <h1>{title}</h1>
      {children}
    </main>
  );
}
