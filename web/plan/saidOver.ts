import type { Assessment, SeenField } from '#core/planning/assessment.ts';

/** What was answered here, each with what stood there then. A gap in either is "not said". */
export type Changes = { [field: string]: { was?: unknown; is?: unknown } };

const same = (a: unknown, b: unknown): boolean => JSON.stringify(a) === JSON.stringify(b);

/** What stands there, with what was answered here laid over it. */
export function over(stands: Assessment, changes: Changes): Assessment {
  const all: Record<string, unknown> = { ...stands };
  for (const [field, { is }] of Object.entries(changes)) {
    if (is === undefined) delete all[field];
    else all[field] = is;
  }
  // In one order, however it was answered: equal answers are equal text.
  return Object.fromEntries(Object.entries(all).sort(([a], [b]) => (a < b ? -1 : 1)));
}

/** Answers more, over what stands there now; an answer that is as it stands is no change. */
export function changed(
  changes: Changes,
  stands: Assessment,
  more: { readonly [field: string]: unknown },
): Changes {
  const all: Changes = { ...changes };
  for (const [field, is] of Object.entries(more)) {
    const now = stands[field as SeenField];
    const was = field in changes ? changes[field]?.was : now;
    if (same(is, now)) delete all[field];
    else all[field] = { ...(was !== undefined && { was }), ...(is !== undefined && { is }) };
  }
  return all;
}

/** What was answered here and, since then, by somebody else otherwise. */
export const answeredTwice = (stands: Assessment, changes: Changes): SeenField[] =>
  (Object.keys(changes) as SeenField[]).filter((field) => {
    const now = stands[field as keyof Assessment];
    return !same(now, changes[field]?.was) && !same(now, changes[field]?.is);
  });
