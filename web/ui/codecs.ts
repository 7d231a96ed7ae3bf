import type { Schema } from 'yup';
import { accept, type Outcome, type Refusal } from '#core/outcome.ts';
import { majorOf, parseMoney } from '#core/planning/cost.ts';
import type { Like } from '#core/refusals.ts';
import { formatFlow, parseFlow } from '#core/units/flow.ts';
import { formatExactVolume, formatVolume } from '#core/units/formatVolume.ts';
import { parseNumber, parseWithUnit } from '#core/units/parseNumber.ts';
import { parseVolume } from '#core/units/parseVolume.ts';
import type { UnitSystem } from '#core/units/units.ts';
import { t } from '../lib/speech.ts';
import { labelIn } from './described.ts';
import type { Reading } from './useTextForm.ts';

/** How a field is typed and read: in which units and money, and what it is called. */
export type Context = { readonly units: UnitSystem; readonly currency: string };
export type Typing = Context & {
  readonly field: string;
  /** The same for a part of the field. */
  within(part: string | number): Typing;
};

/** What could be read of a field that has parts, and a refusal for each part that could not. */
type Parts<V> = { readonly value: V; readonly refusals: Readonly<Record<string, Refusal>> };

/** A field of a form: what stands in it for a new row, for a row there is, and what is made of what was typed. */
export type Codec<T, V> = {
  readonly empty: T;
  format(value: V, of: Context): T;
  parse(typed: T, of: Typing, before?: V): Outcome<V> | Parts<V>;
  /** It has fields of its own. */
  readonly deep?: true;
};
// biome-ignore lint/suspicious/noExplicitAny: of any kind
export type Codecs = Readonly<Record<string, Codec<any, any>>>;
export type TypedBy<F extends Codecs> = { [K in keyof F]: F[K]['empty'] };
export type ValuesOf<F extends Codecs> = {
  [K in keyof F]: F[K] extends Codec<infer _, infer V> ? V : never;
};

/** What stands in the fields: of a row, or of a new one. */
export function typedOf<F extends Codecs>(codecs: F, row: ValuesOf<F> | null, of: Context): TypedBy<F> {
  const typed = Object.entries(codecs).map(([name, codec]) => [
    name,
    row ? codec.format(row[name], of) : codec.empty,
  ]);
  return Object.fromEntries(typed) as TypedBy<F>;
}

/**
 * What was typed, as a body; what could not be read is left out and refused at its field.
 *
 * @param row as it was: what nobody touched stays exactly that, however it was rounded to be shown
 */
export function readAll<F extends Codecs>(
  codecs: F,
  typed: TypedBy<F>,
  row: ValuesOf<F> | null,
  of: Context,
  schema: Schema<unknown>,
) {
  const at = (path: string): Typing => ({
    ...of,
    field: labelIn(schema, path),
    within: (part) => at(path ? `${path}.${part}` : String(part)),
  });
  return readParts(codecs, typed, at(''), row);
}

function readParts<F extends Codecs>(
  codecs: F,
  typed: TypedBy<F>,
  of: Typing,
  row: ValuesOf<F> | null = null,
): { value: Partial<ValuesOf<F>>; refusals: Record<string, Refusal> } {
  const before = row && typedOf(codecs, row, of);
  const value: Record<string, unknown> = {};
  const refusals: Record<string, Refusal> = {};
  for (const [name, codec] of Object.entries(codecs)) {
    if (row && before && !codec.deep && JSON.stringify(before[name]) === JSON.stringify(typed[name])) {
      value[name] = row[name];
      continue;
    }
    const read = codec.parse(typed[name], of.within(name), row?.[name]);
    if ('refusals' in read) {
      value[name] = read.value;
      for (const [part, refusal] of Object.entries(read.refusals)) refusals[`${name}.${part}`] = refusal;
    } else if (read.ok) value[name] = read.value;
    else refusals[name] = read;
  }
  return { value: value as Partial<ValuesOf<F>>, refusals };
}

/** Reads a form by its codecs; `also` is what stands in the body besides. */
export const readBy =
  <F extends Codecs>(
    codecs: F,
    schema: Schema<unknown>,
    of: Context,
    row: ValuesOf<F> | null = null,
    also: (typed: TypedBy<F>) => object = () => ({}),
  ) =>
  (typed: TypedBy<F>): Reading => {
    const { value, refusals } = readAll(codecs, typed, row, of, schema);
    return { body: { ...value, ...also(typed) }, refusals };
  };

/** A field with fields of its own. */
export const parts = <F extends Codecs>(codecs: F): Codec<TypedBy<F>, ValuesOf<F>> => ({
  empty: Object.fromEntries(Object.entries(codecs).map(([name, { empty }]) => [name, empty])) as TypedBy<F>,
  format: (row, of) => typedOf(codecs, row, of),
  parse: (typed, of, row) => readParts(codecs, typed, of, row) as Parts<ValuesOf<F>>,
  deep: true,
});

/** As many of the same as there are. */
export const listOf = <T, V>(codec: Codec<T, V>): Codec<T[], V[]> => ({
  empty: [],
  format: (rows, of) => rows.map((row) => codec.format(row, of)),
  parse: (typed, of, rows) => {
    const codecs = Object.fromEntries(typed.map((_, i) => [i, codec]));
    const known = rows?.length === typed.length ? Object.fromEntries(rows.entries()) : null;
    const { value, refusals } = readParts(codecs, Object.fromEntries(typed.entries()), of, known);
    return { value: typed.map((_, i) => value[i] as V), refusals };
  },
  deep: true,
});

const asItIs = <T>(empty: T): Codec<T, T> => ({ empty, format: (value) => value, parse: accept });

export const text = (empty = ''): Codec<string, string> => asItIs(empty);
export const flag = (empty = false): Codec<boolean, boolean> => asItIs(empty);
export const choice = <T>(empty: T): Codec<T, T> => asItIs(empty);

/** A row to be chosen; nobody has chosen one where the field is empty. */
export const rowChoice = (empty = ''): Codec<string, number | undefined> => ({
  empty,
  format: (id) => (id === undefined ? '' : String(id)),
  parse: (typed) => accept(typed === '' ? undefined : Number(typed)),
});

/** A row to be chosen, or none, which is a choice too. */
export const rowOr = (none: string): Codec<string, number | null> => ({
  empty: none,
  format: (id) => (id === null ? none : String(id)),
  parse: (typed) => accept(typed === none ? null : Number(typed)),
});
/** The choice of none. */
export const NOBODY = 'none';
export const rowOrNobody = rowOr(NOBODY);

/** One of a list, or none of it. */
export const orNone = <T extends string>(): Codec<T | 'none', T | null> => ({
  empty: 'none',
  format: (value) => value ?? 'none',
  parse: (typed) => accept(typed === 'none' ? null : typed),
});

/** Some of a list. */
export const some = <T>(): Codec<T[], readonly T[]> => ({
  empty: [],
  format: (chosen) => [...chosen],
  parse: (typed) => accept(typed),
});

export const yesOrNo: Codec<'yes' | 'no', boolean> = {
  empty: 'no',
  format: (value) => (value ? 'yes' : 'no'),
  parse: (typed) => accept(typed === 'yes'),
};

/** Text without what stands around it. */
export const trimmed: Codec<string, string> = { ...text(), parse: (typed) => accept(typed.trim()) };

/** A volume that says its unit. */
export const volume = (empty = ''): Codec<string, number> => ({
  empty,
  format: (ul) => formatExactVolume(ul),
  parse: (typed, { units, field }) => parseVolume(typed, { system: units, field, askUnit: true }),
});
/** An amount in the shop's own way of saying it; a bare number is taken in its units. */
export const amount = (empty = ''): Codec<string, number> => ({
  empty,
  format: (ul, { units }) => formatVolume(ul, units),
  parse: (typed, { units, field }) => parseVolume(typed, { system: units, field }),
});
/** An amount, shown to the last figure. */
export const exactAmount: Codec<string, number> = { ...amount(), format: (ul) => formatExactVolume(ul) };
/** A volume that may be nothing. */
export const volumeOrNothing: Codec<string, number> = {
  ...volume('0'),
  parse: (typed, of) => (/^0?$|^0 ?(ml|l)$/.test(typed.trim()) ? accept(0) : volume().parse(typed, of)),
};

/** A number, with its unit behind it where that is told. */
export function number(like?: Like, unit?: Unit, empty = ''): Codec<string, number> {
  return {
    empty,
    format: (value) => (unit ? unit.say(value) : String(value)),
    parse: (typed, { field }) =>
      unit ? parseWithUnit(typed, unit.spelt, field, like) : parseNumber(typed, field, like),
  };
}
type Unit = { say: (value: number) => string; spelt: RegExp };
export const DAYS: Unit = { say: (days) => t('{0} days', days), spelt: /\s*(days?|d[ií]as?)\s*$/i };
export const MM: Unit = { say: (mm) => `${mm} mm`, spelt: /\s*mm\s*$/i };
export const BAR: Unit = { say: (bar) => `${bar} bar`, spelt: /\s*bar\s*$/i };

/** Millilitres to something, which may be said behind the number. */
export const millilitres = (like?: Like): Codec<string, number> => ({
  ...number(like, { say: String, spelt: /\s*ml.*$/i }),
});

/** A flow, with its unit. */
export const flow: Codec<string, number> = {
  empty: '',
  format: (mlPerMin, { units }) => formatFlow(mlPerMin, units),
  parse: (typed, { units, field }) => parseFlow(typed, field, units),
};

/** Money, in the minor units of the shop's currency. */
export const money: Codec<string, number> = {
  empty: '',
  format: (minor, { currency }) => String(majorOf(minor, currency)),
  parse: (typed, { currency, field }) => parseMoney(typed, currency, field),
};

/** A field that its body has elsewhere or not at all, and so is not called anything by its schema. */
export const called = <T, V>(label: () => string, codec: Codec<T, V>): Codec<T, V> => ({
  ...codec,
  parse: (typed, of) => codec.parse(typed, { ...of, field: label() }),
});

/** A field that may be left empty. */
export const orEmpty = <V>(codec: Codec<string, V>): Codec<string, V | null> => ({
  empty: '',
  format: (value, of) => (value === null ? '' : codec.format(value, of)),
  parse: (typed, of) => (typed.trim() === '' ? accept(null) : codec.parse(typed, of)),
});

export const dayOrEmpty: Codec<string, string | null> = orEmpty(text());
