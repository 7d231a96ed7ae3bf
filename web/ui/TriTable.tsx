import { type KeyboardEvent, useState } from 'react';
import { Controller, type FieldPath, type FieldValues } from 'react-hook-form';
import { rove, roveFocus } from './roving.ts';
import { Table } from './Table.tsx';
import { Tick } from './Tick.tsx';
import type { TextForm } from './useTextForm.ts';

/**
 * A ruled table of questions with the same few answers, one row each: what nobody has looked up stands out, since its
 * answer is the last column. One stop for Tab: Left and Right answer, Up and Down go to the next question.
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
  const [current, setCurrent] = useState(0);
  const radio = (answer: { value: string; name: string }) => ({
    name: answer.name,
    middle: true,
    show: ({ key, name }: { key: string; name: string }) => (
      <label className="flex min-h-11 cursor-pointer items-center justify-center">
        <input
          type="radio"
          className="size-5 accent-ink"
          value={answer.value}
          tabIndex={rows[current]?.key === key ? undefined : -1}
          onFocus={() => setCurrent(rows.findIndex((row) => row.key === key))}
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
    // biome-ignore lint/a11y/noStaticElementInteractions: the radios in it take the keys
    <div onKeyDown={toNextQuestion}>
      <Table
        caption={caption}
        rows={rows}
        keyOf={(row) => row.key}
        small
        columns={[{ name: '', heads: true, show: (row) => row.name }, ...answers.map(radio)]}
      />
    </div>
  );
}

/** Up and Down go to the answer that is given to the question above or below. */
function toNextQuestion(event: KeyboardEvent<HTMLElement>): void {
  const from = event.target as HTMLInputElement;
  const names = [
    ...new Set([...event.currentTarget.querySelectorAll<HTMLInputElement>('input')].map((i) => i.name)),
  ];
  const at = names.indexOf(from.name);
  const next = at < 0 ? null : rove(event.key, at, names.length, ['ArrowUp', 'ArrowDown', 'Home', 'End']);
  if (next === null) return;
  event.preventDefault();
  const there = [...event.currentTarget.querySelectorAll<HTMLInputElement>('input')].filter(
    (i) => i.name === names[next],
  );
  (there.find((i) => i.checked) ?? there[0])?.focus();
}

/** Any number of a list, ticked: one stop for Tab, arrows from there on. */
export function TickList<V extends FieldValues>(props: {
  of: TextForm<V>;
  at: FieldPath<V>;
  options: readonly { value: string; name: string }[];
}) {
  const { of, at, options } = props;
  const [current, setCurrent] = useState(0);
  return (
    <Controller
      control={of.form.control}
      name={at}
      render={({ field }) => {
        const chosen: readonly string[] = field.value;
        return (
          // biome-ignore lint/a11y/noStaticElementInteractions: the boxes in it take the keys
          <div
            className="grid grid-cols-2 gap-x-4 leading-tight"
            onKeyDown={(event) => roveFocus(event, '[role="checkbox"]')}
          >
            {options.map(({ value, name }, i) => (
              <Tick
                key={value}
                tabIndex={i === current ? 0 : -1}
                onFocus={() => setCurrent(i)}
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
