import { create } from 'zustand';
import { persist } from 'zustand/middleware';
import type { CheckBody, CheckRunBody, Line, LineCheck } from '#contract/dispensers.ts';
import type { Product } from '#contract/products.ts';
import type { Source } from '#contract/rigs.ts';
import {
  type LineCheck as Checked,
  checkLine,
  givenBefore,
  judgeLine,
  lineRatio,
  type Verdict,
} from '#core/delivery/dispenserLine.ts';
import { type Outcome, refuse } from '#core/outcome.ts';
import { parseNumber } from '#core/units/parseNumber.ts';
import { parseVolume } from '#core/units/parseVolume.ts';
import type { UnitSystem } from '#core/units/volume.ts';
import { writtenSoon } from '../../state/writtenSoon.ts';
import { bandOfLine, targetOf } from './lineFit.ts';

/** One fill as it is typed: what came out, and what the pail lost, by a measure or by its weight. */
export type FillTyped = {
  collected: string;
  collectedSource: Source;
  product: string;
  beforeG: string;
  afterG: string;
  productSource: Source;
};
export type CheckDraft = { method: CheckBody['method']; runs: FillTyped[] };

export const FRESH_FILL: FillTyped = {
  collected: '',
  collectedSource: 'typed',
  product: '',
  beforeG: '',
  afterG: '',
  productSource: 'typed',
};
export const FRESH_CHECK: CheckDraft = { method: 'scale', runs: [FRESH_FILL] };

type Checks = {
  drafts: Record<string, CheckDraft>;
  keep: (key: string, draft: CheckDraft) => void;
  forget: (key: string) => void;
};

/** Verifications on their way, kept on the device through reloads and other people's turns. */
export const useChecks = create<Checks>()(
  persist(
    (set) => ({
      drafts: {},
      keep: (key, draft) => set(({ drafts }) => ({ drafts: { ...drafts, [key]: draft } })),
      forget: (key) => set(({ drafts: { [key]: _, ...others } }) => ({ drafts: others })),
    }),
    { name: 'kettle-checks', version: 1, storage: writtenSoon() },
  ),
);

export type CheckResult = {
  runs: { run: Outcome<CheckRunBody> | null; ratio: Outcome<number> | null }[];
  result: (Checked & { verdict: Verdict }) | null;
  body: Pick<CheckBody, 'method' | 'runs'> | null;
};

/** All the screen shows of a verification, worked out from what was typed. Fills with nothing in them yet are not fills. */
export function checkResult(
  draft: CheckDraft,
  line: Line,
  product: Product | null,
  checks: readonly LineCheck[],
  units: UnitSystem,
): CheckResult {
  const runs = draft.runs.map((typed) => {
    if (isBlank(typed)) return { run: null, ratio: null };
    const run = readFill(typed, draft.method, product, units);
    return { run, ratio: run.ok ? lineRatio(run.value) : run };
  });
  const started = runs.filter((r) => r.run !== null);
  const read = started.flatMap(({ run, ratio }) => (run?.ok && ratio?.ok ? [run.value] : []));
  const none: CheckResult = { runs, result: null, body: null };
  const target = targetOf(line);
  if (read.length === 0 || read.length < started.length || !target) return none;
  const found = checkLine(read);
  if (!found.ok) return none;
  const before = line.pail && line.tip ? givenBefore(checks, line.pail.productId, line.tip.id) : null;
  const verdict = judgeLine(found.value, { before, target, band: bandOfLine(product, target) });
  return { runs, result: { ...found.value, verdict }, body: { method: draft.method, runs: read } };
}

const isBlank = ({ collected, product, beforeG, afterG }: FillTyped): boolean =>
  [collected, product, beforeG, afterG].every((text) => text.trim() === '');

function readFill(
  typed: FillTyped,
  method: CheckDraft['method'],
  product: Product | null,
  units: UnitSystem,
): Outcome<CheckRunBody> {
  const total = parseVolume(typed.collected, { system: units, field: 'Collected' });
  if (!total.ok) return total;
  const used =
    method === 'volume'
      ? parseVolume(typed.product, { system: units, field: 'Product used' })
      : weighed(typed, product);
  if (!used.ok) return used;
  const source = [typed.collectedSource, typed.productSource].find((s) => s !== 'typed') ?? 'typed';
  return { ok: true, value: { totalUl: total.value, productUl: used.value, source } };
}

/** What the pail lost, from grams to microlitres by the density of the product. */
function weighed({ beforeG, afterG }: FillTyped, product: Product | null): Outcome<number> {
  const grams = (text: string, field: string) => {
    const read = parseNumber(text.replace(/\s*g$/i, ''), field);
    return read.ok ? read : { ...read, remedy: 'Type grams, such as 12460, or take the reading.' };
  };
  const before = grams(beforeG, 'Pail before');
  if (!before.ok) return before;
  const after = grams(afterG, 'Pail after');
  if (!after.ok) return after;
  if (!product?.gPerMl) {
    return refuse(
      'density.unknown',
      'Product used',
      `Nobody has entered how heavy ${product?.name ?? 'the product'} is, so grams tell no volume.`,
      'Have a manager enter its density, or measure by volume.',
    );
  }
  if (after.value >= before.value) {
    return refuse(
      'pail.heavier',
      'Pail after',
      'Pail after is no lighter than before.',
      'Weigh both again: before the fill, and after it.',
    );
  }
  return { ok: true, value: Math.round(((before.value - after.value) / product.gPerMl) * 1_000) };
}
