import type { Mix } from './solveMix.ts';

/**
 * One step of filling a vessel.
 * `toUl` is the line the level reaches, counted from the floor with whatever stands in the vessel besides liquid.
 */
export type FillStep =
  | { readonly do: 'shakeProduct' }
  | { readonly do: 'water' | 'product' | 'jet'; readonly ul: number; readonly toUl: number }
  | { readonly do: 'swirl' };

export type FillOrder = {
  /** What takes up room besides liquid, such as a grit guard. */
  readonly displacementUl?: number;
  /** The product's label asks for it. */
  readonly shakeFirst?: boolean;
  /** Share of the whole that is jetted in last to raise suds, 0 to 0.5. */
  readonly jetShare?: number;
  /** The vessel has two printed lines for this mix: product to the first, water to the second. */
  readonly twoLines?: boolean;
};

/**
 * How to fill a vessel, in order: shake the product container, water first, then product, then suds, then swirl.
 *
 * Suds are raised by a jet after dosing, and the jet's water counts: water to `T - jet`, the dose, the jet up to `T`.
 * Where the product alone is more than the jet's share there is nothing left to jet.
 *
 * @example 18 L with 144 ml at a jet share of 10 %: water to 16.2 L, 144 ml product, jet up to 18 L
 */
export function fillSteps(mix: Mix, order: FillOrder = {}): FillStep[] {
  const { displacementUl = 0, shakeFirst = false, jetShare = 0, twoLines = false } = order;
  const { waterUl, productUl, totalUl } = mix;
  const top = totalUl + displacementUl;
  const steps: FillStep[] = shakeFirst ? [{ do: 'shakeProduct' }] : [];
  if (waterUl === 0) return [...steps, { do: 'product', ul: productUl, toUl: top }];
  if (twoLines) {
    steps.push(
      { do: 'product', ul: productUl, toUl: productUl + displacementUl },
      { do: 'water', ul: waterUl, toUl: top },
    );
    return [...steps, { do: 'swirl' }];
  }
  const jetUl = Math.max(0, Math.round(totalUl * jetShare) - productUl);
  const firstUl = waterUl - jetUl;
  steps.push({ do: 'water', ul: firstUl, toUl: firstUl + displacementUl });
  steps.push({ do: 'product', ul: productUl, toUl: firstUl + productUl + displacementUl });
  steps.push(jetUl > 0 ? { do: 'jet', ul: jetUl, toUl: top } : { do: 'swirl' });
  return steps;
}
