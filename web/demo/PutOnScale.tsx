import type { Instrument } from '#contract/instruments.ts';
import { post } from '../lib/api.ts';
import { t } from '../lib/speech.ts';
import { instrumentsQuery } from '../state/queries.ts';
import { useCommand } from '../state/useCommand.ts';
import { useQuery } from '../state/useQuery.ts';
import { Button } from '../ui/Button.tsx';
import { Refusal } from '../ui/Refusal.tsx';

type PutOn = { act: 'putContainer'; containerId: number } | { act: 'putVessel'; vesselId: number };

/** Where the scale is a stand-in: what hands would do with a container or a vessel. */
export function PutOnScale({ name, of }: { name: string; of: PutOn }) {
  const { data: all = [] } = useQuery(instrumentsQuery);
  const scale = all.find((i) => i.kind === 'scale' && i.source === 'simulated');
  const putting = useCommand((id: string) => post<Instrument>(`/instruments/${id}/acts`, of));
  if (!scale) return null;
  return (
    <div className="border border-dashed border-hairline p-3">
      <p className="mb-2 text-[0.94rem] text-muted">
        {t('A stand-in for the scale: your hands in the demo.')}
      </p>
      <Button disabled={putting.waiting} onClick={() => putting.run(scale.id)}>
        {t('Put {0} on the scale', name)}
      </Button>
      <Refusal problem={putting.refusal} />
    </div>
  );
}
