import type { Container } from '#contract/equipment.ts';
import type { Product } from '#contract/products.ts';
import { resolveSources } from '#core/booking/resolveSources.ts';
import type { Refusal } from '#core/outcome.ts';
import { nextSource } from '#core/stock/twoSources.ts';

/** A second container, and what comes from it. */
export type Second = { container: Container; ul: number };

type BenchSources = {
  refusal: Refusal | null;
  /** How much more than the container holds by the books, where it could really hold that much; else 0. */
  shortUl: number;
  /** What comes from a second container once the first is finished, where that was chosen; and what could. */
  rest: Second | null;
  next: Second | null;
};

/** Where the product of a mix comes from, and what is offered where the container is short. */
export function benchSources(
  container: Container | null,
  containers: Container[],
  restId: number | null,
  { productId, drawnUl }: { productId: number; drawnUl: number },
): BenchSources {
  const nothing: BenchSources = { refusal: null, shortUl: 0, rest: null, next: null };
  if (!container) return nothing;
  const take = (rest: Container | null) =>
    resolveSources(
      { fromTwo: rest !== null, foundUl: 0, opens: true },
      { source: container, rest },
      productId,
      drawnUl,
    );
  const alone = take(null);
  if (alone.ok) return nothing;
  if (alone.code !== 'stock.short') return { ...nothing, refusal: alone };
  const second = containers.find((c) => c.id === restId) ?? null;
  const both = second && take(second);
  if (second && both?.ok) return { ...nothing, rest: { container: second, ul: both.value.restUl } };
  const shortUl = drawnUl - container.heldUl;
  const next = container.heldUl > 0 ? nextSource(containers, container.id, shortUl) : null;
  return {
    refusal: both && !both.ok ? both : alone,
    shortUl: drawnUl <= container.sizeUl ? shortUl : 0,
    rest: null,
    next: next && { container: next, ul: shortUl },
  };
}

/** A product's containers, the first opened first. */
export const containersOf = (product: Product | null, all: Container[]): Container[] =>
  all
    .filter((c) => c.productId === product?.id)
    .sort((a, b) => (a.openedAt ?? '9').localeCompare(b.openedAt ?? '9') || a.id - b.id);
