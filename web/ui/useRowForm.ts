import type { FieldValues } from 'react-hook-form';
import type { Schema } from 'yup';
import { patch, post } from '../lib/api.ts';
import { useSession } from '../lib/session.tsx';
import { t } from '../lib/speech.ts';
import { type Reading, useTextForm } from './useTextForm.ts';

/** The shop itself is the one row without an id. */
type Row = { id?: number; revision: number };

type Options<V extends FieldValues, R extends Row> = {
  /** The row being changed; null for a new one. */
  row: R | null;
  path: string;
  schema: Schema<unknown>;
  typed: (row: R | null) => V;
  /** @param newest the row as someone else left it, where what was typed goes over it */
  read: (typed: V, newest?: R) => Reading;
  done: (row: R) => void;
  /** Where what goes with the form differs from how someone else left the row, besides its fields. */
  differs?: (theirs: R) => string[];
  /** Where the body is shaped otherwise than the form: the field that a part of the body is typed in. */
  fields?: Readonly<Record<string, string>>;
};

/**
 * A form for one row of the shop's own, new or changed. Where someone else changed it in between, both are shown and
 * one is chosen.
 */
export function useRowForm<V extends FieldValues, R extends Row>(options: Options<V, R>) {
  const { row, path, schema, typed, read, done, differs, fields } = options;
  const { who } = useSession();
  const of = useTextForm<V, R>({
    keptAs: `${who.personId} ${path} ${row?.id ?? (row ? 'the one' : 'new')}`,
    values: typed(row),
    revision: row?.revision ?? 0,
    read,
    schema,
    ...(fields && { fields }),
    send: (body, revision) =>
      row ? patch<R>(row.id === undefined ? path : `${path}/${row.id}`, body, revision) : post<R>(path, body),
    done,
  });
  const { theirs } = of;
  const clash = theirs && {
    takeTheirs: () => of.takeTheirs(typed(theirs)),
    keepMine: () => void of.keepMine(),
    differs: [...differences(of.form.getValues(), typed(theirs), of.labelOf), ...(differs?.(theirs) ?? [])],
  };
  return { ...of, foot: { ...of.foot, theirs: clash } };
}

/** Where two sets of typed values differ: `Fill limit: theirs 700 ml, yours 750 ml`. */
function differences<V extends object>(mine: V, theirs: V, labelOf: (name: string) => string): string[] {
  return (Object.keys(theirs) as (keyof V & string)[])
    .filter((key) => labelOf(key) !== '' && JSON.stringify(mine[key]) !== JSON.stringify(theirs[key]))
    .map((key) => {
      const [a, b] = [theirs[key], mine[key]];
      return typeof a === 'string' && typeof b === 'string'
        ? t('{0}: theirs {1}, yours {2}', labelOf(key), a || t('empty'), b || t('empty'))
        : t('{0}: theirs differ from yours', labelOf(key));
    });
}
