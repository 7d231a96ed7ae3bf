import { useState } from 'react';
import { useSession } from '../lib/session.tsx';
import { t } from '../lib/speech.ts';
import { peopleQuery } from '../state/queries.ts';
import { useAsked } from '../state/useAsked.ts';
import { Button } from '../ui/Button.tsx';
import { timeOfDay } from '../ui/dates.ts';
import { TypedField } from '../ui/Labelled.tsx';
import type { RunHere } from './useRun.ts';

/** What somebody wants to have said about it. */
export function RunNotes({ here }: { here: RunHere }) {
  const { shop } = useSession();
  const [people] = useAsked(peopleQuery);
  const [text, setText] = useState('');
  return (
    <section aria-label={t('Notes')}>
      <h2 className="text-[1.3rem]">{t('Notes')}</h2>
      <ul className="border-t border-ink">
        {here.stand.notes.map((note) => (
          <li key={note.key} className="ruled border-faint py-1.5 leading-snug">
            {note.text}
            <span className="block text-[0.94rem] text-muted">
              {timeOfDay(new Date(note.atMs).toISOString(), shop.zone)}{' '}
              {people.find((p) => p.id === note.by)?.name}
            </span>
          </li>
        ))}
      </ul>
      <form
        className="no-print mt-2 flex items-end gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          if (text.trim() === '') return;
          here.tell({ kind: 'noted', task: null, text: text.trim().slice(0, 500) });
          setText('');
        }}
      >
        <div className="min-w-0 flex-1">
          <TypedField
            label={t('Note')}
            value={text}
            maxLength={500}
            onChange={(event) => setText(event.target.value)}
          />
        </div>
        <Button type="submit">{t('Keep it')}</Button>
      </form>
    </section>
  );
}
