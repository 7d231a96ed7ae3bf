import type { LabelEntry, Product } from '#contract/products.ts';
import type { Vessel } from '#contract/ware.ts';
import { isSuction } from '#core/products/record.ts';
import { bandOfUse, type PlaceOnPanel, type ProductUse, placeOnPanel } from '#core/products/uses.ts';
import { type Band, type PlaceInBand, placeInBand } from '#core/strength/band.ts';
import type { Fraction } from '#core/strength/strength.ts';

/** What a mix is held against: the label's band for its use, and that use's floor and ceiling on the panel. */
export type BenchLimits = {
  use: ProductUse | null;
  band: Band | null;
  /** On the panel; null where there is none, or where this vessel dilutes again by an amount nobody has measured. */
  floor: number | null;
  ceiling: number | null;
  /** The use has limits on the panel, and this vessel hides what reaches it. */
  hidden: boolean;
  place: PlaceInBand | null;
  panelPlace: PlaceOnPanel | null;
};

/** The limits for a strength of a product in a vessel: of the label strength it is, or else lies nearest to. */
export function benchLimits(product: Product, fraction: Fraction | null, vessel: Vessel | null): BenchLimits {
  const entry = nearestEntry(product.labelEntries, fraction);
  const use = product.uses.find((u) => u.kind === entry?.use) ?? null;
  const diluted = vessel !== null && isSuction(vessel.kind);
  const band =
    entry && (entry.basis !== 'panel' || !diluted)
      ? bandOfUse(product.labelEntries, entry.use, entry.basis)
      : null;
  const limited = use !== null && (use.panelFloor !== null || use.panelCeiling !== null);
  return {
    use,
    band,
    floor: diluted ? null : (use?.panelFloor ?? null),
    ceiling: diluted ? null : (use?.panelCeiling ?? null),
    hidden: diluted && limited,
    place: band && fraction ? placeInBand(fraction, band) : null,
    panelPlace: use && fraction && !diluted ? placeOnPanel(fraction, use) : null,
  };
}

function nearestEntry(entries: readonly LabelEntry[], fraction: Fraction | null): LabelEntry | null {
  let nearest: LabelEntry | null = entries[0] ?? null;
  if (fraction === null) return nearest;
  const off = (e: LabelEntry) => Math.abs(Math.log(e.fraction / fraction));
  for (const entry of entries) if (nearest === null || off(entry) < off(nearest)) nearest = entry;
  return nearest;
}
