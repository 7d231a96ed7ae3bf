import type { ClockLayer, Laid } from '#contract/clocks.ts';
import type { Product } from '#contract/products.ts';
import type { Vessel } from '#contract/ware.ts';
import { UNMEASURED_DRAW } from '#core/delivery/draw.ts';
import { laidAs, RINSE_WATER } from '#core/dwell/laidProduct.ts';
import { isSuction } from '#core/products/record.ts';
import { groundOf } from '#core/recipes/ground.ts';
import { judgeCell } from '#core/recipes/judge.ts';
import { cellAt } from '#core/recipes/recipe.ts';
import { SOIL_NAMES } from '#core/soil/soil.ts';
import type { Queryable } from '../db/books.ts';
import { HttpProblem } from '../http/problems.ts';
import { products } from '../products/queries.ts';
import { versionOf } from '../recipes/queries.ts';
import { vessels } from '../ware/queries.ts';

/** What is laid, looked up: as a recipe or a product says it, never as a browser does. */
export type Found = Omit<ClockLayer, 'at' | 'kind' | 'personName'> & { product: Product | null };

/** @throws HttpProblem where it names what is not there, is retired, was never published or is not for this level */
export async function findLaid(tx: Queryable, laid: Laid): Promise<Found> {
  if (laid.kind === 'water') {
    return {
      product: null,
      productId: null,
      name: 'Rinse water',
      as: RINSE_WATER,
      bottle: null,
      neverLonger: false,
    };
  }
  return laid.kind === 'recipe' ? byRecipe(tx, laid.versionId, laid.soil) : byProduct(tx, laid);
}

async function byRecipe(tx: Queryable, versionId: number, soil: 0 | 1 | 2 | 3 | 4): Promise<Found> {
  const found = await versionOf(tx, versionId);
  if (!found?.version.publishedAt) {
    throw no('/laid/versionId', 'There is no such published recipe.', 'Choose one from the list.');
  }
  const recipe = found.version;
  const cell = cellAt(recipe, soil);
  if (cell?.kind !== 'mix') {
    const instead = cell?.instead ? ` Instead: ${cell.instead}` : '';
    throw no(
      '/laid/soil',
      `${recipe.name} is not for ${SOIL_NAMES[soil]}.${instead}`,
      'Choose another level.',
    );
  }
  const product = await productOf(tx, recipe.productId);
  const vessel = await vesselOf(tx, recipe.vesselId);
  const ground = groundOf(recipe, product, vessel);
  const judged = judgeCell(cell, recipe.onPanel, ground);
  return {
    product,
    productId: product.id,
    name: `${recipe.name}, ${SOIL_NAMES[soil]}`,
    as: laidAs(
      { film: recipe.film, rateMlPerM2: recipe.rateMlPerM2, dwell: cell.dwell },
      ground.use && ofKind(product, recipe.use),
      vessel.kind,
      ground.q,
    ),
    bottle: judged.ok ? judged.value.bottle : null,
    neverLonger: product.traits.neverExceedDwell === 'yes',
  };
}

async function byProduct(tx: Queryable, laid: Extract<Laid, { kind: 'product' }>): Promise<Found> {
  const product = await productOf(tx, laid.productId);
  const vessel = await vesselOf(tx, laid.vesselId);
  const drawn = vessel.draws.find((d) => d.dialId === laid.dialId && d.machineId === laid.machineId);
  const q = isSuction(vessel.kind) ? (drawn ?? UNMEASURED_DRAW).q : 1;
  return {
    product,
    productId: product.id,
    name: product.name,
    as: laidAs(null, ofKind(product, laid.use), vessel.kind, q),
    bottle: null,
    neverLonger: product.traits.neverExceedDwell === 'yes',
  };
}

const ofKind = (product: Product, kind: string) => product.uses.find((u) => u.kind === kind) ?? null;

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
