import { useMutation } from '@tanstack/react-query';
import { post } from '../lib/api.ts';
import { t } from '../lib/speech.ts';
import { useWord } from '../lib/word.ts';
import { askAgain } from '../state/queries.ts';
import { Button } from '../ui/Button.tsx';
import { ManagersWord } from '../ui/ManagersWord.tsx';
import { Refusal } from '../ui/Refusal.tsx';
import type { BenchMix } from './benchMix.ts';
import type { Equipment } from './equipment.ts';

/** Who is not signed off may mix it once with a manager's word, given here. */
export function SignOffWord({ bench }: { bench: BenchMix }) {
  const word = useWord((state) => state.word);
  const { product, refusals } = bench;
  const subject = String(product?.id);
  const given = word?.rule === 'signOff' && word.subject === subject;
  if (!given && refusals.product?.code !== 'safety.notSignedOff') return null;
  return <ManagersWord of={{ rule: 'signOff', subject }} />;
}

/** The note that stands before the product: whoever has read it says so, once. */
export function ReadNote({ bench, equipment }: { bench: BenchMix; equipment: Equipment }) {
  const reading = useMutation({
    mutationFn: (id: number) => post(`/notes/${id}/readings`, {}),
    onSettled: () => askAgain('notes'),
  });
  const { product, refusals } = bench;
  const note = equipment.notes.find((n) => n.productId === product?.id && !n.read);
  if (!note || refusals.product?.code !== 'note.unread') return null;
  return (
    <div>
      <Button bay disabled={reading.isPending} onClick={() => reading.mutate(note.id)}>
        {t('I have read it')}
      </Button>
      {reading.error && <Refusal problem={reading.error} />}
    </div>
  );
}
