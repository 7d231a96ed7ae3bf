import type { Vessel } from '#contract/equipment.ts';
import type { Product } from '#contract/products.ts';
import { bottleForPanel } from '#core/delivery/draw.ts';
import { solveMix } from '#core/mixing/solveMix.ts';
import type { Outcome } from '#core/outcome.ts';
import type { Strength } from '#core/strength/notation.ts';
import { otherReading } from '#core/strength/otherReading.ts';
import { parseStrength } from '#core/strength/parseStrength.ts';
import { type Fraction, fractionOf } from '#core/strength/strength.ts';
import { t } from '../../lib/speech.ts';
import type { BenchDraft } from './benchDraft.ts';
import type { BenchRig } from './benchRig.ts';
import { depthReader } from './benchStart.ts';
import type { Equipment } from './equipment.ts';
import { namedVolumes } from './namedVolumes.ts';

/** The strength that was typed or picked, in the words of this product and this vessel. */
export function readStrength(
  draft: BenchDraft,
  product: Product | null,
  vessel: Vessel | null,
  { shop, measures }: Pick<Equipment, 'shop' | 'measures'>,
): Outcome<Strength> {
  if (draft.picked) return { ok: true, value: draft.picked };
  return parseStrength(draft.strengthText, {
    field: t('Strength'),
    system: shop.units,
    ratio: shop.ratioReading,
    gPerMl: product?.gPerMl ?? undefined,
    words: namedVolumes(product, vessel, measures),
    atDepth: depthReader(vessel),
  });
}

/** What the vessel has to hold: what was typed, or where that is on the panel, what it takes before the cannon dilutes it. */
export const bottleOf = (typed: Fraction, panelRig: BenchRig | null): Outcome<Fraction> =>
  panelRig ? bottleForPanel(typed, panelRig.draw.q, panelRig.others) : { ok: true, value: typed };

export function fractionIn(strength: Strength): Fraction | null {
  const f = fractionOf(strength);
  return f.ok ? f.value : null;
}

/** The other reading of the same label, with the product it would take. */
export function otherOf(
  strength: Strength,
  request: Parameters<typeof solveMix>[0],
  panelRig: BenchRig | null,
): { strength: Strength; productUl: number } | null {
  const other = otherReading(strength);
  const typed = other && fractionIn(other);
  const bottle = typed && bottleOf(typed, panelRig);
  const mix = bottle?.ok ? solveMix({ ...request, fraction: bottle.value }) : null;
  return other && mix?.ok ? { strength: other, productUl: mix.value.productUl } : null;
}
