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
  type ProductUsed,
  usedUl,
  type Verdict,
} from '#core/delivery/dispenserLine.ts';
import { bandOfLine, targetOf } from '#core/delivery/lineFit.ts';
import { accept, at, type Outcome } from '#core/outcome.ts';
import { parseMass } from '#core/units/mass.ts';
import { parseVolume } from '#core/units/parseVolume.ts';
import type { UnitSystem } from '#core/units/units.ts';
import { t } from '../../lib/speech.ts';
import { writtenSoon } from '../../state/writtenSoon.ts';

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
  /** What of the product all fills took, in microlitres. */
  usedUl: number;
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
    if (isBlank(typed)) return { run: null, productUl: null, ratio: null };
    const run = readFill(typed, draft.method, units);
    const productUl = run.ok ? usedUl(run.value.used, product) : run;
    const ratio =
      run.ok && productUl.ok
        ? lineRatio({ totalUl: run.value.totalUl, productUl: productUl.value })
        : productUl;
    return { run, productUl, ratio };
  });
  const started = runs.filter((r) => r.run !== null);
  const read = started.flatMap(({ run, productUl, ratio }) =>
    run?.ok && productUl?.ok && ratio?.ok ? [{ ...run.value, productUl: productUl.value }] : [],
  );
  const none: CheckResult = { runs, usedUl: 0, result: null, body: null };
  const target = targetOf(line);
  if (read.length === 0 || read.length < started.length || !target) return none;
  const found = checkLine(read);
  if (!found.ok) return none;
  const before = line.pail && line.tip ? givenBefore(checks, line.pail.productId, line.tip.id) : null;
  const verdict = judgeLine(found.value, { before, target, band: bandOfLine(product, target) });
  return {
    runs,
    usedUl: read.reduce((ul, r) => ul + r.productUl, 0),
    result: { ...found.value, verdict },
    body: { method: draft.method, runs: read.map(({ productUl: _, ...run }) => run) },
  };
}

const isBlank = ({ collected, product, beforeG, afterG }: FillTyped): boolean =>
  [collected, product, beforeG, afterG].every((text) => text.trim() === '');

function readFill(typed: FillTyped, method: CheckDraft['method'], units: UnitSystem): Outcome<CheckRunBody> {
  const total = parseVolume(typed.collected, { system: units, field: t('Collected') });
  if (!total.ok) return at('collected', total);
  const used = method === 'volume' ? readVolume(typed, units) : readWeights(typed);
  if (!used.ok) return used;
  const source = [typed.collectedSource, typed.productSource].find((s) => s !== 'typed') ?? 'typed';
  return accept({ totalUl: total.value, used: used.value, source });
}

function readVolume({ product }: FillTyped, units: UnitSystem): Outcome<ProductUsed> {
  const read = parseVolume(product, { system: units, field: t('Product used') });
  return read.ok ? accept({ kind: 'volume', ul: read.value }) : at('product', read);
}

function readWeights({ beforeG, afterG }: FillTyped): Outcome<ProductUsed> {
  const before = parseMass(beforeG, t('Pail before'), 'grams');
  if (!before.ok) return at('beforeG', before);
  const after = parseMass(afterG, t('Pail after'), 'grams');
  if (!after.ok) return at('afterG', after);
  return accept({ kind: 'weight', beforeG: before.value, afterG: after.value });
}
