import { useEffect, useState } from 'react';
import {
  type DefaultValues,
  type FieldErrors,
  type FieldPath,
  type FieldValues,
  type Resolver,
  type UseFormReturn,
  useForm,
} from 'react-hook-form';
import { type Schema, ValidationError } from 'yup';
import { sentenceOf } from '#contract/faults.ts';
import { refuse } from '#contract/refusals.ts';
import type { Refusal } from '#core/outcome.ts';
import { ApiProblem } from '../lib/api.ts';
import { shopNow } from '../lib/shopNow.ts';
import { faultSaid, said } from '../lib/speech.ts';
import { asTypedBefore, useFormDrafts } from '../state/formDrafts.ts';
import { labelIn, remedyFor } from './described.ts';

/** What was typed, read by the trade's own parsers: the body to send, and what could not be read, by field. */
export type Reading = { body: unknown; refusals?: Readonly<Record<string, Refusal>> | undefined };

type Fault = { type: string; message: string; types: { remedy: string } };

type Options<V extends FieldValues, R> = {
  values: V;
  /** @param newest the row as someone else left it, where what was typed is to go over it */
  read: (values: V, newest?: R) => Reading;
  schema: Schema<unknown>;
  /** Books it; a changed row goes with the revision it was made from. */
  send: (body: unknown, revision: number) => Promise<R>;
  done: (row: R) => void;
  revision?: number;
  /** Whose form it is and which: what is typed is kept on this device under that name until it is sent. */
  keptAs?: string;
  /** Where the body is shaped otherwise than the form: the field that a part of the body is typed in. */
  fields?: Readonly<Record<string, string>>;
};

export type TextForm<V extends FieldValues> = {
  form: UseFormReturn<V>;
  faultAt: (name: string) => Refusal | null;
  /** What a field is called, by the schema. */
  labelOf: (name: string) => string;
};

/**
 * A form over text. Nothing typed is ever cast: `read` parses it, the contract's schema checks the result as the server
 * will, and each fault, ours or the server's, stands at its field with what would work. What was typed stays.
 */
export function useTextForm<V extends FieldValues, R>(options: Options<V, R>) {
  const { read, schema, send, done, keptAs, fields = {} } = options;
  const inBody = Object.fromEntries(Object.entries(fields).map(([path, name]) => [name, path]));
  const [problem, setProblem] = useState<Error | null>(null);
  // The revision the typed values were made from: a later one, heard of while typing, must still be a clash.
  const [before, setBefore] = useState(() => (keptAs ? useFormDrafts.getState().drafts[keptAs] : undefined));
  const [revision, setRevision] = useState(before?.revision ?? options.revision ?? 0);
  const resolver: Resolver<V> = (values) => {
    const faults = faultsIn(read(values), schema, fields);
    return Object.keys(faults).length > 0
      ? { values: {}, errors: nest(faults) as FieldErrors<V> }
      : { values, errors: {} };
  };
  const form = useForm<V>({
    resolver,
    defaultValues: options.values as DefaultValues<V>,
    mode: 'onSubmit',
    reValidateMode: 'onChange',
  });
  // biome-ignore lint/correctness/useExhaustiveDependencies: only as the form is opened; what is typed then is the form's own
  useEffect(() => {
    if (before) form.reset(asTypedBefore(options.values, before), { keepDefaultValues: true });
  }, []);
  useEffect(() => {
    if (!keptAs) return;
    const { keep } = useFormDrafts.getState();
    const watched = form.watch((values, { name }) => {
      // A form that is filled in by the program is nothing somebody typed.
      if (name) keep(keptAs, { values, revision, atMs: shopNow().getTime() });
    });
    return () => watched.unsubscribe();
  }, [form, keptAs, revision]);
  const forget = () => {
    setBefore(undefined);
    if (keptAs) useFormDrafts.getState().drop(keptAs);
  };

  const book = async (from: number, newest?: R) => {
    setProblem(null);
    try {
      const row = await send(read(form.getValues(), newest).body, from);
      forget();
      setRevision((row as { revision?: number } | undefined)?.revision ?? 0);
      done(row);
    } catch (error) {
      const faults = error instanceof ApiProblem ? error.fieldErrors : [];
      const named = faults.map((fault) => {
        const path = fault.pointer.slice(1).replaceAll('/', '.');
        const name = (fields[path] ?? path) as FieldPath<V>;
        const { reason: message, remedy } = faultSaid(fault);
        return { name, message, remedy };
      });
      named.forEach(({ name, message, remedy }, i) => {
        form.setError(name, { type: 'refused', message, types: { remedy } } as never, {
          shouldFocus: i === 0,
        });
      });
      // What is wrong with one field stands at that field, and nowhere else.
      const [only] = named;
      const code = error instanceof ApiProblem ? error.problem.code : null;
      const atField = named.length === 1 && (code === 'body.refused' || code === faults[0]?.code);
      setProblem(atField && only && only.name in form.getValues() ? null : (error as Error));
    }
  };
  const clash =
    problem instanceof ApiProblem && problem.problem.code === 'revision.old' ? problem.problem.current : null;

  const saving = form.formState.isSubmitting;
  /** Lets go of what was typed before, where the form was opened with it. */
  const startAfresh = before
    ? () => {
        forget();
        setRevision(options.revision ?? 0);
        form.reset(options.values);
      }
    : null;

  return {
    form,
    submit: form.handleSubmit(() => book(revision)),
    /** What its foot shows. */
    foot: { saving, problem, startAfresh },
    /** The row as someone else left it in between, if they did. */
    theirs: clash as R | null,
    keepMine: () => clash && book((clash as { revision: number }).revision, clash as R),
    takeTheirs: (values: V) => {
      setProblem(null);
      forget();
      if (clash) setRevision((clash as { revision: number }).revision);
      form.reset(values);
    },
    labelOf: (name: string): string => labelIn(schema, inBody[name] ?? name),
    /** What is wrong at a field, as a refusal to show under it. */
    faultAt: (name: string): Refusal | null => {
      const fault = dig(form.formState.errors, name) as Partial<Fault> | undefined;
      if (!fault?.message) return null;
      return refuse('field.refused', {
        reason: fault.message,
        remedy: String(fault.types?.remedy ?? ''),
      });
    },
  };
}

function faultsIn(
  reading: Reading,
  schema: Schema<unknown>,
  fields: Readonly<Record<string, string>>,
): Record<string, Fault> {
  const faults: Record<string, Fault> = {};
  const add = (name: string, message: string, remedy: string) => {
    faults[name] ??= { type: 'refused', message, types: { remedy } };
  };
  for (const [name, refusal] of Object.entries(reading.refusals ?? {})) {
    const { reason, remedy } = said(refusal);
    add(name, reason, remedy);
  }
  try {
    schema.validateSync(reading.body, { strict: true, abortEarly: false });
  } catch (error) {
    if (!(error instanceof ValidationError)) throw error;
    for (const fault of error.inner.length > 0 ? error.inner : [error]) {
      const name = (fault.path ?? '').replace(/\[(\d+)\]/g, '.$1');
      const { reason, remedy } = said(
        refuse('field.said', { what: sentenceOf(fault), remedy: remedyFor(schema, name) }),
      );
      add(fields[name] ?? name, reason, remedy);
    }
  }
  return faults;
}

/** `{ 'a.0.b': x }` as `{ a: [{ b: x }] }`: the form keeps its errors in the shape of its values. */
function nest(faults: Record<string, Fault>): object {
  const root: Record<string, unknown> = {};
  for (const [name, fault] of Object.entries(faults)) {
    const parts = name.split('.');
    let at = root;
    for (const [i, part] of parts.entries()) {
      if (i === parts.length - 1) at[part] = { ...(at[part] as object), ...fault };
      else {
        const deeper = (at[part] ?? {}) as Record<string, unknown>;
        at[part] = deeper;
        at = deeper;
      }
    }
  }
  return root;
}

function dig(from: unknown, name: string): unknown {
  return name
    .split('.')
    .reduce<unknown>((at, part) => (at as Record<string, unknown> | undefined)?.[part], from);
}
