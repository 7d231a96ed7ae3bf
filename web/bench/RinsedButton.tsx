import { useMutation } from '@tanstack/react-query';
import type { Vessel } from '#contract/equipment.ts';
import { post } from '../lib/api.ts';
import { t } from '../lib/speech.ts';
import { askAgain } from '../state/queries.ts';
import { Button } from '../ui/Button.tsx';
import { Refusal } from '../ui/Refusal.tsx';

/** Marks a vessel rinsed: what it held before no longer matters to what goes into it. */
export function RinsedButton({ vessel }: { vessel: Vessel }) {
  const rinsing = useMutation({
    mutationFn: () => post(`/vessels/${vessel.id}/rinses`, {}),
    onSettled: () => askAgain('vessels'),
  });
  return (
    <>
      <Button bay className="self-start" disabled={rinsing.isPending} onClick={() => rinsing.mutate()}>
        {t('It is rinsed')}
      </Button>
      {rinsing.error && <Refusal problem={rinsing.error} />}
    </>
  );
}
