import type { Vessel } from '#contract/equipment.ts';
import { post } from '../../lib/api.ts';
import { t } from '../../lib/speech.ts';
import { useCommand } from '../../state/useCommand.ts';
import { Button } from '../../ui/Button.tsx';
import { Refusal } from '../../ui/Refusal.tsx';

/** Marks a vessel rinsed: what it held before no longer matters to what goes into it. */
export function RinsedButton({ vessel }: { vessel: Vessel }) {
  const rinsing = useCommand(() => post(`/vessels/${vessel.id}/rinses`, {}));
  return (
    <>
      <Button
        bay
        className="self-start scrolled:basis-[25%]! scrolled:px-2! scrolled:text-base!"
        disabled={rinsing.waiting}
        onClick={() => rinsing.run()}
      >
        {t('It is rinsed')}
      </Button>
      {rinsing.refusal && <Refusal problem={rinsing.refusal} />}
    </>
  );
}
