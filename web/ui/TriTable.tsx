import type { FieldPath, FieldValues } from 'react-hook-form';
import type { TextForm } from './useTextForm.ts';

/**
 * A ruled table of questions with the same few answers, one row each: what nobody has looked up stands out, since its
 * answer is the last column.
 */
export function TriTable<V extends FieldValues>(props: {
  of: TextForm<V>;
  /** Where the answers are kept in the form; each row's key follows it. */
  at: string;
  caption: string;
  rows: readonly { key: string; name: string }[];
  answers: readonly { value: string; name: string }[];
  /** What one of the answers comes to in each row, written beside it. */
  noted?: { value: string; words: (key: string) => string };
}) {
  const { of, at, caption, rows, answers, noted } = props;
  return (
    <table className="w-full border-t-2 border-ink">
      <caption className="sr-only">{caption}</caption>
      <thead>
        <tr className="ruled border-faint">
          <td />
          {answers.map(({ value, name }) => (
            <th key={value} scope="col" className="caps px-1 py-1 text-center font-normal text-muted">
              {name}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {rows.map(({ key, name }) => (
          <tr key={key} className="ruled border-faint">
            <th scope="row" className="py-1 text-left font-normal leading-tight">
              {name}
            </th>
            {answers.map((answer) => (
              <td key={answer.value} className="w-18 text-center">
                <label className="flex min-h-11 cursor-pointer items-center justify-center">
                  <input
                    type="radio"
                    className="size-5 accent-ink"
                    value={answer.value}
                    {...of.form.register(`${at}.${key}` as FieldPath<V>)}
                  />
                  <span className="sr-only">
                    {name}: {answer.name}
                  </span>
                  {noted?.value === answer.value && (
                    <span className="ml-2 w-16 text-left text-muted">{noted.words(key)}</span>
                  )}
                </label>
              </td>
            ))}
          </tr>
        ))}
      </tbody>
    </table>
  );
}

/** Any number of a list, ticked. */
export function TickList<V extends FieldValues>(props: {
  of: TextForm<V>;
  at: FieldPath<V>;
  options: readonly { value: string; name: string }[];
}) {
  const { of, at, options } = props;
  return (
    <div className="grid grid-cols-2 gap-x-4">
      {options.map(({ value, name }) => (
        <label key={value} className="flex min-h-11 items-center gap-3 leading-tight">
          <input
            type="checkbox"
            className="size-5 shrink-0 accent-ink"
            value={value}
            {...of.form.register(at)}
          />
          {name}
        </label>
      ))}
    </div>
  );
}
