import * as yup from 'yup';
import { UNIT_UL, type VolumeUnit } from '#core/units/units.ts';
import { LARGEST_UL } from '#core/units/volume.ts';

// Every field carries its name on the screen (label) and what would work (meta.remedy), so that a refusal can say both.

declare module 'yup' {
  interface CustomSchemaMetadata {
    /** What would work, with `{0}` for what is filled in. */
    remedy?: string;
    filled?: readonly (string | number)[];
  }
}

yup.setLocale({
  mixed: {
    required: '${label} is missing.',
    defined: '${label} is missing.',
    notNull: '${label} is missing.',
    notType: '${label} is not the kind of value that belongs there.',
    oneOf: '${label} is none of the choices.',
  },
  string: {
    min: '${label} is too short.',
    max: '${label} is too long.',
    matches: '${label} is not written as it should be.',
  },
  number: {
    min: '${label} is below what is possible.',
    max: '${label} is above what is possible.',
    integer: '${label} is not a whole number.',
  },
  object: { noUnknown: '${label} has fields that are not known here: ${unknown}.' },
  array: { max: '${label} has too many entries.' },
});

/** What a request's body is held against. */
// biome-ignore lint/suspicious/noExplicitAny: of any context
export type BodySchema<T> = yup.Schema<T> | yup.Lazy<T, yup.AnyObject, any>;

/** An object with exactly these fields: an unknown one is refused, never dropped in silence. */
export const exactly = <S extends yup.ObjectShape>(shape: S) =>
  yup.object(shape).exact().required().label('The request').meta({ remedy: 'Leave out what is not listed.' });

/** A line of text that says something: 1 to `most` characters that are not all space. */
export const line = (label: string, most = 80) =>
  yup
    .string()
    .label(label)
    .required()
    .max(most)
    .matches(/\S/, { message: '${label} is empty.' })
    .matches(/^[^\p{Cc}]*$/u, { message: '${label} holds characters that cannot be printed.' })
    .meta({ remedy: 'Type 1 to {0} characters.', filled: [most] });

/** Text that may be empty. */
export const note = (label: string, most = 500) =>
  yup
    .string()
    .label(label)
    .defined()
    .max(most)
    .meta({ remedy: 'Type at most {0} characters, or nothing.', filled: [most] });

/** A sentence as it is looked up in a language: its English, and what is filled in. */
export const said = (label: string) =>
  yup
    .array(yup.mixed<string | number>().label(label).required().test(textOrNumber))
    .label(label)
    .required()
    .min(1)
    .max(6)
    .meta({ remedy: 'Check it and send it again.' });

const textOrNumber = {
  name: 'textOrNumber',
  message: '${label} is not the kind of value that belongs there.',
  test: (value: unknown) =>
    typeof value === 'string' ? value.length <= 300 : typeof value === 'number' && Number.isFinite(value),
};

/** Whatever a later reader makes of it, as long as it is short. */
export const anything = (label: string, most: number) =>
  yup
    .mixed<never>()
    .label(label)
    .test('short', '${label} is too long.', (value) => (JSON.stringify(value)?.length ?? 0) <= most)
    .meta({ remedy: 'Type at most {0} characters, or nothing.', filled: [most] });

export const oneOf = <const T extends string>(label: string, values: readonly T[]) =>
  yup
    .string<T>()
    .label(label)
    .required()
    .oneOf(values)
    .meta({ remedy: 'Choose one of: {0}.', filled: [values.join(', ')] });

/** Some of a list, each at most once. */
export const someOf = <const T extends string>(label: string, values: readonly T[]) =>
  yup
    .array(oneOf(label, values))
    .label(label)
    .required()
    .max(values.length)
    .test('once', `${label} has the same choice twice.`, (all) => new Set(all).size === (all?.length ?? 0))
    .meta({ remedy: 'Choose from: {0}.', filled: [values.join(', ')] });

/** A volume: whole microlitres, more than nothing unless `least` says otherwise. */
export const wholeUl = (label: string, least = 1) =>
  yup
    .number()
    .label(label)
    .required()
    .integer()
    .min(least)
    .max(LARGEST_UL)
    .meta({ remedy: 'Give whole microlitres from {0} to {1}.', filled: [least, LARGEST_UL] });

/** An amount of money: whole minor units of the shop's currency. */
export const wholeMinor = (label: string) =>
  yup
    .number()
    .label(label)
    .integer()
    .min(0)
    .max(1_000_000_000)
    .defined()
    .meta({ remedy: 'Type what it cost, such as 24.50, or nothing.' });

/** A finite number in a range. */
export const finite = (label: string, min: number, max: number) =>
  yup
    .number()
    .label(label)
    .required()
    .min(min)
    .max(max)
    .meta({ remedy: 'Give a number from {0} to {1}.', filled: [min, max] });

/** Whether a day is one the calendar has, in the years a shop keeps. */
export function isDay(text: string): boolean {
  const year = Number(text.slice(0, 4));
  const at = new Date(`${text}T12:00:00Z`);
  return year >= 1990 && year <= 2200 && !Number.isNaN(at.getTime()) && at.toISOString().startsWith(text);
}

/** A day of the shop's, as `2026-05-04`. */
export const shopDay = (label: string) =>
  yup
    .string()
    .label(label)
    .defined()
    .matches(/^\d{4}-\d{2}-\d{2}$/, { message: '${label} is not a day.', excludeEmptyString: false })
    .test('day', '${label} is not a day.', (day) => day == null || isDay(day))
    .meta({ remedy: 'Give a day such as 2026-05-04, or nothing.' });

export const rowId = (label: string) =>
  yup
    .number()
    .label(label)
    .required()
    .integer()
    .min(1)
    .max(2_147_483_647)
    .meta({ remedy: 'Choose one from the list.' });

export const yes = (label: string) =>
  yup.boolean().label(label).required().meta({ remedy: 'Give true or false.' });

export const pin = () =>
  yup
    .string()
    .label('PIN')
    .required()
    .matches(/^\d{4}$/, { message: 'PIN is not four digits.' })
    .meta({ remedy: 'Type four digits, such as 7294.' });

/** PINs people try first: one digit four times, two in turn, a run up or down, and the middle of the keys. */
const WEAK_PIN = /^(\d)\1{3}$|^(\d\d)\2$|^(?:2580|0852)$/;
const RUNS = ['0123456789', '9876543210', '1234567890'];
const isWeak = (pin: string): boolean =>
  WEAK_PIN.test(pin) || (/^\d{4}$/.test(pin) && RUNS.some((run) => run.includes(pin)));

/** A PIN somebody chooses: one that is not among the first anybody would try. */
export const newPin = () =>
  pin()
    .test('weak', 'PIN is one of the first that anybody would try.', (value) => !isWeak(value ?? ''))
    .meta({ remedy: 'Type four digits, such as 7294.' });

type Shapes = Readonly<Record<string, yup.AnyObjectSchema>>;
type ShapeOf<S extends Shapes> = yup.InferType<S[keyof S]>;

/** One of several shapes, told apart by one of their fields; what is none of them is held against the one named last. */
const shapedBy = <const S extends Shapes>(
  field: string,
  label: string,
  shapes: S,
  otherwise: keyof S & string,
) =>
  yup
    .lazy((value: unknown) => {
      const named = (value as Record<string, unknown> | null | undefined)?.[field];
      const known = typeof named === 'string' && Object.hasOwn(shapes, named);
      // Yup infers an object's type key by key, which takes a union apart.
      return shapes[known ? named : otherwise]?.label(label) as unknown as yup.Schema<ShapeOf<S>>;
    })
    .meta({ shapes });

/** One of several shapes, told apart by their `kind`. */
export const byKind = <const S extends Shapes>(label: string, shapes: S, otherwise: keyof S & string) =>
  shapedBy('kind', label, shapes, otherwise);

/** What is there, or null where there is none; left out is none. */
export const orNone = <T>(schema: () => { resolve(of: { value: unknown }): yup.Schema<T> }) =>
  yup
    .lazy(
      (value: unknown) =>
        (value == null
          ? yup.mixed().nullable().default(null)
          : schema().resolve({ value })) as yup.Schema<T | null>,
    )
    .meta({ orNone: schema });

const units = Object.keys(UNIT_UL) as VolumeUnit[];

const quantity = (label: string) =>
  exactly({ amount: finite(label, 1e-9, 1e9), unit: oneOf(`Unit of ${label}`, units) }).label(label);

const NOTATIONS = {
  parts: exactly({ notation: oneOf('Notation', ['parts']), water: finite('Parts of water', 0, 1e7) }),
  inTotal: exactly({ notation: oneOf('Notation', ['inTotal']), total: finite('Parts altogether', 1, 1e7) }),
  percent: exactly({ notation: oneOf('Notation', ['percent']), percent: finite('Percent', 1e-7, 100) }),
  dose: exactly({
    notation: oneOf('Notation', ['dose']),
    dose: quantity('Dose'),
    per: quantity('Volume it is given per'),
    reading: oneOf('Reading', ['madeUp', 'onTop']),
  }),
  grams: exactly({
    notation: oneOf('Notation', ['grams']),
    gramsPerL: finite('Grams per litre', 1e-6, 1e4),
    gPerMl: finite('Density', 0.5, 2.5),
  }),
};

/** A strength as entered, in any of its notations. */
export const strength = () => shapedBy('notation', 'Strength', NOTATIONS, 'parts');

export const strengthOrNone = () => orNone(strength);

/** When it really happened: a command may come late, after the connection was lost. Left out: now. */
export const occurredAt = () =>
  yup
    .string()
    .label('When')
    .optional()
    .matches(/^\d{4}-\d{2}-\d{2}T\d{2}:\d{2}:\d{2}(\.\d{1,3})?Z$/, { message: '${label} is not a time.' })
    .test(
      'time',
      '${label} is not a time.',
      (at) => at === undefined || (isDay(at.slice(0, 10)) && !Number.isNaN(Date.parse(at))),
    )
    .meta({ remedy: 'Give a time such as 2026-05-04T09:30:00Z, or nothing for now.' });
