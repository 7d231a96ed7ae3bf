import type { ClockLayer, Laid } from '#contract/clocks.ts';
import type { Product } from '#contract/products.ts';
import type { Vessel } from '#contract/ware.ts';
import { type LaidFound, laidByProduct, laidByRecipe, WATER_LAID } from '#core/dwell/laidFound.ts';
import { mixAt } from '#core/recipes/mayFollow.ts';
import type { Queryable } from '../db/books.ts';
import { HttpProblem, missing, refusalProblem } from '../http/problems.ts';
import { products } from '../products/queries.ts';
import { versionOf } from '../recipes/queries.ts';
import { vessels } from '../ware/queries.ts';

/** What is laid, looked up: as a recipe or a product says it, never as a browser does. */
export type Found = LaidFound & { product: Product | null };

/** @throws HttpProblem where it names what is not there, is retired, was never published or is not for this level */
export async function findLaid(tx: Queryable, laid: Laid): Promise<Found> {
  if (laid.kind === 'water') return { ...WATER_LAID, product: null };
  if (laid.kind === 'product') {
    const product = await productOf(tx, laid.productId);
    return { ...laidByProduct(laid, product, await vesselOf(tx, laid.vesselId)), product };
  }
  const recipe = (await versionOf(tx, laid.versionId))?.version;
  if (!recipe?.publishedAt) {
    throw no('/laid/versionId', 'There is no such published recipe.', 'Choose one from the list.');
  }
  const product = await productOf(tx, recipe.productId);
  const found = laidByRecipe(recipe, laid.soil, product, await vesselOf(tx, recipe.vesselId));
  if (found) return { ...found, product };
  const not = mixAt(recipe, laid.soil);
  throw not.ok ? missing('mix') : refusalProblem(not, '/laid/soil');
}

/** What was found, as a layer of a clock. */
export function layerOf(found: Found, kind: ClockLayer['kind'], at: Date, personName: string): ClockLayer {
  const { product, zones, ...layer } = found;
  return { ...layer, productId: product?.id ?? null, kind, at: at.toISOString(), personName };
}

async function productOf(tx: Queryable, id: number): Promise<Product> {
  const [product] = await products(tx, { id });
  if (product && !product.retired) return product;
  throw no('/laid/productId', 'Product is not in use.', 'Choose one from the list.');
}

async function vesselOf(tx: Queryable, id: number): Promise<Vessel> {
  const [vessel] = await vessels(tx, { id });
  if (vessel) return vessel;
  throw no('/laid/vesselId', 'There is no such vessel.', 'Choose one from the list.');
}

function no(pointer: string, message: string, remedy: string): HttpProblem {
  return new HttpProblem(422, 'clock.laid', message, { remedy, errors: [{ pointer, message, remedy }] });
}
