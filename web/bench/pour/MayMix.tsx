import { post } from '../../lib/api.ts';
import { useOverride } from '../../lib/override.ts';
import { t } from '../../lib/speech.ts';
import { useCommand } from '../../state/useCommand.ts';
import { AskForOverride } from '../../ui/AskForOverride.tsx';
import { Button } from '../../ui/Button.tsx';
import { Refusal } from '../../ui/Refusal.tsx';
import type { BenchMix } from '../mix/benchMix.ts';
import type { Equipment } from '../mix/equipment.ts';

/** Who is not signed off may mix it once with a manager's word, given here. */
export function SignOffWord({ bench }: { bench: BenchMix }) {
  const word = useOverride((state) => state.word);
  const { product, refusals } = bench;
  const subject = String(product?.id);
  const given = word?.rule === 'signOff' && word.subject === subject;
  if (!given && refusals.product?.code !== 'safety.notSignedOff') return null;
  return <AskForOverride of={{ rule: 'signOff', subject }} />;
}

/** The note that stands before the product: whoever has read it says so, once. */
export function ReadNote({ bench, equipment }: { bench: BenchMix; equipment: Equipment }) {
  const reading = useCommand((id: number) => post(`/notes/${id}/readings`, {}));
  const { product, refusals } = bench;
  const note = equipment.notes.find((n) => n.productId === product?.id && !n.read);
  if (!note || refusals.product?.code !== 'note.unread') return null;
  return (
    <div>
      <Button bay disabled={reading.waiting} onClick={() => reading.run(note.id)}>
        {t('I have read it')}
      </Button>
      {reading.refusal && <Refusal problem={reading.refusal} />}
    </div>
  );
}
