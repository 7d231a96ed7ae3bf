import type { Schema } from 'yup';
import { type Remedy, remedyIn } from '#contract/faults.ts';
import type { Sentence } from '#core/say.ts';
import { t } from '../lib/speech.ts';

type Described = { label?: string; meta?: Remedy; fields?: Record<string, Described>; innerType?: Described };

const known = new WeakMap<Schema<unknown>, Described>();

/** What a schema says of a field, `lines.0.lot`; nothing where it says nothing. */
function describedAt(schema: Schema<unknown>, name: string): Described {
  let at = known.get(schema);
  if (!at) {
    at = schema.describe() as Described;
    known.set(schema, at);
  }
  for (const part of name.split('.'))
    at = at.fields?.[part] ?? (/^\d+$/.test(part) ? at.innerType : undefined) ?? {};
  return at;
}

/** What a field is called: its schema says so. */
export const labelIn = (schema: Schema<unknown>, name: string): string => {
  const { label } = describedAt(schema, name);
  return label ? t(label) : '';
};

/** What would work in a field. */
export const remedyFor = (schema: Schema<unknown>, name: string): Sentence =>
  remedyIn(describedAt(schema, name).meta ?? {});
