import type { FieldValues } from 'react-hook-form';
import type { Schema } from 'yup';
import type { Topic } from '#contract/ledger.ts';
import { patch, post } from '../lib/api.ts';
import { useSession } from '../lib/session.tsx';
import { askAgain } from '../state/queries.ts';
import { type Reading, useTextForm } from './useTextForm.ts';

/** The shop itself is the one row without an id. */
type Row = { id?: number; revision: number };

type Options<V extends FieldValues, R extends Row> = {
  /** The row being changed; null for a new one. */
  row: R | null;
  path: string;
  topic: Topic;
  schema: Schema<unknown>;
  typed: (row: R | null) => V;
  read: (typed: V) => Reading;
  /** The fields' names, for telling someone else's change from one's own. */
  labels: Partial<Record<keyof V, string>>;
  done: (row: R) => void;
};

/**
 * A form for one row of the shop's own, new or changed. Where someone else changed it in between, both are shown and
 * one is chosen.
 */
export function useRowForm<V extends FieldValues, R extends Row>(options: Options<V, R>) {
  const { row, path, topic, schema, typed, read, labels, done } = options;
  const { who } = useSession();
  const of = useTextForm<V, R>({
    keptAs: `${who.personId} ${path} ${row?.id ?? (row ? 'the one' : 'new')}`,
    values: typed(row),
    revision: row?.revision ?? 0,
    read,
    schema,
    send: (body, revision) =>
      row ? patch<R>(row.id === undefined ? path : `${path}/${row.id}`, body, revision) : post<R>(path, body),
    done: (saved) => {
      askAgain(topic);
      done(saved);
    },
  });
  const { theirs } = of;
  const clash = theirs && {
    takeTheirs: () => {
      of.takeTheirs(typed(theirs));
      askAgain(topic);
    },
    keepMine: () => void of.keepMine(),
    differs: differences(of.form.getValues(), typed(theirs), labels),
  };
  const { saving, problem, startAfresh } = of;
  return { ...of, foot: { saving, problem, startAfresh, theirs: clash } };
}

/** Where two sets of typed values differ: `Fill limit: theirs 700 ml, yours 750 ml`. */
function differences<V extends object>(
  mine: V,
  theirs: V,
  labels: Partial<Record<keyof V, string>>,
): string[] {
  return (Object.keys(labels) as (keyof V)[])
    .filter((key) => JSON.stringify(mine[key]) !== JSON.stringify(theirs[key]))
    .map((key) => {
      const [a, b] = [theirs[key], mine[key]];
      return typeof a === 'string' && typeof b === 'string'
        ? `${labels[key]}: theirs ${a || 'empty'}, yours ${b || 'empty'}`
        : `${labels[key]}: theirs differ from yours`;
    });
}
