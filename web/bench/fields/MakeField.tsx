import type { Vessel } from '#contract/equipment.ts';
import { limitsOf } from '#core/mixing/solveMix.ts';
import type { Refusal } from '#core/outcome.ts';
import { formatVolume } from '#core/units/formatVolume.ts';
import { useSession } from '../../lib/session.tsx';
import { t } from '../../lib/speech.ts';
import type { BenchProps } from '../benchProps.ts';
import { depthKeys } from '../mix/namedVolumes.ts';
import { AmountField } from './AmountField.tsx';

/** How much to make: nothing typed is up to the fill limit. */
export function MakeField(props: {
  draft: { makeText: string };
  vessel: Vessel | null | undefined;
  refusal: Refusal | undefined;
  set: BenchProps['set'];
}) {
  const { draft, vessel, refusal, set } = props;
  const { shop } = useSession();
  return (
    <AmountField
      label={t('How much to make')}
      value={draft.makeText}
      refusal={refusal}
      words={depthKeys(vessel, shop.units)}
      placeholder={
        vessel ? t('{0}, to the fill limit', formatVolume(limitsOf(vessel).fillLimitUl, shop.units)) : ''
      }
      onChange={(makeText) => set({ makeText })}
    />
  );
}
