import type { Laid } from '#contract/clocks.ts';
import type { Product } from '#contract/products.ts';
import { type LaidResolution, namedBy, resolveLaid } from '#core/dwell/resolveLaid.ts';
import type { Queryable } from '../db/books.ts';
import { vessels } from '../equipment/queries.ts';
import { refusalProblem } from '../http/problems.ts';
import { products } from '../products/queries.ts';
import { versionOf } from '../recipes/queries.ts';

/** What is laid, looked up, with the product it is; null for water. */
export type LaidFound = { laid: LaidResolution; product: Product | null };

/** @throws HttpProblem where it names what is not there, is retired, was never published or is not for this level */
export async function findLaid(tx: Queryable, asked: Laid): Promise<LaidFound> {
  const version = asked.kind === 'recipe' ? (await versionOf(tx, asked.versionId))?.version : null;
  const recipe = version?.publishedAt ? version : null;
  const named = namedBy(asked, recipe);
  const [product = null] = named ? await products(tx, { id: named.productId }) : [];
  const [vessel = null] = named ? await vessels(tx, { id: named.vesselId }) : [];
  const laid = resolveLaid(asked, { recipe, product, vessel });
  if (!laid.ok) throw refusalProblem(laid, laid.at ?? '/laid');
  return { laid: laid.value, product };
}
