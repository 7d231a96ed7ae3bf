import type { Shop } from '#contract/shop.ts';
import type { Container, MeasureRow, Product, Vessel } from '#contract/ware.ts';
import { chooseMeasure, type Reading } from '#core/mixing/chooseMeasure.ts';
import { type Mix, solveMix } from '#core/mixing/solveMix.ts';
import type { Outcome, Refusal } from '#core/outcome.ts';
import { checkStock } from '#core/stock/postings.ts';
import { otherReading } from '#core/strength/otherReading.ts';
import { parseStrength } from '#core/strength/parseStrength.ts';
import { fractionOf, type Strength } from '#core/strength/strength.ts';
import { parseVolume } from '#core/units/parseVolume.ts';
import { type Microlitres, microlitres } from '#core/units/volume.ts';
import type { BenchDraft } from './benchDraft.ts';

/** The shop's ware, as far as the Bench needs it. */
export type Ware = {
  products: Product[];
  vessels: Vessel[];
  containers: Container[];
  measures: MeasureRow[];
  shop: Pick<Shop, 'units' | 'ratioReading'>;
};

/** Everything the Bench shows, worked out from what was typed. */
export type BenchMix = {
  product: Product | null;
  vessel: Vessel | null;
  /** The product's containers, the first opened first. */
  containers: Container[];
  container: Container | null;
  strength: Outcome<Strength> | null;
  total: Outcome<Microlitres> | null;
  mix: Mix | null;
  reading: Reading<MeasureRow> | null;
  /** The other reading of the same label, with the mix it would make. */
  other: { strength: Strength; mix: Mix } | null;
  refusals: { strength: Refusal | null; total: Refusal | null; container: Refusal | null };
};

/** Works out the Bench from a draft. Pure and quick: it runs on every keystroke. */
export function benchMix(draft: BenchDraft, ware: Ware): BenchMix {
  const { units, ratioReading } = ware.shop;
  const product = ware.products.find((p) => p.id === draft.productId) ?? null;
  const vessel = ware.vessels.find((v) => v.id === draft.vesselId) ?? ware.vessels[0] ?? null;
  const containers = containersOf(product, ware.containers);
  const open = containers.filter((c) => c.openedAt);
  const container =
    open.find((c) => c.id === draft.containerId) ?? open.find((c) => c.heldUl > 0) ?? open[0] ?? null;

  const strength = readStrength(draft, units, ratioReading);
  const total =
    draft.makeText.trim() === ''
      ? null
      : parseVolume(draft.makeText, { system: units, field: 'How much to make' });
  const refusals: BenchMix['refusals'] = {
    strength: strength && !strength.ok && draft.strengthText.trim() !== '' ? strength : null,
    total: total && !total.ok ? total : null,
    container: null,
  };

  const solve = (s: Strength): Outcome<Mix> | null => {
    const fraction = fractionOf(s);
    if (!fraction.ok) return fraction;
    if (!product || !vessel || (total && !total.ok)) return null;
    const limits = {
      brimfulUl: microlitres(vessel.brimfulUl),
      fillLimitUl: microlitres(vessel.fillLimitUl),
      smallestUl: microlitres(vessel.smallestUl),
    };
    return solveMix({
      state: product.state,
      fraction: fraction.value,
      vessel: limits,
      totalUl: total?.value,
      show: units,
    });
  };

  const solved = strength?.ok ? solve(strength.value) : null;
  if (solved && !solved.ok) {
    if (solved.code.startsWith('total.')) refusals.total = solved;
    else refusals.strength = solved;
  }
  const mix = solved?.ok ? solved.value : null;
  if (mix && container) {
    const stock = checkStock(container.heldUl, mix.productUl, container.code, units);
    if (!stock.ok) refusals.container = stock;
  }
  return {
    product,
    vessel,
    containers,
    container,
    strength,
    total,
    mix,
    reading: mix && chooseMeasure(ware.measures, mix.productUl),
    other: mix && strength?.ok ? otherMix(strength.value, solve) : null,
    refusals,
  };
}

function readStrength(
  draft: BenchDraft,
  system: Shop['units'],
  ratio: Shop['ratioReading'],
): Outcome<Strength> {
  if (draft.picked) return { ok: true, value: draft.picked };
  return parseStrength(draft.strengthText, { system, ratio });
}

function otherMix(strength: Strength, solve: (s: Strength) => Outcome<Mix> | null): BenchMix['other'] {
  const other = otherReading(strength);
  const mix = other && solve(other);
  return other && mix?.ok ? { strength: other, mix: mix.value } : null;
}

function containersOf(product: Product | null, all: Container[]): Container[] {
  return all
    .filter((c) => c.productId === product?.id)
    .sort((a, b) => (a.openedAt ?? '9').localeCompare(b.openedAt ?? '9') || a.id - b.id);
}
