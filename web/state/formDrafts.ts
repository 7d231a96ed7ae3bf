import { create } from 'zustand';
import { persist } from 'zustand/middleware';
import { writtenSoon } from './writtenSoon.ts';

/** What somebody typed into a form and has not sent: as typed, and the revision of the row it was made from. */
export type FormDraft = { values: Record<string, unknown>; revision: number; atMs: number };

type FormDrafts = {
  /** By whose it is and which form. */
  drafts: Record<string, FormDraft>;
  keep: (name: string, draft: FormDraft) => void;
  drop: (name: string) => void;
};

/** What is typed is kept for a week, and no more than so much on one device. */
const KEPT_MS = 7 * 24 * 3_600_000;
const MOST = 40;

/** Never written down, whatever form it stands in. */
const SECRET = /pin/i;

/** What of a form may be kept on a device: all but secrets. */
export const keepable = (values: Record<string, unknown>): Record<string, unknown> =>
  Object.fromEntries(Object.entries(values).filter(([name]) => !SECRET.test(name)));

/** Those kept, with one more: the oldest are let go. */
export function withDraft(
  drafts: Record<string, FormDraft>,
  name: string,
  draft: FormDraft,
): Record<string, FormDraft> {
  const others = Object.entries(drafts)
    .filter(([other, { atMs }]) => other !== name && draft.atMs - atMs < KEPT_MS)
    .sort(([, a], [, b]) => b.atMs - a.atMs)
    .slice(0, MOST - 1);
  return { [name]: { ...draft, values: keepable(draft.values) }, ...Object.fromEntries(others) };
}

/**
 * A form's values with what was typed before. Only what still has the shape the form wants comes back: another version of
 * the program may ask for other fields.
 */
export function asTypedBefore<V extends object>(values: V, draft: FormDraft | undefined): V {
  if (!draft || typeof draft.values !== 'object') return values;
  const same = Object.entries(draft.values).filter(([name, value]) => {
    const wanted = (values as Record<string, unknown>)[name];
    return wanted !== undefined && sameShape(wanted, value);
  });
  return { ...values, ...Object.fromEntries(same) };
}

function sameShape(wanted: unknown, value: unknown): boolean {
  if (Array.isArray(wanted))
    return Array.isArray(value) && value.every((v) => wanted.length === 0 || sameShape(wanted[0], v));
  if (wanted === null || value === null) return wanted === value;
  if (typeof wanted !== 'object') return typeof wanted === typeof value;
  return (
    typeof value === 'object' &&
    Object.entries(wanted).every(([name, inside]) =>
      sameShape(inside, (value as Record<string, unknown>)[name]),
    )
  );
}

export const useFormDrafts = create<FormDrafts>()(
  persist(
    (set) => ({
      drafts: {},
      keep: (name, draft) => set(({ drafts }) => ({ drafts: withDraft(drafts, name, draft) })),
      drop: (name) => set(({ drafts: { [name]: _, ...others } }) => ({ drafts: others })),
    }),
    { name: 'kettle-form-drafts', version: 1, storage: writtenSoon() },
  ),
);
