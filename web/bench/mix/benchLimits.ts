import type { LabelEntry, Product } from '#contract/products.ts';
import { labelFor } from '#core/mixing/labelFor.ts';
import type { VesselKind } from '#core/mixing/outlines.ts';
import {
  bandOfUse,
  nearestBy,
  type PlaceOnPanel,
  type ProductUse,
  placeOnPanel,
  type UseKind,
} from '#core/products/uses.ts';
import { type Band, type PlaceInBand, placeInBand } from '#core/strength/band.ts';
import type { Fraction } from '#core/strength/strength.ts';

/** A mix as it stands in the vessel and as it reaches the panel: the same, unless a cannon dilutes it again. */
export type Delivered = { readonly bottle: Fraction; readonly panel: Fraction };

/** What a mix is held against: the label's band for its use on its own basis, and the use's floor and ceiling on the panel. */
export type BenchLimits = {
  use: ProductUse | null;
  band: Band | null;
  floor: number | null;
  ceiling: number | null;
  place: PlaceInBand | null;
  panelPlace: PlaceOnPanel | null;
};

/**
 * The limits for a strength of a product: of the label strength it is, or else lies nearest to.
 *
 * @param of the use it is for, where a recipe says so
 * @param into the kind of vessel it is mixed in, which a label strength has to be meant for
 * @param typedOn where a cannon dilutes it, what the strength was typed for: label strengths of the same basis go first
 */
export function benchLimits(
  product: Product,
  delivered: Delivered | null,
  typedOn: 'bottle' | 'panel' | null,
  of: UseKind | null = null,
  into: VesselKind | null = null,
): BenchLimits {
  const used = product.labelEntries.filter((e) => e.use === of);
  const entries = labelFor(of && used.length > 0 ? used : product.labelEntries, into);
  const same = entries.filter((e) => (e.basis === 'panel') === (typedOn === 'panel'));
  const entry = nearestEntry(typedOn && same.length > 0 ? same : entries, delivered);
  const use = product.uses.find((u) => u.kind === (of ?? entry?.use)) ?? null;
  const band = entry ? bandOfUse(product.labelEntries, entry.use, entry.basis) : null;
  return {
    use,
    band,
    floor: use?.panelFloor ?? null,
    ceiling: use?.panelCeiling ?? null,
    place: band && delivered ? placeInBand(on(band.basis, delivered), band) : null,
    panelPlace: use && delivered ? placeOnPanel(delivered.panel, use) : null,
  };
}

const on = (basis: Band['basis'], { bottle, panel }: Delivered): Fraction =>
  basis === 'panel' ? panel : bottle;

function nearestEntry(entries: readonly LabelEntry[], delivered: Delivered | null): LabelEntry | null {
  return delivered === null ? (entries[0] ?? null) : nearestBy(entries, (e) => on(e.basis, delivered));
}
