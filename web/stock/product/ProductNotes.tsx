import { type NoteGate, noteBody, type ProductNote } from '#contract/notes.ts';
import type { Product } from '#contract/products.ts';
import { atLeast } from '#contract/roles.ts';
import { post } from '../../lib/api.ts';
import { useSession } from '../../lib/session.tsx';
import { t } from '../../lib/speech.ts';
import { notesQuery } from '../../state/queries.ts';
import { useCommand } from '../../state/useCommand.ts';
import { useQuery } from '../../state/useQuery.ts';
import { Button } from '../../ui/Button.tsx';
import { shopDay } from '../../ui/dates.ts';
import { ChoiceField, TextField } from '../../ui/FormFields.tsx';
import { FormFoot } from '../../ui/FormFoot.tsx';
import { More } from '../../ui/More.tsx';
import { Refusal } from '../../ui/Refusal.tsx';
import { useTextForm } from '../../ui/useTextForm.ts';

const GATES: () => Record<NoteGate, string> = () => ({
  read: t('Each reads it before they mix it'),
  hold: t('On hold: nobody mixes it'),
});

/** What stands before a product: a lead writes it, each reads it, or nobody mixes it until it is lifted. */
export function ProductNotes({ product }: { product: Product }) {
  const { who, shop } = useSession();
  const { data: all = [] } = useQuery(notesQuery);
  const lead = atLeast(who.role, 'lead');
  const notes = all.filter((n) => n.productId === product.id);
  const acting = useCommand(({ id, what }: { id: number; what: 'readings' | 'lifts' }) =>
    post(`/notes/${id}/${what}`, {}),
  );
  if (notes.length === 0 && !lead) return null;
  return (
    <section aria-label={t('Notes before it is mixed')}>
      <h2 className="mb-2">{t('Notes before it is mixed')}</h2>
      <ul className="border-t border-hairline empty:border-0">
        {notes.map((note) => (
          <li key={note.id} className="ruled flex flex-wrap items-center gap-x-5 gap-y-2 border-faint py-2">
            <p className="min-w-0 flex-1 basis-64 leading-snug">
              <strong>{GATES()[note.gate]}.</strong> {note.words}
              <span className="block text-muted">
                {note.by}, {shopDay(note.at, shop.zone)}
                {note.gate === 'read' && t(', read by {0}', note.readers)}
              </span>
            </p>
            <span className="no-print flex gap-3">
              {note.gate === 'read' && !note.read && (
                <Button
                  disabled={acting.waiting}
                  onClick={() => acting.run({ id: note.id, what: 'readings' })}
                >
                  {t('I have read it')}
                </Button>
              )}
              {lead && (
                <Button disabled={acting.waiting} onClick={() => acting.run({ id: note.id, what: 'lifts' })}>
                  {t('Remove it')}
                </Button>
              )}
            </span>
          </li>
        ))}
      </ul>
      {acting.refusal && <Refusal problem={acting.refusal} />}
      {lead && <WriteNote product={product} />}
    </section>
  );
}

function WriteNote({ product }: { product: Product }) {
  const { who } = useSession();
  const of = useTextForm<{ words: string; gate: NoteGate }, ProductNote[]>({
    keptAs: `${who.personId} /notes ${product.id}`,
    values: { words: '', gate: 'read' },
    read: (body) => ({ body }),
    schema: noteBody,
    send: (body) => post<ProductNote[]>(`/notes/${product.id}`, body),
    done: () => of.form.reset(),
  });
  return (
    <More className="no-print mt-3" title={t('Write one')}>
      <form onSubmit={of.submit} noValidate className="mt-2 flex flex-col gap-4">
        <TextField of={of} name="words" placeholder={t('such as lot 2311 is thicker: shake it well')} />
        <ChoiceField
          of={of}
          name="gate"
          options={(Object.keys(GATES()) as NoteGate[]).map((value) => ({ value, name: GATES()[value] }))}
        />
        <FormFoot save={t('Save the note')} {...of.foot} />
      </form>
    </More>
  );
}
