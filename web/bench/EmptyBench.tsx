import { atLeast } from '#contract/roles.ts';
import { useSession } from '../lib/session.tsx';
import { t } from '../lib/speech.ts';
import { ButtonLink } from '../ui/Button.tsx';
import { EmptyVessel } from '../ui/EmptyVessel.tsx';
import type { Equipment } from './mix/equipment.ts';

/** A new shop's Bench: an empty vessel, and the one thing to do next. */
export function EmptyBench({ equipment }: { equipment: Equipment }) {
  const { who, shop } = useSession();
  const manager = atLeast(who.role, 'manager');
  const next: [string, string, string] =
    equipment.products.length === 0
      ? [t('No products yet'), '/opening/products', t('Add the first product')]
      : [t('No vessels yet'), '/opening/equipment', t('Add the first vessel')];
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
