import { Controller, type FieldPath, type FieldValues } from 'react-hook-form';
import { Table } from './Table.tsx';
import { Tick } from './Tick.tsx';
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
  const radio = (answer: { value: string; name: string }) => ({
    name: answer.name,
    middle: true,
    show: ({ key, name }: { key: string; name: string }) => (
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
    ),
  });
  return (
    <Table
      caption={caption}
      rows={rows}
      keyOf={(row) => row.key}
      small
      columns={[{ name: '', heads: true, show: (row) => row.name }, ...answers.map(radio)]}
    />
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
    <Controller
      control={of.form.control}
      name={at}
      render={({ field }) => {
        const chosen: readonly string[] = field.value;
        return (
          <div className="grid grid-cols-2 gap-x-4 leading-tight">
            {options.map(({ value, name }) => (
              <Tick
                key={value}
                checked={chosen.includes(value)}
                set={(on) =>
                  field.onChange(on ? [...chosen, value] : chosen.filter((other) => other !== value))
                }
              >
                {name}
              </Tick>
            ))}
          </div>
        );
      }}
    />
  );
}
