import { accept, type Outcome, refuse } from '../outcome.ts';
import type { Fraction } from '../strength/strength.ts';
import { type Microlitres, microlitres } from '../units/volume.ts';
import { contentsOf } from './contents.ts';
import type { Mix } from './solveMix.ts';

/**
 * All that an amount of product makes at a strength: `T = c / f`.
 *
 * @param roomUl how full the vessel may be
 * @returns a refusal where it makes more than the vessel takes, saying how much product that vessel does take
 * @example 140 ml of product at 1:12 makes 1820 ml
 */
export function mixFromProduct(productUl: Microlitres, fraction: Fraction, roomUl: number): Outcome<Mix> {
  const totalUl = Math.round(productUl / fraction);
  if (totalUl > roomUl) {
    return refuse('product.overVessel', {
      productUl,
      totalUl,
      roomUl,
      takesUl: Math.floor(roomUl * fraction),
    });
  }
  return accept({ productUl, waterUl: microlitres(totalUl - productUl), totalUl: microlitres(totalUl) });
}

/**
 * The product to add to water that is already in the vessel: `c = w f / (1 - f)`.
 *
 * @returns a refusal where the strength is neat, or where water and product together are over the fill limit
 */
export function mixOntoWater(waterUl: Microlitres, fraction: Fraction, roomUl: number): Outcome<Mix> {
  if (fraction >= 1) {
    return refuse('water.neat', {});
  }
  const productUl = Math.round((waterUl * fraction) / (1 - fraction));
  const totalUl = waterUl + productUl;
  if (totalUl > roomUl) {
    const most = contentsOf(roomUl, fraction).waterUl;
    return refuse('water.overVessel', { waterUl, totalUl, roomUl, mostUl: most });
  }
  return accept({ waterUl, productUl: microlitres(productUl), totalUl: microlitres(totalUl) });
}

/**
 * How much to mix for so many vehicles: each takes `perVehicleUl`, and `deadUl` stays in the vessel where nothing draws
 * it up.
 *
 * @param count whole vehicles, 1 to 1000
 */
export function totalForVehicles(count: number, perVehicleUl: number, deadUl: number): Outcome<Microlitres> {
  if (!Number.isInteger(count) || count < 1 || count > 1_000) {
    return refuse('vehicles.count', {});
  }
  return accept(microlitres(Math.round(count * perVehicleUl) + deadUl));
}

/** What a mix in two stages takes: a stock solution let down from a hyper-concentrate, and that let down again. */
export type TwoStage = {
  /** Of the stock solution. */
  readonly stockUl: Microlitres;
  /** Of the hyper-concentrate inside that stock solution. */
  readonly hyperUl: Microlitres;
  readonly waterUl: Microlitres;
  readonly overall: Fraction;
};

/**
 * So much of a mix made from a stock solution: `f = f1 f2`.
 *
 * @param stock how strong the stock solution is, of the hyper-concentrate
 * @param use how much of the mix is stock solution
 * @example hyper 1:4 to a pail, pail 1:9, 750 ml: 75 ml of the pail, which holds 15 ml of hyper; 2 % overall
 */
export function twoStage(totalUl: Microlitres, stock: Fraction, use: Fraction): TwoStage {
  const { productUl: stockUl, waterUl } = contentsOf(totalUl, use);
  return {
    stockUl,
    waterUl,
    hyperUl: microlitres(Math.round(stockUl * stock)),
    overall: (stock * use) as Fraction,
  };
}

/**
 * How strongly a stock solution has to be used to come to an overall strength: `f2 = f / f1`.
 *
 * @returns a refusal where the stock solution is too weak for it
 */
export function shareOfStock(overall: Fraction, stock: Fraction): Outcome<Fraction> {
  if (overall > stock * (1 + 1e-9)) {
    return refuse('stock.tooWeak', {});
  }
  return accept(Math.min(1, overall / stock) as Fraction);
}

/**
 * The strength at which a product does the work of the one it replaces: 1 part of it does the work of `k` parts.
 *
 * @param k equivalence factor, above 0: how many parts of the old one part of the new stands for
 * @throws RangeError if k is not above 0
 * @example equivalentFraction(1 / 13, 4) // 1 / 52
 */
export function equivalentFraction(old: Fraction, k: number): Outcome<Fraction> {
  if (!(k > 0 && Number.isFinite(k))) throw new RangeError(`not an equivalence factor: ${k}`);
  const fraction = old / k;
  if (fraction > 1 + 1e-9) {
    return refuse('equivalence.overNeat', {});
  }
  return accept(Math.min(1, fraction) as Fraction);
}
